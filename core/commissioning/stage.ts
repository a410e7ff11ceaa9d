import type { Audit } from '../audit/audit';
import type { Inverter } from '../audit/inverter';
import type { Load } from '../audit/load';
import type { Bank } from '../bank/plan';
import type { SizedBank } from '../bank/size-bank';
import type { ChemistryEdits } from '../cells/chemistry-edit';
import type { ChargingPlan } from '../charging/plan';
import { defineStage } from '../plan/stage-definition';
import type { Circuit } from '../wiring/circuit-figures';
import type { WiringPlan } from '../wiring/plan';
import type { StepContext } from './context';
import { freshCommissioning } from './fresh';
import { CommissioningPlan } from './plan';
import type { Step } from './step';
import { contextOf, stepsOf } from './steps-of';

interface CommissioningNeeds {
  loads: Load[];
  inverters: Inverter[];
  charging: ChargingPlan;
  bank: Bank | null;
  chemistryEdits: ChemistryEdits;
  wiring: WiringPlan;
}

/** The steps that a rig is proven by: made when they are asked for, since most edits of a plan ask for none. */
export interface Proving {
  context: StepContext;
  steps: () => readonly Step[];
}

interface CommissioningDerived {
  /** Null until a circuit is laid out. */
  proving: Proving | null;
}

export const commissioningStage = defineStage({
  id: 'commissioning',
  Plan: { commissioning: CommissioningPlan },
  fresh: () => ({ commissioning: freshCommissioning() }),
  lift: {
    /** Nothing was walked through yet. */
    7: (plan) => ({ ...plan, commissioning: freshCommissioning() }),
  },
  records: ['commissioning.rounds', 'commissioning.photos'],
  reads: ['loads', 'inverters', 'charging', 'bank', 'chemistryEdits', 'wiring'],
  adds: ['proving'],
  derive: ({
    plan,
    earlier,
  }: {
    plan: CommissioningNeeds;
    earlier: { audit: Audit; bank: SizedBank | null; circuit: Circuit | null };
  }): CommissioningDerived => {
    const { loads, inverters, charging, bank, chemistryEdits, wiring } = plan;
    const { audit, circuit } = earlier;
    if (bank === null || circuit === null || earlier.bank === null) return { proving: null };
    const { capacityAh } = earlier.bank;
    const context = contextOf({
      ...{ loads, inverters, bank, chemistryEdits, wiring, audit, circuit, capacityAh },
      sources: charging.sources,
      sharedLimitA: charging.sharedLimitA,
    });
    let made: readonly Step[] | null = null;
    return { proving: { context, steps: () => (made ??= stepsOf(context)) } };
  },
  none: () => ({ proving: null }),
  keyFigures: () => [],
  stale: () => [],
});
