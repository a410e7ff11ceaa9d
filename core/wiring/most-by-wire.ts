import { type Bearing, bornA } from './bearing';
import type { Currents } from './currents';
import type { Part } from './part';
import type { FusePart } from './protection';
import type { Run } from './run';
import type { Rung } from './sections';

/**
 * What each fuse may be at most if the thickest section of the list is to bear it, A: a main fuse alone, those of the strings together, as
 * they feed one run. A section that lies there is judged apart.
 * @returns by fuse; Infinity where no run of the rules’ own choice bears it
 */
export function mostByWire(
  parts: readonly Part[],
  runs: readonly Run[],
  bearings: ReadonlyMap<string, Bearing>,
  { flows, stringCount }: Currents,
  ladders: ReadonlyMap<string, readonly Rung[]>,
): ReadonlyMap<string, number> {
  const fuses = parts.filter((part): part is FusePart => part.kind === 'fuse');
  const ofStrings = fuses.filter(({ id }) => (flows.get(id)?.strings.length ?? stringCount) < stringCount);
  const most = (alike: readonly FusePart[]): number => {
    const one = new Map(alike.map(({ id }) => [id, 1]));
    return Math.min(
      ...runs.map((run) => {
        const bearing = bearings.get(run.id);
        const times = bearing && run.areaMm2 === null ? bornA(bearing, one) : 0;
        const thickestA = Math.max(0, ...(ladders.get(run.id) ?? []).map(({ carriesA }) => carriesA));
        return times > 0 ? thickestA / times : Number.POSITIVE_INFINITY;
      }),
    );
  };
  const together = most(ofStrings);
  return new Map(fuses.map((fuse) => [fuse.id, ofStrings.includes(fuse) ? together : most([fuse])]));
}
