import type { Bank } from '../../bank/plan';
import { batteryOhm, coldFactor } from '../../bank/resistance';
import type { ChemistryEdits } from '../../cells/chemistry-edit';
import { chemistryOf } from '../../cells/chemistry-of';
import { interpolate } from '../../cells/interpolate';
import { copperOhm } from '../../conductors/copper';
import { at } from '../../quantity/guard';
import { bankStrings } from '../battery-posts';
import type { ParallelPlan } from '../plan';
import type { DrainedBattery } from './drain';
import type { ParallelBattery, ParallelLeads } from './topology';

/** Along a bar of the usual 25 × 3 mm, from stud to stud. */
const BAR_OHM = copperOhm(0.03, 75, 20);
/** Copper in use. */
export const IN_USE_C = 40;
/** As resistances are told. */
const WARM_C = 25;
/** More than these are not looked at together. */
export const BATTERIES_MOST = 16;

/** A bank as a network in parallel: its batteries, the first sixteen of them, what joins them, and what each may carry. */
export interface BankInParallel {
  names: string[];
  batteries: ParallelBattery[];
  drained: DrainedBattery[];
  /** Inside each at 25 °C, Ω. */
  warmOhm: number[];
  capacityAh: number[];
  /** What the sheet of each lets out of it, and into it, A; null: it does not say. */
  limitA: (number | null)[];
  chargeLimitA: (number | null)[];
  leads: ParallelLeads;
}

/**
 * The strings of a bank with what is known of each, and the leads of the plan. A joint counts once at each end of a lead.
 * Resistance grows in the cold, by the temperature of each.
 */
export function bankInParallel(bank: Bank, edits: ChemistryEdits, plan: ParallelPlan): BankInParallel {
  const chemistry = chemistryOf(bank.battery, edits);
  const strings = bankStrings(bank).slice(0, BATTERIES_MOST);
  const warmOhm = strings.map(
    ({ battery, seriesCount }, k) => plan.batteries[k]?.ohm ?? batteryOhm(battery, chemistry).value * seriesCount,
  );
  const drained = strings.map(({ battery, seriesCount }, k): DrainedBattery => {
    const facts = plan.batteries[k];
    // Lead has nothing of its own that opens: its sheet's limits are for what is around it to keep.
    const protectedBy = chemistry.family === 'lithium' ? battery : { dischargeA: null, chargeA: null };
    const cells = battery.cellsInSeries * seriesCount;
    return {
      restedV: chemistry.restedCellV.map(([soc, volts]) => [soc, volts * cells] as const),
      ohm: at(warmOhm, k) * coldFactor(chemistry, facts?.tempC ?? WARM_C),
      looseOhm: facts?.looseOhm ?? 0,
      capacityAh: facts?.capacityAh ?? battery.capacityAh,
      peukertExponent: chemistry.peukertExponent,
      socFraction: facts?.chargeFraction ?? plan.chargeFraction,
      limitA: protectedBy.dischargeA,
      chargeLimitA: protectedBy.chargeA,
      delayS: plan.protectionS,
    };
  });
  const lead = (lengthM: number) => copperOhm(lengthM, plan.areaMm2, IN_USE_C) + 2 * plan.jointOhm;
  return {
    names: strings.map(({ name }) => name),
    batteries: drained.map(({ restedV, socFraction, ohm, looseOhm }) => ({
      emfV: interpolate(restedV, socFraction),
      ohm,
      looseOhm,
    })),
    drained,
    warmOhm,
    capacityAh: drained.map(({ capacityAh }) => capacityAh),
    limitA: strings.map(({ battery }) => battery.dischargeA),
    chargeLimitA: strings.map(({ battery }) => battery.chargeA),
    leads: { linkOhm: lead(plan.linkM), leadOhm: lead(plan.leadM), barOhm: BAR_OHM },
  };
}
