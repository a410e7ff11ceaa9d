import { type Bearing, bornA } from './bearing';
import type { Currents } from './currents';
import type { Part } from './part';
import type { FusePart } from './protection';

/**
 * What each fuse may be at most if the thickest section of the list is to bear it, A: a main fuse alone, those of the strings together, as
 * they feed one run. A section that lies there is judged apart.
 * @param bearers  the runs whose section the rules choose: what each bears, and what the thickest of the list carries there
 * @returns        by fuse; Infinity where none of them bears it
 */
export function mostByWire(
  parts: readonly Part[],
  bearers: readonly { bearing: Bearing; thickestA: number }[],
  { flows, stringCount }: Currents,
): ReadonlyMap<string, number> {
  const fuses = parts.filter((part): part is FusePart => part.kind === 'fuse');
  const ofStrings = fuses.filter(({ id }) => (flows.get(id)?.strings.length ?? stringCount) < stringCount);
  const most = (alike: readonly FusePart[]): number => {
    const one = new Map(alike.map(({ id }) => [id, 1]));
    return Math.min(
      ...bearers.map(({ bearing, thickestA }) => {
        const times = bornA(bearing, one);
        return times > 0 ? thickestA / times : Number.POSITIVE_INFINITY;
      }),
    );
  };
  const together = most(ofStrings);
  return new Map(fuses.map((fuse) => [fuse.id, ofStrings.includes(fuse) ? together : most([fuse])]));
}
