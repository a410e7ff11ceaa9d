import type { Audit } from '../audit/audit';
import type { AuditLine } from '../audit/audit-line';
import type { Inverter } from '../audit/inverter';
import type { Load } from '../audit/load';
import type { Bank } from '../bank/plan';
import { usualCutOffV } from '../cells/twelve-volt-blocks';
import { chemistryOf } from '../cells/chemistry-of';
import type { ChemistryEdits } from '../cells/chemistry-edit';
import { deviceLimit, sourcesOf } from '../sources/device';
import { joinsByRelay, type Source } from '../sources/source';
import { sourceLimit } from '../sources/source-limit';
import { byDefault, computed, entered, type Figure, type Sourced } from '../formula/figure';
import { account, formula, sumOver } from '../formula/formula';
import { keptWith } from '../plan/kept-by';
import { at } from '../quantity/guard';
import { loadsOn } from './loads-on';
import type { Part, PartOf } from './part';

/** What the demands of a circuit follow from. */
export interface DemandParts {
  audit: Audit;
  loads: readonly Load[];
  inverters: readonly Inverter[];
  sources: readonly Source[];
  bank: Bank;
  chemistryEdits: ChemistryEdits;
}

/** The voltages at which a circuit is worked, V. */
interface DemandVolts {
  nominalV: number;
  highestV: number;
}

/** Who is fed by the bank, and who by a second battery. */
export interface Demands {
  bank: readonly Demand[];
  inputs: readonly Demand[];
}

/** What all parts of a circuit take and give; kept until something of the plan is another, whatever is typed of its runs. */
export const demandsOf = keptWith(
  (parts: readonly Part[], { nominalV, highestV, ...rig }: DemandParts & DemandVolts): Demands => ({
    bank: ofBank(parts, rig, nominalV),
    inputs: inputsOf(parts, rig, highestV),
  }),
);

/** By the hour of an average day [24]. */
export interface UsualDraw {
  /** Mean, A. */
  hoursA: readonly number[];
  /** Mean of the square, A²: what goes on and off within the hour flows at its whole current for its share of it. */
  hoursA2: readonly number[];
}

/** What a part takes out of the circuit, or gives into it, at its highest for good. */
export interface Demand {
  partId: string;
  /** What it is called. */
  says: string;
  gives: boolean;
  /** What a part gives besides what it takes, on the same pair of cables: an inverter that charges too. */
  also: boolean;
  current: Figure;
  /** What it draws while the hardest of its loads starts, A; 0 of what gives. */
  surgeA: number;
  /** What it draws in each hour of an average day; null where that does not follow from the audit. */
  usual: UsualDraw | null;
  /** Share of the voltage that may be lost to it and back, and the nominal voltage that this is a share of. */
  dropFraction: number;
  systemV: number;
}

/**
 * Where nothing is said: charging and what must not stop are kept tighter than the rest. A relay joins two batteries: no charger holds a voltage at
 * this end, and once the bank is nearly full it takes little, and little is lost.
 */
export const USUAL_DROP = { charging: 0.01, relay: 0.03, main: 0.03, essential: 0.03, other: 0.05 } as const;

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

/** At its input, of what a charger between two batteries gives. */
const INPUT_EFFICIENCY = 0.9;
const inputCurrent = formula({
  id: 'wiring.input',
  says: 'design current',
  unit: 'A',
  words: 'current that it gives × highest charging voltage ÷ (efficiency × voltage of the second battery)',
  terms: {
    givenA: { says: 'what it gives at its most', unit: 'A' },
    highestV: { says: 'highest charging voltage', unit: 'V' },
    efficiencyFraction: { says: 'efficiency', unit: 'Fraction' },
    secondV: { says: 'second battery, while it feeds', unit: 'V' },
  },
  compute: ({ givenA, highestV, efficiencyFraction, secondV }) => (givenA * highestV) / (efficiencyFraction * secondV),
  source: 'power in × efficiency = power out',
});

/** What chargers between two batteries take out of the second one. @param highestV  of the bank while it is charged */
function inputsOf(parts: readonly Part[], { sources }: DemandParts, highestV: number): Demand[] {
  const second = parts.find((part): part is PartOf<'second-battery'> => part.kind === 'second-battery');
  return parts.flatMap((part): Demand[] => {
    const source = part.kind === 'charger' && part.hasInput && sources.find(({ id }) => id === part.sourceId);
    if (!source || !second) return [];
    const current = inputCurrent.figure(
      {
        givenA: sourceLimit(source),
        highestV: computed(highestV),
        efficiencyFraction: byDefault(INPUT_EFFICIENCY, 'usual for such a charger'),
        secondV: entered(second.nominalV, second.name),
      },
      { key: part.id, says: `${part.name}, its input` },
    );
    return [{ ...demand(part, false, current, USUAL_DROP.main, second.nominalV), says: `${part.name}, its input` }];
  });
}

/**
 * What each part of a circuit takes or gives; parts that only carry are not among them.
 * @param nominalV  of the bank, by which the audit's hours are told in ampere
 */
function ofBank(parts: readonly Part[], rig: DemandParts, nominalV: number): Demand[] {
  const lineOf = new Map(rig.audit.lines.map((line) => [line.id, line]));
  const loadOf = new Map(rig.loads.map((load) => [load.id, load]));
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
        const served = rig.audit.lines.filter((line) => line.inverterId === inverter.id);
        const standby = lineOf.get(`standby:${inverter.id}`);
        const current = byPower.figure({ powerW, lowestV: workingV }, { key: part.id });
        const takes: Demand = {
          ...demand(part, false, current, USUAL_DROP.main, nominalV),
          surgeA: surgeW(served) / workingV.value,
          usual: usualDraw(standby ? [...served, standby] : served, nominalV),
        };
        const charging = sourcesOf({ is: 'inverter', id: inverter.id }, rig).filter(({ on }) => on);
        if (charging.length === 0) return [takes];
        const given = limitFigure(part, deviceLimit(charging), `${part.name}, while it charges`);
        return [takes, { ...demand(part, true, given, USUAL_DROP.charging, nominalV), says: given.says, also: true }];
      }
      case 'charger': {
        const source = rig.sources.find(({ id }) => id === part.sourceId);
        if (!source) return [];
        const usual = joinsByRelay(source) ? USUAL_DROP.relay : USUAL_DROP.charging;
        const fed = sourcesOf({ is: 'charger', id: source.id }, rig);
        if (fed.length === 0) return [];
        const used = fed.filter(({ on }) => on);
        return [demand(part, true, limitFigure(part, deviceLimit(used.length > 0 ? used : fed)), usual, nominalV)];
      }
      case 'loads': {
        const on = loadsOn(part, loadOf);
        const lines = on.flatMap(({ id }) => lineOf.get(id) ?? []);
        const powerW = sumOver(
          { id: `wiring.loads:${part.id}`, says: 'its loads at once', unit: 'W', source: 'every load running' },
          lines,
          (line) => computed(line.runningW),
        );
        const essential = on.some(({ must }) => must);
        const current = byPower.figure({ powerW, lowestV }, { key: part.id });
        return [
          {
            ...demand(part, false, current, essential ? USUAL_DROP.essential : USUAL_DROP.other, nominalV),
            surgeA: surgeW(lines) / lowestV.value,
            usual: usualDraw(lines, nominalV),
          },
        ];
      }
      case 'other': {
        const current = limitFigure(part, entered(part.currentA, part.name));
        return [
          {
            ...demand(part, part.gives, current, part.gives ? USUAL_DROP.charging : USUAL_DROP.other, nominalV),
            // Off its plate, and for good.
            usual: part.gives
              ? null
              : { hoursA: DAY.map(() => part.currentA), hoursA2: DAY.map(() => part.currentA ** 2) },
          },
        ];
      }
      default:
        return [];
    }
  });
}

const DAY = Array.from({ length: 24 }, (_, hour) => hour);

/** W, all running, while the one that starts hardest starts. */
const surgeW = (lines: readonly AuditLine[]): number =>
  lines.reduce((sum, { runningW }) => sum + runningW, 0) +
  Math.max(0, ...lines.map(({ startingW, runningW }) => startingW - runningW));

/**
 * What loads draw together hour by hour, each on and off by itself for its share of the hour: the mean of the square is the square of the
 * mean, and mean × (running − mean) of each.
 */
function usualDraw(lines: readonly AuditLine[], nominalV: number): UsualDraw {
  const meansA = lines.map(({ hoursWh }) => DAY.map((hour) => (hoursWh[hour] ?? 0) / nominalV));
  const sumOf = (each: (k: number) => number) => lines.reduce((sum, _, k) => sum + each(k), 0);
  const hoursA = DAY.map((hour) => sumOf((k) => at(at(meansA, k), hour)));
  const hoursA2 = hoursA.map(
    (allA, hour) =>
      allA ** 2 +
      sumOf((k) => {
        const meanA = at(at(meansA, k), hour);
        return meanA * Math.max(0, at(lines, k).runningW / nominalV - meanA);
      }),
  );
  return { hoursA, hoursA2 };
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

const limitFigure = (part: Part, limitA: Sourced, says = part.name): Figure =>
  atLimit.figure(limitA.value, { limitA }, { key: part.id, says });

const demand = (
  part: Extract<Part, { dropFraction: number | null }>,
  gives: boolean,
  current: Figure,
  usual: number,
  systemV: number,
): Demand => ({
  partId: part.id,
  says: part.name,
  gives,
  also: false,
  current,
  surgeA: gives ? 0 : current.value,
  usual: null,
  dropFraction: part.dropFraction ?? usual,
  systemV,
});
