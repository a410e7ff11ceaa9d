import type { Battery } from '../cells/battery';
import type { Chemistry } from '../cells/chemistry';
import { byDefault, entered, type Sourced } from '../formula/figure';

/** Of the capacity an hour, where the sheet of a battery names no limit. */
const USUAL_C = {
  chargeA: { lithium: 0.5, lead: 0.2 },
  dischargeA: { lithium: 0.5, lead: 0.2 },
} as const;

/** What a battery takes or gives for good, A: off its sheet, or what is careful for its chemistry. */
export const batteryLimit = (
  battery: Battery,
  { family }: Pick<Chemistry, 'family'>,
  of: 'chargeA' | 'dischargeA',
): Sourced => {
  const own = battery[of];
  return own === null
    ? byDefault(USUAL_C[of][family] * battery.capacityAh, 'its sheet names none: careful for its chemistry')
    : entered(own, battery.name);
};
