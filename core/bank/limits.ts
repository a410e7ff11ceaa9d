import type { Limit } from '../plan/limit';

/** What fields of the bank accept. In stored units. */
export const BANK_LIMITS = {
  ageingFraction: { min: 0.4, max: 1 },
  autonomyDays: { min: 0.1, max: 60 },
  flatLossFraction: { min: 0, max: 0.6 },
  cableLengthM: { min: 0.05, max: 100 },
  cableAreaMm2: { min: 0.5, max: 1000 },
  runtimeH: { min: 0, max: 10_000 },
} as const satisfies Record<string, Limit>;
