import type { Limit } from '../plan/limit';

/** What fields of the charging plan accept. In stored units. */
export const CHARGING_LIMITS = {
  priceYears: { min: 1, max: 30 },
  targetFraction: { min: 0.5, max: 0.999 },
  loadCutFraction: { min: 0, max: 0.95 },
} as const satisfies Record<string, Limit>;
