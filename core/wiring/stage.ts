import type { Audit } from '../audit/audit';
import type { Inverter } from '../audit/inverter';
import type { Load } from '../audit/load';
import type { Bank } from '../bank/plan';
import type { ChemistryEdits } from '../cells/chemistry-edit';
import type { ChargingPlan } from '../charging/plan';
import { copperKg } from '../conductors/copper';
import { computed, type Figure } from '../formula/figure';
import { sumOver } from '../formula/formula';
import { isObject } from '../plan/lift';
import { defineStage } from '../plan/stage-definition';
import { workOut } from './circuit';
import { allConsumers } from './demand';
import type { Circuit } from './circuit-figures';
import { freshWiring } from './fresh';
import { WiringPlan } from './plan';

interface WiringNeeds {
  loads: Load[];
  inverters: Inverter[];
  charging: ChargingPlan;
  bank: Bank | null;
  chemistryEdits: ChemistryEdits;
  wiring: WiringPlan;
}

interface WiringDerived {
  /** Null where nothing is laid out, or there is no bank. */
  circuit: Circuit | null;
}

type Stored = Record<string, unknown>;

/** A plan as it is stored, with each of its parts and runs lifted; what is none stays as it is. */
function eachOf(plan: Stored, ofPart: (part: Stored) => Stored, ofRun: (run: Stored) => Stored): Stored {
  const { wiring } = plan;
  if (!isObject(wiring)) return plan;
  const each = (all: unknown, lift: (one: Stored) => Stored) =>
    Array.isArray(all) ? all.map((one: unknown) => (isObject(one) ? lift(one) : one)) : all;
  const { parts, runs } = wiring;
  return { ...plan, wiring: { ...wiring, parts: each(parts, ofPart), runs: each(runs, ofRun) } };
}

export const wiringStage = defineStage({
  id: 'wiring',
  Plan: { wiring: WiringPlan },
  fresh: () => ({ wiring: freshWiring() }),
  lift: {
    /** There was one run, bank to inverter, and it belonged to the bank. */
    5: (plan) => {
      const wiring = freshWiring();
      const { bank } = plan;
      if (!isObject(bank)) return { ...plan, wiring };
      const { cableLengthM, cableAreaMm2, ...rest } = bank;
      const { lengthM, areaMm2 } = wiring.inverterRun;
      return {
        ...plan,
        bank: rest,
        wiring: {
          ...wiring,
          inverterRun: { lengthM: cableLengthM ?? lengthM, areaMm2: cableAreaMm2 ?? areaMm2, lengthBy: 'measured' },
        },
      };
    },
    /** What was taken out by hand is remembered; chargers say whether they have an input; what is drawn of a bank may be a power, and its batteries differ in age and warmth. */
    6: (plan) => {
      const { wiring } = plan;
      if (!isObject(wiring)) return plan;
      const { parts, parallel } = wiring;
      const withAge = (batteries: unknown) =>
        Array.isArray(batteries)
          ? batteries.map((one: unknown) => (isObject(one) ? { ...one, capacityAh: null, tempC: null } : one))
          : batteries;
      const withInput = (part: unknown) =>
        isObject(part) && part['kind'] === 'charger' ? { ...part, hasInput: false } : part;
      return {
        ...plan,
        wiring: {
          ...wiring,
          removed: [],
          parts: Array.isArray(parts) ? parts.map(withInput) : parts,
          parallel: isObject(parallel)
            ? { ...parallel, drawBy: 'current', drawW: null, cutOffV: null, batteries: withAge(parallel['batteries']) }
            : parallel,
        },
      };
    },
    /** A fuse may be one of its own sheet; of a cable that is cut it is known from what, and for which length. */
    9: (plan) =>
      eachOf(
        plan,
        (part) => (part['kind'] === 'fuse' ? { ...part, sheet: null } : part),
        (run) => ({ ...run, cut: null }),
      ),
    /** A run may be of some conductors side by side; a circuit of loads may hang behind a converter. */
    10: (plan) =>
      eachOf(
        plan,
        (part) => (part['kind'] === 'loads' ? { ...part, converterV: null } : part),
        (run) => ({ ...run, conductors: 1 }),
      ),
  },
  records: ['wiring.parts', 'wiring.runs'],
  reads: ['loads', 'inverters', 'charging', 'bank', 'chemistryEdits', 'wiring'],
  adds: ['circuit'],
  derive: ({ plan, earlier }: { plan: WiringNeeds; earlier: { audit: Audit } }): WiringDerived => {
    const { bank, wiring, loads, inverters, charging, chemistryEdits } = plan;
    if (bank === null || wiring.parts.length === 0) return { circuit: null };
    const rig = { audit: earlier.audit, loads, inverters, sources: charging.sources, bank, chemistryEdits, wiring };
    return { circuit: workOut(rig) };
  },
  none: () => ({ circuit: null }),
  keyFigures: ({ circuit }) => (circuit ? wiringFigures(circuit) : []),
  stale: () => [],
});

/** By what an edit moved the circuit: all that is drawn at most, and the copper of it all. */
const wiringFigures = ({ runs, loops }: Circuit): Figure[] => [
  allConsumers(loops),
  sumOver(
    { id: 'wiring.copper', says: 'copper of all runs', unit: 'Kg', source: 'length × section × 8,890 kg/m³' },
    runs.map(({ run, areaMm2 }) => ({ says: run.label, kg: copperKg(run.lengthM * run.conductors, areaMm2) })),
    ({ kg }) => computed(kg),
  ),
];
