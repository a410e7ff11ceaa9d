import type { Chemistry } from '../cells/chemistry';
import { interpolate } from '../cells/interpolate';
import type { Bank } from '../rig/bank';
import { capacityWithPeukert } from './peukert';
import type { DayDemand } from './size-bank';

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
  nominalV: number,
  chemistry: Chemistry,
  school: Bank['lossSchool'],
): WaterfallStep[] {
  const steps: WaterfallStep[] = [];
  let atAh = 0;
  const to = (id: WaterfallStep['id'], afterAh: number) => {
    steps.push({ id, addsAh: afterAh - atAh, afterAh });
    atAh = afterAh;
  };
  to('day', demand.dayAh.value);
  to('autonomy', atAh * bank.autonomyDays);
  to('usable', atAh / bank.usableFraction);
  if (school === 'flat') to('flat', atAh / (1 - bank.flatLossFraction));
  else {
    to('ageing', atAh / bank.ageingFraction);
    to('cold', atAh / interpolate(chemistry.capacityFractionByTempC, bank.coldestTempC));
    to(
      'peukert',
      capacityWithPeukert(
        atAh,
        demand.hoursWh.map((wh) => wh / nominalV),
        chemistry.peukertExponent,
      ),
    );
  }
  return steps;
}
