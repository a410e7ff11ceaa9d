import type { Chemistry } from '../cells/chemistry';
import { interpolate } from '../cells/interpolate';
import type { Sourced } from '../formula/figure';
import type { Bank } from './plan';
import { capacityWithPeukert } from '../cells/peukert';
import { dayAtVoltage, type DayDemand } from './size-bank';

export interface WaterfallStep {
  id: 'day' | 'autonomy' | 'usable' | 'ageing' | 'cold' | 'peukert' | 'flat';
  /** What the factor adds, and the capacity after it, Ah. */
  addsAh: number;
  afterAh: number;
}

/** How the day's Ah become the capacity that is needed, factor by factor, in the given school. */
export function requirementSteps(
  bank: Pick<Bank, 'autonomyDays' | 'usableFraction' | 'ageingFraction' | 'coldestTempC' | 'flatLossFraction'>,
  demand: DayDemand,
  nominalV: Sourced,
  chemistry: Chemistry,
  school: Bank['lossSchool'],
): WaterfallStep[] {
  const steps: WaterfallStep[] = [];
  let atAh = 0;
  const to = (id: WaterfallStep['id'], afterAh: number) => {
    steps.push({ id, addsAh: afterAh - atAh, afterAh });
    atAh = afterAh;
  };
  to('day', dayAtVoltage(demand.dayAh, demand.atV, nominalV).value);
  to('autonomy', atAh * bank.autonomyDays);
  to('usable', atAh / bank.usableFraction);
  if (school === 'flat') to('flat', atAh / (1 - bank.flatLossFraction));
  if (school === 'itemised') {
    to('ageing', atAh / bank.ageingFraction);
    to('cold', atAh / interpolate(chemistry.capacityFractionByTempC, bank.coldestTempC));
    to(
      'peukert',
      capacityWithPeukert(
        atAh,
        demand.hoursWh.map((wh) => wh / nominalV.value),
        chemistry.peukertExponent,
      ),
    );
  }
  return steps;
}
