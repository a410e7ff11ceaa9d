import { type Network, type Resistor, waysBetween } from './network';
import { raisedV, starsOf } from './star-mesh';

/**
 * Resistance of a network between each of some posts and the first one, its voltages taken for joined through: what a short circuit there
 * sees. Null where nothing joins the two. Dead ends are laid aside first: what hangs on one way alone sees that way and then the rest.
 * @throws {QuantityError} as solve
 * @example ohmSeenAt({ posts: 2, resistors: [{ from: 0, to: 1, ohm: 3 }, { from: 0, to: 1, ohm: 6 }], sources: [] }, [1]) // [2]
 */
export function ohmSeenAt(network: Omit<Network, 'sinks'>, at: readonly number[]): (number | null)[] {
  const { core, hangsOn } = withoutDeadEnds(network);
  const inCore = new Set<number>();
  const wayIn = at.map((post) => {
    let [here, ohm] = [post, 0];
    for (let on = hangsOn.get(here); on; on = hangsOn.get(here)) {
      ohm += on.ohm;
      here = on.post;
    }
    inCore.add(here);
    return { post: here, ohm };
  });
  const asked = [...inCore];
  const seen = coreOhms(core, asked);
  return wayIn.map(({ post, ohm }) => {
    const own = seen[asked.indexOf(post)];
    return own === undefined || own === null ? null : own + ohm;
  });
}

/** A network of the posts that more than one way leads to, or a voltage; and what each of the others hangs on. */
function withoutDeadEnds({ posts, resistors, sources }: Omit<Network, 'sinks'>): {
  core: Omit<Network, 'sinks'>;
  hangsOn: ReadonlyMap<number, { post: number; ohm: number }>;
} {
  const ways: Set<Resistor>[] = Array.from({ length: posts }, () => new Set<Resistor>());
  for (const one of resistors) {
    if (one.from === one.to) continue;
    ways[one.from]?.add(one);
    ways[one.to]?.add(one);
  }
  const held = new Set([0, ...sources.flatMap(({ plus, minus }) => [plus, minus])]);
  const hangsOn = new Map<number, { post: number; ohm: number }>();
  const ends = Array.from({ length: posts }, (_, post) => post).filter(
    (post) => !held.has(post) && ways[post]!.size === 1,
  );
  for (let post = ends.pop(); post !== undefined; post = ends.pop()) {
    const [way] = ways[post]!;
    if (!way) continue;
    const next = way.from === post ? way.to : way.from;
    hangsOn.set(post, { post: next, ohm: way.ohm });
    ways[post]!.delete(way);
    ways[next]!.delete(way);
    if (!held.has(next) && ways[next]!.size === 1) ends.push(next);
  }
  const left = resistors.filter((one) => one.from !== one.to && ways[one.from]!.has(one));
  return { core: { posts, resistors: left, sources }, hangsOn };
}

function coreOhms(network: Omit<Network, 'sinks'>, at: readonly number[]): (number | null)[] {
  // Posts that nothing leads to any more need no row.
  const numbers = new Map<number, number>([[0, 0]]);
  const numberOf = (post: number): number => {
    const known = numbers.get(post) ?? numbers.size;
    numbers.set(post, known);
    return known;
  };
  const ways = waysBetween(network).map(({ from, to, ohm }) => ({ from: numberOf(from), to: numberOf(to), ohm }));
  const asked = at.map(numberOf);
  const stars = starsOf(numbers.size, ways);
  return asked.map((post) => {
    if (stars.island[post] !== 0) return null;
    const one = new Float64Array(stars.posts);
    one[post] = 1;
    return raisedV(stars, one)[post]!;
  });
}
