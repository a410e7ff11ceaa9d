import type { Limit } from '../plan/limit';

/** What fields of the bank accept. In stored units. */
export const BANK_LIMITS = {
  ageingFraction: { min: 0.4, max: 1 },
  autonomyDays: { min: 0.1, max: 60 },
  flatLossFraction: { min: 0, max: 0.6 },
  runtimeH: { min: 0, max: 10_000 },
} as const satisfies Record<string, Limit>;
