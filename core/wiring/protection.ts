import type { Currents } from './currents';
import type { PartOf } from './part';

export type FusePart = PartOf<'fuse'>;

/** What guards a run, seen from the bank. */
export interface Guard {
  /** The last fuses before it, one for each way from the bank that has its own; empty: none. */
  fuses: FusePart[];
  /** m of positive cable from the battery to its far end, without a fuse on the way; 0: none of it is bare. */
  bareM: number;
  /** The fuse right at its end; null: there is none. */
  leadsTo: FusePart | null;
}

/** For each positive run that the bank can feed: the fuses that would blow for it. */
export function guardsOf({ outWays }: Currents): ReadonlyMap<string, Guard> {
  const guards = new Map<string, { fuses: Set<FusePart>; bareM: number; leadsTo: FusePart | null }>();
  for (const way of outWays) {
    let fuse: FusePart | null = null;
    let bareM = 0;
    for (const [k, { run, part }] of way.entries()) {
      if (part?.kind === 'fuse') fuse = part;
      if (!run || run.role === 'link') continue;
      const guard = guards.get(run.id) ?? { fuses: new Set<FusePart>(), bareM: 0, leadsTo: null };
      guards.set(run.id, guard);
      const next = way[k + 1]?.part;
      if (next?.kind === 'fuse') guard.leadsTo = next;
      if (fuse) guard.fuses.add(fuse);
      else guard.bareM = Math.max(guard.bareM, (bareM += run.lengthM));
    }
  }
  return new Map([...guards].map(([id, { fuses, ...more }]) => [id, { fuses: [...fuses], ...more }]));
}

/** Which fuses lie behind each, seen from the bank. Of two at the ends of one way, neither does: whichever blows, the same goes dark. */
export function fusesBehind({ outWays }: Currents): ReadonlyMap<string, ReadonlySet<FusePart>> {
  const behind = new Map<string, Set<FusePart>>();
  const passed = new Map<string, Set<number>>();
  for (const [n, way] of outWays.entries()) {
    const fuses = way.flatMap(({ part }) => (part?.kind === 'fuse' ? [part] : []));
    fuses.forEach((fuse, k) => {
      passed.set(fuse.id, (passed.get(fuse.id) ?? new Set()).add(n));
      const set = behind.get(fuse.id) ?? new Set<FusePart>();
      behind.set(fuse.id, set);
      for (const later of fuses.slice(k + 1)) set.add(later);
    });
  }
  // Each of a way's fuses is passed by that way at least.
  const isPassedAlike = (id: string, other: string) => {
    const [ways, others] = [passed.get(id), passed.get(other)];
    return ways?.size === others?.size && [...(ways ?? [])].every((n) => others?.has(n));
  };
  for (const [id, set] of behind) for (const later of set) if (isPassedAlike(id, later.id)) set.delete(later);
  return behind;
}
