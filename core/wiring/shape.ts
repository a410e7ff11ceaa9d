import type { Bank } from '../bank/plan';
import { batteryOhm } from '../bank/resistance';
import type { ChemistryEdits } from '../cells/chemistry-edit';
import { chemistryOf } from '../cells/chemistry-of';
import { keptBy } from '../plan/kept-by';
import { type BankString, bankStrings } from './battery-posts';
import { type Bridged, bridgedParts } from './bridged';
import { circuitGraph, type CircuitGraph, type Ways, waysFrom } from './graph';
import type { LaidRun } from './laid-run';
import { type Bypass, bypasses, type Landing, landings, turnedShunts } from './negative-path';
import { type OhmAtFuses, ohmAtFuses } from './ohm-at-fuses';
import { type Part, type PartOf, postOf } from './part';
import { type Polarity, polarityOf } from './shorts';

/** What of a circuit does not depend on what its loads draw, nor on the lengths and sections of its runs. */
export interface CircuitShape {
  strings: readonly (BankString & { ohm: number })[];
  seconds: PartOf<'second-battery'>[];
  graph: CircuitGraph;
  /** Runs whose ends are there. */
  known: readonly LaidRun[];
  /** From the positives of the strings. */
  fromBank: Ways;
  bypasses: Bypass[];
  landings: Landing[];
  polarity: Polarity;
  bridged: Bridged[];
  ohmAtFuses: OhmAtFuses;
}

/** Kept until something is joined otherwise: what is typed in the audit, and of lengths and sections, asks for none of it anew. */
export const shapeOf = keptBy(
  (runs: readonly LaidRun[], parts: readonly Part[], bank: Bank, chemistryEdits: ChemistryEdits): CircuitShape => {
    const chemistry = chemistryOf(bank.battery, chemistryEdits);
    const strings = bankStrings(bank).map((string) => ({
      ...string,
      ohm: batteryOhm(string.battery, chemistry).value * string.seriesCount,
    }));
    const graph = circuitGraph(parts, runs, strings);
    const astray = new Set(graph.astray);
    const known = runs.filter((run) => !astray.has(run));
    const beside = bypasses(graph, parts, strings);
    const { shorts, turnedIds } = polarityOf(parts, known, strings);
    return {
      strings,
      seconds: parts.filter((part) => part.kind === 'second-battery'),
      graph,
      known,
      fromBank: waysFrom(
        graph.positive,
        strings.map(({ id }) => postOf(id, '+')),
      ),
      bypasses: beside,
      landings: landings(graph, parts, strings, beside),
      polarity: { shorts, turnedIds: new Set([...turnedIds, ...turnedShunts(graph, parts, strings)]) },
      bridged: bridgedParts(graph, parts),
      ohmAtFuses: ohmAtFuses(parts, known, strings),
    };
  },
);
