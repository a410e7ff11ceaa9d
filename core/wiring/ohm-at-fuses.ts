import { copperOhm } from '../conductors/copper';
import { at } from '../quantity/guard';
import { islandsOf, ohmSeenAt, type Resistor, type Source } from '../network/solve';
import { type BankString, linkRuns } from './battery-posts';
import { type Part, postOf } from './part';
import type { Run } from './run';

/** A fuse or a switch, Ω: less than any lead, and not nothing. */
const CLOSED_OHM = 1e-6;
/** Inside a second battery whose own is not known: a starter battery of 12 V. */
export const SECOND_OHM = 0.005;
/** Cold copper: a short circuit does not wait for it to warm up. */
const COLD_C = 20;

/**
 * What the current through each fuse sees where there is a short circuit right beside it: the bank, and only the positive leads between the
 * two. The negative side counts as none: the short may lie at a battery’s own post. A fuse that batteries feed from both of its sides is
 * looked at from each, with nothing coming through itself; the lower resistance counts.
 * @returns           Ω by fuse; a fuse that no battery reaches is not among them
 */
export function ohmAtFuses(
  parts: readonly Part[],
  runs: readonly { run: Run; areaMm2: number }[],
  strings: readonly (BankString & { ohm: number })[],
): ReadonlyMap<string, number> {
  // The first post is the bank’s negative, wherever a short may come to lie.
  const numbers = new Map<string, number>();
  const numberOf = (post: string): number => {
    const known = numbers.get(post) ?? numbers.size + 1;
    numbers.set(post, known);
    return known;
  };
  const sources = strings.map((string): Source => ({
    plus: numberOf(postOf(string.id, '+')),
    minus: 0,
    emfV: 0,
    ohm: string.ohm + linkOhm(string, runs),
  }));
  for (const part of parts)
    if (part.kind === 'second-battery')
      sources.push({ plus: numberOf(postOf(part.id, '+')), minus: 0, emfV: 0, ohm: part.ohm ?? SECOND_OHM });
  const leads: Resistor[] = [];
  for (const { run, areaMm2 } of runs)
    if (run.role === 'positive' || run.role === 'sense')
      leads.push({ from: numberOf(run.from), to: numberOf(run.to), ohm: copperOhm(run.lengthM, areaMm2, COLD_C) });
  const ways = new Map<string, Resistor>();
  for (const part of parts)
    if (part.kind === 'fuse' || part.kind === 'switch' || part.kind === 'relay')
      ways.set(part.id, {
        from: numberOf(postOf(part.id, 'in')),
        to: numberOf(postOf(part.id, 'out')),
        ohm: CLOSED_OHM,
      });
  const fuses = parts.filter(({ kind }) => kind === 'fuse');
  const resistors = [...leads, ...ways.values()];
  const network = { posts: numbers.size + 1, sources };
  const isLooped = loopedFuses(network.posts, resistors, sources);
  const found = new Map<string, number>();
  const own = fuses.flatMap(({ id }) => {
    const way = ways.get(id);
    return way ? [{ id, way }] : [];
  });
  const closed = ohmSeenAt(
    { ...network, resistors },
    own.flatMap(({ way }) => [way.from, way.to]),
  );
  own.forEach(({ id, way }, k) => {
    // A fuse between the bank and what it feeds is fed from one side: open or closed, that side sees the same.
    const sides = isLooped(way)
      ? ohmSeenAt({ ...network, resistors: resistors.filter((one) => one !== way) }, [way.from, way.to])
      : [at(closed, 2 * k), at(closed, 2 * k + 1)];
    const ohms = sides.filter((ohm) => ohm !== null);
    if (ohms.length > 0) found.set(id, Math.min(...ohms));
  });
  return found;
}

/** Of what joins the batteries of a string. */
const linkOhm = (string: BankString, runs: readonly { run: Run; areaMm2: number }[]): number =>
  linkRuns(string, runs).reduce((sum, { one }) => sum + copperOhm(one.run.lengthM, one.areaMm2, COLD_C), 0);

/** Whether batteries lie on both sides of a way, so that it is fed from each. */
function loopedFuses(
  posts: number,
  resistors: readonly Resistor[],
  sources: readonly Source[],
): (way: Resistor) => boolean {
  return (way) => {
    const without = resistors.filter((one) => one !== way).map(({ from, to }) => [from, to] as const);
    const island = islandsOf(posts, without);
    const fed = new Set(sources.map(({ plus }) => island[plus]));
    return fed.has(island[way.from]) && fed.has(island[way.to]);
  };
}
