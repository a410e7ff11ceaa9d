import { QuantityError } from '../quantity/quantity-error';

/** Two posts of a network with a resistance between them. */
export interface Resistor {
  from: number;
  to: number;
  ohm: number;
}

/** A voltage behind a resistance, as a battery shows itself at its posts. */
export interface Source {
  plus: number;
  minus: number;
  emfV: number;
  ohm: number;
}

/** A current that is taken out of a post and given back at another. */
export interface Sink {
  from: number;
  to: number;
  currentA: number;
}

export interface Network {
  /** How many posts there are; the first is where voltages are counted from. */
  posts: number;
  resistors: readonly Resistor[];
  sources: readonly Source[];
  sinks: readonly Sink[];
}

export interface Solution {
  /** [posts], V against the first post; of an island that nothing joins to it, against the island's own first post. */
  postV: Float64Array;
  /** [resistors], A, positive from → to. */
  resistorA: Float64Array;
  /** [sources], A, positive out of plus. */
  sourceA: Float64Array;
  /** W, turned into heat in the resistors and behind the voltages. */
  lossW: number;
}

/**
 * Voltages and currents of a network of direct current: as much current flows into each post as out of it.
 *
 *     G·v = i,  by Gaussian elimination with the largest pivot of each column
 *
 * @throws {QuantityError} `out-of-range` for a resistance of 0 or less, a post that is not there, or a current that has no way back
 * @source  Kirchhoff’s laws
 * @example solve({ posts: 2, resistors: [{ from: 0, to: 1, ohm: 1 }], sources: [{ plus: 1, minus: 0, emfV: 12, ohm: 1 }], sinks: [] }).postV[1] // 6
 */
export function solve({ posts, resistors, sources, sinks }: Network): Solution {
  const wide = posts + 1;
  const { system, island } = assembled({ posts, resistors, sources }, 1);
  for (const { plus, minus, emfV, ohm } of sources) {
    system[plus * wide + posts]! += emfV / ohm;
    system[minus * wide + posts]! -= emfV / ohm;
  }
  for (const { from, to, currentA } of sinks) {
    if (currentA !== 0 && island[from] !== island[to]) throw new QuantityError('out-of-range', 'currentA', currentA);
    system[from * wide + posts]! -= currentA;
    system[to * wide + posts]! += currentA;
  }
  for (let post = 0; post < posts; post++) if (island[post] === post) system[post * wide + posts] = 0;
  const postV = eliminated(system, posts);
  const resistorA = Float64Array.from(resistors, ({ from, to, ohm }) => (postV[from]! - postV[to]!) / ohm);
  const sourceA = Float64Array.from(
    sources,
    ({ plus, minus, emfV, ohm }) => (emfV - (postV[plus]! - postV[minus]!)) / ohm,
  );
  let lossW = 0;
  resistors.forEach(({ ohm }, k) => (lossW += resistorA[k]! ** 2 * ohm));
  sources.forEach(({ ohm }, k) => (lossW += sourceA[k]! ** 2 * ohm));
  return { postV, resistorA, sourceA, lossW };
}

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
  const resistors = network.resistors.map(({ from, to, ohm }) => ({ from: numberOf(from), to: numberOf(to), ohm }));
  const sources = network.sources.map((one) => ({ ...one, plus: numberOf(one.plus), minus: numberOf(one.minus) }));
  const asked = at.map(numberOf);
  const posts = numbers.size;
  const { system, island } = assembled({ posts, resistors, sources }, asked.length);
  const wide = posts + asked.length;
  asked.forEach((post, side) => {
    if (island[post] !== post) system[post * wide + posts + side] = 1;
  });
  const volts = eliminated(system, posts, asked.length);
  return asked.map((post, side) => (island[post] === 0 ? volts[post * asked.length + side]! : null));
}

/** The conductances of a network with room for right sides; the first post of each island is where its voltages are counted from. */
function assembled(
  { posts, resistors, sources }: Omit<Network, 'sinks'>,
  sides: number,
): { system: Float64Array; island: Int32Array } {
  const wide = posts + sides;
  const system = new Float64Array(posts * wide);
  const pairs: (readonly [number, number])[] = [];
  const joins = (from: number, to: number, ohm: number) => {
    if (!(ohm > 0) || ohm === Number.POSITIVE_INFINITY) throw new QuantityError('out-of-range', 'ohm', ohm);
    pairs.push([from, to]);
    const siemens = 1 / ohm;
    system[from * wide + from]! += siemens;
    system[to * wide + to]! += siemens;
    system[from * wide + to]! -= siemens;
    system[to * wide + from]! -= siemens;
  };
  for (const { from, to, ohm } of resistors) joins(from, to, ohm);
  for (const { plus, minus, ohm } of sources) joins(plus, minus, ohm);
  const island = islandsOf(posts, pairs);
  for (let post = 0; post < posts; post++) {
    if (island[post] !== post) continue;
    system.fill(0, post * wide, post * wide + posts);
    system[post * wide + post] = 1;
  }
  return { system, island };
}

/** For each post the lowest post that it is joined to, by whatever way. */
export function islandsOf(posts: number, pairs: readonly (readonly [number, number])[]): Int32Array {
  const parent = Int32Array.from({ length: posts }, (_, post) => post);
  const root = (post: number): number => {
    let at = post;
    while (parent[at] !== at) at = parent[at] = parent[parent[at]!]!;
    return at;
  };
  for (const [a, b] of pairs) {
    for (const post of [a, b]) if (!(post >= 0 && post < posts)) throw new QuantityError('out-of-range', 'post', post);
    const [one, other] = [root(a), root(b)];
    parent[Math.max(one, other)] = Math.min(one, other);
  }
  return parent.map((_, post) => root(post));
}

/**
 * Solves n rows of [n coefficients, m right sides] in place.
 * @returns  [n × m] row by row
 */
function eliminated(rows: Float64Array, n: number, m = 1): Float64Array {
  const wide = n + m;
  for (let column = 0; column < n; column++) {
    let pivot = column;
    for (let row = column + 1; row < n; row++)
      if (Math.abs(rows[row * wide + column]!) > Math.abs(rows[pivot * wide + column]!)) pivot = row;
    if (pivot !== column)
      for (let k = column; k < wide; k++) {
        const kept = rows[column * wide + k]!;
        rows[column * wide + k] = rows[pivot * wide + k]!;
        rows[pivot * wide + k] = kept;
      }
    const divisor = rows[column * wide + column]!;
    for (let row = column + 1; row < n; row++) {
      const factor = rows[row * wide + column]! / divisor;
      if (factor === 0) continue;
      for (let k = column; k < wide; k++) rows[row * wide + k]! -= factor * rows[column * wide + k]!;
    }
  }
  const solved = new Float64Array(n * m);
  for (let row = n - 1; row >= 0; row--)
    for (let side = 0; side < m; side++) {
      let right = rows[row * wide + n + side]!;
      for (let k = row + 1; k < n; k++) right -= rows[row * wide + k]! * solved[k * m + side]!;
      solved[row * m + side] = right / rows[row * wide + row]!;
    }
  return solved;
}
