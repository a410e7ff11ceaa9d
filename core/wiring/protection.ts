import { keptBy, sameItems } from '../plan/kept-by';
import type { Currents } from './currents';
import { startOf } from './graph';
import type { LaidRun } from './laid-run';
import type { PartOf } from './part';

export type FusePart = PartOf<'fuse'>;

/** What guards a run, seen from the bank. */
export interface Guard {
  /** The last fuses before it, one for each way from the bank that has its own; empty: none. */
  fuses: FusePart[];
  /** The same, by the end at which what they let through comes in. */
  byEnd: FusePart[][];
  /** The ways to its far end, itself included, without a fuse between the battery and there; links of a string do not count. */
  bareWays: LaidRun[][];
  /** The fuse right at its end; null: there is none. */
  leadsTo: FusePart | null;
}

/** For each positive run that the bank can feed: the fuses that would blow for it. */
export const guardsOf = keptBy(({ outWays }: Currents): ReadonlyMap<string, Guard> => {
  const guards = new Map<string, { ends: Map<string, Set<FusePart>> } & Pick<Guard, 'bareWays' | 'leadsTo'>>();
  for (const way of outWays) {
    let fuse: FusePart | null = null;
    const bare: LaidRun[] = [];
    for (const [k, { a, run, part }] of way.entries()) {
      if (part?.kind === 'fuse') fuse = part;
      if (!run || run.role === 'link') continue;
      const guard = guards.get(run.id) ?? { ends: new Map<string, Set<FusePart>>(), bareWays: [], leadsTo: null };
      guards.set(run.id, guard);
      const next = way[k + 1]?.part;
      if (next?.kind === 'fuse') guard.leadsTo = next;
      if (fuse) {
        guard.ends.set(a, (guard.ends.get(a) ?? new Set()).add(fuse));
        continue;
      }
      bare.push(run);
      if (!guard.bareWays.some((one) => sameItems(one, bare))) guard.bareWays.push([...bare]);
    }
  }
  return new Map(
    [...guards].map(([id, { ends, ...more }]) => {
      const byEnd = [...ends.values()].map((fuses) => [...fuses]);
      return [id, { fuses: [...new Set(byEnd.flat())], byEnd, ...more }];
    }),
  );
});

/** m of positive cable from the battery to a run’s far end, without a fuse on the way; 0: none of it is bare. */
export const bareM = ({ bareWays }: Guard, lengthM: (run: LaidRun) => number): number =>
  Math.max(0, ...bareWays.map((way) => way.reduce((sum, run) => sum + lengthM(run), 0)));

/** Fuses behind one, and how many share with it what it lets through to each: those of the strings. */
export type Behind = ReadonlyMap<FusePart, number>;

/** Which fuses lie behind each, seen from the bank. Of two at the ends of one way, neither does: whichever blows, the same goes dark. */
export const fusesBehind = keptBy(({ outWays }: Pick<Currents, 'outWays'>): ReadonlyMap<string, Behind> => {
  const behind = new Map<string, Map<FusePart, Set<string>>>();
  const passed = new Map<string, { ways: Set<number>; starts: Set<string> }>();
  for (const [n, way] of outWays.entries()) {
    const start = startOf(way);
    const fuses = way.flatMap(({ part }) => (part?.kind === 'fuse' ? [part] : []));
    fuses.forEach((fuse, k) => {
      const own = passed.get(fuse.id) ?? { ways: new Set(), starts: new Set() };
      passed.set(fuse.id, { ways: own.ways.add(n), starts: own.starts.add(start) });
      const later = behind.get(fuse.id) ?? new Map<FusePart, Set<string>>();
      behind.set(fuse.id, later);
      for (const one of fuses.slice(k + 1)) later.set(one, (later.get(one) ?? new Set()).add(start));
    });
  }
  // Each of a way's fuses is passed by that way at least.
  const isPassedAlike = (id: string, other: string) => {
    const [ways, others] = [passed.get(id)?.ways, passed.get(other)?.ways];
    return ways?.size === others?.size && [...(ways ?? [])].every((n) => others?.has(n));
  };
  const shares = (later: FusePart, starts: ReadonlySet<string>) =>
    Math.max(1, (passed.get(later.id)?.starts.size ?? 1) / Math.max(1, starts.size));
  return new Map(
    [...behind].map(([id, later]) => [
      id,
      new Map(
        [...later].flatMap(([one, starts]) => (isPassedAlike(id, one.id) ? [] : [[one, shares(one, starts)] as const])),
      ),
    ]),
  );
});
