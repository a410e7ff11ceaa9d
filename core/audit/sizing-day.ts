import { byDefault, type Figure, type Sourced } from '../formula/figure';
import { account } from '../formula/formula';
import type { AuditPlan } from './plan';
import type { Audit } from './audit';
import type { DayOfLoad, DayQuantiles } from './simulate-day';

const simulatedDay = (id: string, says: string, words: string) =>
  account({
    id,
    says,
    unit: 'Ah',
    words,
    terms: {
      draws: { says: 'days drawn', unit: 'Count' },
      typicalAh: { says: 'all loads typical', unit: 'Ah' },
      highAh: { says: 'all loads high', unit: 'Ah' },
    },
    source: 'each load drawn from its PERT distribution, on the days on which it is used, independent of the others',
    leavesOut: 'what makes loads high together: guests, a heat wave',
  });

const QUANTILES = {
  p10Ah: simulatedDay('audit.p10', 'one day in ten takes less', 'the tenth part of the drawn days lies below'),
  p50Ah: simulatedDay('audit.p50', 'half of the days take less', 'half of the drawn days lie below'),
  p90Ah: simulatedDay('audit.p90', 'nine days in ten take less', 'nine tenths of the drawn days lie below'),
};

/** P10, P50 and P90 of the day as figures. */
export function quantileFigures(audit: Audit, quantiles: DayQuantiles): Record<keyof typeof QUANTILES, Figure> {
  const figure = (key: keyof typeof QUANTILES) =>
    QUANTILES[key].figure(quantiles[key], {
      draws: byDefault(quantiles.draws),
      typicalAh: audit.dayAh,
      highAh: audit.allHighAh,
    });
  return { p10Ah: figure('p10Ah'), p50Ah: figure('p50Ah'), p90Ah: figure('p90Ah') };
}

/** Less than this a day is nothing. */
export const LEAST_AH = 1e-6;

/** The loads as the simulation takes them. */
export const daysOfLoads = (audit: Audit): DayOfLoad[] =>
  audit.lines.map(({ lowAh, onDayAh, highAh, daysFraction }) => ({ lowAh, typicalAh: onDayAh, highAh, daysFraction }));

/** The day that the bank is sized for, its hours in W, and the voltage at which it was reckoned. */
export interface SizingDay {
  dayAh: Figure;
  /** [24] */
  hoursWh: number[];
  atV: Sourced;
}

/** The day that the bank is sized for, and its hours. @param quantiles null while nothing is audited */
export function sizingDay(audit: Audit, plan: AuditPlan, quantiles: DayQuantiles | null): SizingDay {
  const dayAh =
    plan.sizeFor === 'all-high'
      ? audit.allHighAh
      : plan.sizeFor === 'nine-in-ten' && quantiles
        ? quantileFigures(audit, quantiles).p90Ah
        : audit.dayAh;
  // Loads that typically rest have no hours of their own: their rare day is laid evenly.
  const rests = !(audit.dayAh.value > LEAST_AH);
  const evenWh = (dayAh.value * audit.nominalV.value) / audit.hoursWh.length;
  const hoursWh = audit.hoursWh.map((wh) => (rests ? evenWh : (wh * dayAh.value) / audit.dayAh.value));
  return { dayAh, hoursWh, atV: audit.nominalV };
}
