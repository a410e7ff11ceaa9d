import { at } from '../quantity/guard';
import { islandsOf } from '../network/islands';
import type { Resistor, Source } from '../network/network';
import { ohmSeenAt } from '../network/ohm-seen-at';
import { type BankString, linkRuns } from './battery-posts';
import type { LaidRun } from './laid-run';
import { type Part, postOf } from './part';

/** A fuse or a switch, Ω: less than any lead, and not nothing. */
const CLOSED_OHM = 1e-6;
/** Inside a second battery whose own is not known: a starter battery of 12 V. */
export const SECOND_OHM = 0.005;
/** Cold copper: a short circuit does not wait for it to warm up. */
export const COLD_C = 20;

/**
 * By fuse, what the current of a short circuit right beside it sees, Ω; a fuse that no battery reaches is not among them.
 * @param coldOhm  of each run, its copper being cold
 */
export type OhmAtFuses = (coldOhm: (run: LaidRun) => number) => ReadonlyMap<string, number>;

/**
 * What the current through each fuse sees where there is a short circuit right beside it: the bank, and only the positive leads between the
 * two. The negative side counts as none: the short may lie at a battery’s own post. A fuse that batteries feed from both of its sides is
 * looked at from each, with nothing coming through itself; the lower resistance counts. Who joins whom is looked up once: sections change
 * more often than ends.
 */
export function ohmAtFuses(
  parts: readonly Part[],
  runs: readonly LaidRun[],
  strings: readonly (BankString & { ohm: number })[],
): OhmAtFuses {
  // The first post is the bank’s negative, wherever a short may come to lie.
  const numbers = new Map<string, number>();
  const numberOf = (post: string): number => {
    const known = numbers.get(post) ?? numbers.size + 1;
    numbers.set(post, known);
    return known;
  };
  const named = runs.map((run) => ({ run }));
  const batteries = [
    ...strings.map((string) => ({
      plus: numberOf(postOf(string.id, '+')),
      ohm: string.ohm,
      links: linkRuns(string, named).map(({ one }) => one.run),
    })),
    ...parts.flatMap((part) =>
      part.kind === 'second-battery'
        ? [{ plus: numberOf(postOf(part.id, '+')), ohm: part.ohm ?? SECOND_OHM, links: [] }]
        : [],
    ),
  ];
  const leads = runs.flatMap((run) =>
    run.role === 'positive' || run.role === 'sense' ? [{ run, from: numberOf(run.from), to: numberOf(run.to) }] : [],
  );
  const ways = new Map<string, Resistor>();
  for (const part of parts)
    if (part.kind === 'fuse' || part.kind === 'switch' || part.kind === 'relay')
      ways.set(part.id, {
        from: numberOf(postOf(part.id, 'in')),
        to: numberOf(postOf(part.id, 'out')),
        ohm: CLOSED_OHM,
      });
  const posts = numbers.size + 1;
  const isLooped = loopedFuses(
    posts,
    [...leads, ...ways.values()],
    batteries.map(({ plus }) => plus),
  );
  const fuses = parts.flatMap(({ id, kind }) => {
    const way = kind === 'fuse' ? ways.get(id) : undefined;
    return way ? [{ id, way, looped: isLooped(way) }] : [];
  });
  return (coldOhm) => {
    const resistors = [
      ...leads.map(({ run, from, to }): Resistor => ({ from, to, ohm: coldOhm(run) })),
      ...ways.values(),
    ];
    const sources = batteries.map(({ plus, ohm, links }): Source => ({
      ...{ plus, minus: 0, emfV: 0 },
      ohm: ohm + links.reduce((sum, run) => sum + coldOhm(run), 0),
    }));
    const network = { posts, sources };
    const closed = ohmSeenAt(
      { ...network, resistors },
      fuses.flatMap(({ way }) => [way.from, way.to]),
    );
    const found = new Map<string, number>();
    fuses.forEach(({ id, way, looped }, k) => {
      // A fuse between the bank and what it feeds is fed from one side: open or closed, that side sees the same.
      const sides = looped
        ? ohmSeenAt({ ...network, resistors: resistors.filter((one) => one !== way) }, [way.from, way.to])
        : [at(closed, 2 * k), at(closed, 2 * k + 1)];
      const ohms = sides.filter((ohm) => ohm !== null);
      if (ohms.length > 0) found.set(id, Math.min(...ohms));
    });
    return found;
  };
}

/** Whether batteries lie on both sides of a way, so that it is fed from each. */
function loopedFuses(
  posts: number,
  ways: readonly Pick<Resistor, 'from' | 'to'>[],
  fedPosts: readonly number[],
): (way: Pick<Resistor, 'from' | 'to'>) => boolean {
  return (way) => {
    const without = ways.filter((one) => one !== way).map(({ from, to }) => [from, to] as const);
    const island = islandsOf(posts, without);
    const fed = new Set(fedPosts.map((plus) => island[plus]));
    return fed.has(island[way.from]) && fed.has(island[way.to]);
  };
}
