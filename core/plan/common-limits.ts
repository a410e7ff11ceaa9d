import type { Limit } from './limit';

/** What fields of more than one stage accept. In stored units. */
export const COMMON_LIMITS = {
  efficiencyFraction: { min: 0.3, max: 1 },
  dutyFraction: { min: 0, max: 1 },
  hoursPerDay: { min: 0, max: 24 },
  daysPerWeek: { min: 0, max: 7 },
  clockHour: { min: 0, max: 24 },
  ambientTempC: { min: -50, max: 70 },
  chargerV: { min: 1, max: 200 },
  price: { min: 0, max: 1_000_000 },
} as const satisfies Record<string, Limit>;
