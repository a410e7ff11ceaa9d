import type { Audit } from '../audit/audit';
import type { Inverter } from '../audit/inverter';
import { drawAtRating } from '../audit/inverter-use';
import type { ConfigurationDemand } from '../bank/configurations';
import { newBank } from '../bank/fresh';
import { GENERIC_BATTERIES } from '../bank/generic-batteries.data';
import type { Bank } from '../bank/plan';
import type { DayDemand } from '../bank/size-bank';
import type { Battery } from '../cells/battery';
import type { ChemistryEdits } from '../cells/chemistry-edit';
import { chemistryOf } from '../cells/chemistry-of';
import type { Figure } from '../formula/figure';
import { at } from '../quantity/guard';
import { chargingPeak } from './charging-peak';
import type { ChargingPlan } from './plan';

/** What of a plan and its figures a bank has to meet. */
export interface DemandingParts {
  plan: { bank: Bank | null; inverters: readonly Inverter[]; charging: ChargingPlan; chemistryEdits: ChemistryEdits };
  audit: Audit;
  demand: DayDemand & { dayAh: Figure };
  quantiles: { p50Ah: Figure; p90Ah: Figure } | null;
}

/**
 * What the arrangements of a shelf are held against: the day, its peaks, what the inverters and sources may do, and how the bank itself is
 * reckoned; a bank of usual figures where none is chosen.
 * @param blocks  of 12 V in series: 1, 2 or 4
 * @returns       null while nothing is audited
 */
export function bankDemand(
  { plan, audit, demand, quantiles }: DemandingParts,
  blocks: number,
): ConfigurationDemand | null {
  if (audit.dayAh.value === 0) return null;
  const bank = plan.bank ?? newBank(at(GENERIC_BATTERIES, 0));
  const { lossSchool, flatLossFraction, ageingFraction, coldestTempC, autonomyDays, currentSchool } = bank;
  return {
    ...demand,
    blocks,
    autonomyDays,
    peakW: audit.peakW.value,
    chargeAt: (nominalV) => chargingPeak({ ...plan.charging, inverters: plan.inverters }, nominalV),
    p50DayAh: quantiles?.p50Ah ?? audit.dayAh,
    p90DayAh: quantiles?.p90Ah ?? demand.dayAh,
    inverterW: drawAtRating(plan.inverters, audit.inverters),
    school: currentSchool,
    losses: { lossSchool, flatLossFraction, ageingFraction, coldestTempC },
    usableOf: (battery) => usableOf(battery, plan.bank, plan.chemistryEdits),
  };
}

/** The bank's own share for batteries of its chemistry, others' usual one. */
const usableOf = (battery: Battery, bank: Bank | null, edits: ChemistryEdits): number =>
  bank && battery.chemistryId === bank.battery.chemistryId
    ? bank.usableFraction
    : chemistryOf(battery, edits).usableFraction;
