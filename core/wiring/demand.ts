import type { Audit } from '../audit/audit';
import type { Inverter } from '../audit/inverter';
import type { Load } from '../audit/load';
import type { Bank } from '../bank/plan';
import { usualCutOffV } from '../cells/twelve-volt-blocks';
import { chemistryOf } from '../cells/chemistry-of';
import type { ChemistryEdits } from '../cells/chemistry-edit';
import type { Source } from '../sources/source';
import { sourceLimit } from '../sources/source-limit';
import { byDefault, computed, entered, type Figure, type Sourced } from '../formula/figure';
import { account, formula, sumOver } from '../formula/formula';
import type { Part } from './part';

/** What the demands of a circuit follow from. */
export interface DemandParts {
  audit: Audit;
  loads: readonly Load[];
  inverters: readonly Inverter[];
  sources: readonly Source[];
  bank: Bank;
  chemistryEdits: ChemistryEdits;
}

/** What a part takes out of the circuit, or gives into it, at its highest for good. */
export interface Demand {
  partId: string;
  /** What it is called. */
  says: string;
  gives: boolean;
  current: Figure;
  /** Share of the voltage that may be lost from the bank to it. */
  dropFraction: number;
}

/** Where nothing is said: charging and what must not stop are kept tighter than the rest. */
export const USUAL_DROP = { charging: 0.01, main: 0.03, essential: 0.03, other: 0.05 } as const;

const byPower = formula({
  id: 'wiring.by-power',
  says: 'design current',
  unit: 'A',
  words: 'power ÷ lowest working voltage',
  terms: { powerW: { says: 'power at the bank', unit: 'W' }, lowestV: { says: 'lowest working voltage', unit: 'V' } },
  compute: ({ powerW, lowestV }) => powerW / lowestV,
  source: 'constant power: the lower the voltage, the higher the current',
});
const atLimit = account({
  id: 'wiring.at-limit',
  says: 'design current',
  unit: 'A',
  words: 'what it gives or takes at its most',
  terms: { limitA: { says: 'its limit', unit: 'A' } },
  source: 'the sheet of the device, as entered',
});

/** What each part of a circuit takes or gives; parts that only carry are not among them. */
export function demandsOf(parts: readonly Part[], rig: DemandParts): Demand[] {
  const lineOf = new Map(rig.audit.lines.map((line) => [line.id, line]));
  const lowestV = lowestWorkingV(rig.bank, rig.chemistryEdits);
  return parts.flatMap((part): Demand[] => {
    switch (part.kind) {
      case 'inverter': {
        const inverter = rig.inverters.find(({ id }) => id === part.inverterId);
        const use = rig.audit.inverters.find(({ id }) => id === part.inverterId);
        if (!inverter || !use) return [];
        const acW = inverter.continuousW ?? use.servedW;
        const powerW =
          acW === 0
            ? entered(0)
            : computed(
                acW / use.efficiencyAt(acW),
                `${inverter.continuousW === null ? 'its loads at once' : 'its rating'}, ${Math.round(acW)} W, ÷ efficiency there`,
              );
        const workingV = inverter.cutOffV === null ? lowestV : entered(inverter.cutOffV, inverter.name);
        return [demand(part, false, byPower.figure({ powerW, lowestV: workingV }, { key: part.id }), USUAL_DROP.main)];
      }
      case 'charger': {
        const source = rig.sources.find(({ id }) => id === part.sourceId);
        if (!source) return [];
        return [demand(part, true, limitFigure(part, sourceLimit(source)), USUAL_DROP.charging)];
      }
      case 'loads': {
        const lines = part.loadIds.flatMap((id) => lineOf.get(id) ?? []);
        const powerW = sumOver(
          { id: `wiring.loads:${part.id}`, says: 'its loads at once', unit: 'W', source: 'every load running' },
          lines,
          (line) => computed(line.runningW),
        );
        const essential = part.loadIds.some((id) => rig.loads.find((load) => load.id === id)?.must);
        const current = byPower.figure({ powerW, lowestV }, { key: part.id });
        return [demand(part, false, current, essential ? USUAL_DROP.essential : USUAL_DROP.other)];
      }
      case 'other': {
        const current = limitFigure(part, entered(part.currentA, part.name));
        return [demand(part, part.gives, current, part.gives ? USUAL_DROP.charging : USUAL_DROP.other)];
      }
      default:
        return [];
    }
  });
}

/** What all consumers of a circuit draw at their most. */
export const allConsumers = (loops: readonly { demand: Demand }[]): Figure =>
  sumOver(
    { id: 'wiring.drawn-a', says: 'all consumers at their most', unit: 'A', source: 'their design currents' },
    loops.flatMap(({ demand }) => (demand.gives ? [] : [demand])),
    ({ current }) => current,
  );

/** The same for a rig without a circuit: every load of the audit at once, at the lowest working voltage. */
export const allLoads = ({
  audit,
  bank,
  chemistryEdits,
}: Pick<DemandParts, 'audit' | 'bank' | 'chemistryEdits'>): Figure =>
  byPower.figure({ powerW: audit.peakW, lowestV: lowestWorkingV(bank, chemistryEdits) }, { says: 'all loads at once' });

const lowestWorkingV = (bank: Bank, edits: ChemistryEdits): Sourced =>
  byDefault(usualCutOffV(bank, chemistryOf(bank.battery, edits)), 'usual cut-off of an inverter');

const limitFigure = (part: Part, limitA: Sourced): Figure =>
  atLimit.figure(limitA.value, { limitA }, { key: part.id, says: part.name });

const demand = (
  part: Extract<Part, { dropFraction: number | null }>,
  gives: boolean,
  current: Figure,
  usual: number,
): Demand => ({ partId: part.id, says: part.name, gives, current, dropFraction: part.dropFraction ?? usual });
