import { keptBy } from '../plan/kept-by';
import { type Bearing, bornA } from './bearing';
import type { Currents } from './currents';
import type { Part } from './part';
import type { FusePart } from './protection';

/**
 * What each fuse may be at most if the thickest section of the list is to bear it, A: a main fuse alone, those of the strings together, as
 * they feed one run. A section that lies there is judged apart.
 * @param thickestA  of the runs whose section the rules choose: what the thickest of the list carries there; undefined of others
 * @returns          by fuse; Infinity where none of them bears it
 */
export function mostByWire(
  parts: readonly Part[],
  bearings: ReadonlyMap<string, Bearing>,
  currents: Currents,
  thickestA: (runId: string) => number | undefined,
): ReadonlyMap<string, number> {
  const most = (bearers: readonly Bearer[]) =>
    Math.min(...bearers.map(({ runId, times }) => (thickestA(runId) ?? Number.POSITIVE_INFINITY) / times));
  return new Map([...bearersOf(bearings, parts, currents)].map(([id, bearers]) => [id, most(bearers)]));
}

/** A run, and how many times a fuse it bears, all that are alike being of one size. */
interface Bearer {
  runId: string;
  times: number;
}

/** By fuse, the runs that bear it; of all fuses of the strings the same. */
const bearersOf = keptBy(
  (bearings: ReadonlyMap<string, Bearing>, parts: readonly Part[], { flows, stringCount }: Currents) => {
    const fuses = parts.filter((part): part is FusePart => part.kind === 'fuse');
    const ofStrings = fuses.filter(({ id }) => (flows.get(id)?.strings.length ?? stringCount) < stringCount);
    const bearing = (alike: readonly FusePart[]): Bearer[] => {
      const one = new Map(alike.map(({ id }) => [id, 1]));
      return [...bearings].flatMap(([runId, own]) => {
        const times = bornA(own, one);
        return times > 0 ? [{ runId, times }] : [];
      });
    };
    const together = bearing(ofStrings);
    return new Map(fuses.map((fuse) => [fuse.id, ofStrings.includes(fuse) ? together : bearing([fuse])]));
  },
);
