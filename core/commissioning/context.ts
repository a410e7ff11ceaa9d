import type { Audit } from '../audit/audit';
import type { Inverter } from '../audit/inverter';
import type { Load } from '../audit/load';
import type { Bank } from '../bank/plan';
import type { Chemistry } from '../cells/chemistry';
import type { ChemistryEdits } from '../cells/chemistry-edit';
import type { Figure } from '../formula/figure';
import type { Source } from '../sources/source';
import type { Circuit } from '../wiring/circuit-figures';
import type { PartOf } from '../wiring/part';
import type { CircuitNames } from '../wiring/post-name';
import type { WiringPlan } from '../wiring/plan';

/** What the steps of a rig are made from. */
export interface CommissioningParts {
  loads: readonly Load[];
  inverters: readonly Inverter[];
  sources: readonly Source[];
  /** What all sources together may give; null: no limit is set. */
  sharedLimitA: number | null;
  bank: Bank;
  chemistryEdits: ChemistryEdits;
  wiring: WiringPlan;
  audit: Audit;
  circuit: Circuit;
  /** Of the bank, rated. */
  capacityAh: Figure;
}

/** The same with what all steps ask of it. */
export interface StepContext extends CommissioningParts {
  chemistry: Chemistry;
  names: CircuitNames;
  shunt: PartOf<'shunt'> | null;
}

/** The shunt as far as its reading can be judged by it; null: its rating is not typed. */
export const ratedShunt = ({ shunt }: Pick<StepContext, 'shunt'>): { ratedA: number; fullV: number } | null =>
  shunt?.ratingA ? { ratedA: shunt.ratingA, fullV: shunt.fullScaleV } : null;
