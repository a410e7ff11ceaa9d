import type { Inverter } from '../audit/inverter';
import type { Load } from '../audit/load';
import type { AuditPlan } from '../audit/plan';
import type { Bank } from '../bank/plan';
import type { ChemistryEdits } from '../cells/chemistry-edit';
import type { Place } from '../climate/place';
import type { ChargingPlan } from './plan';

/** What of a plan its year follows from. */
export interface YearParts {
  audit: AuditPlan;
  loads: Load[];
  inverters: Inverter[];
  bank: Bank | null;
  chemistryEdits: ChemistryEdits;
  charging: ChargingPlan;
  place: Place;
}
