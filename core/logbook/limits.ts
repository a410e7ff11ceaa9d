import type { Limit } from '../plan/limit';

/** What fields of the logbook accept. In stored units. */
export const LOGBOOK_LIMITS = {
  fullWithinDays: { min: 1, max: 60, integer: true },
  readingV: { min: 0, max: 1000 },
  readingA: { min: -10_000, max: 10_000 },
  readingSocFraction: { min: 0, max: 1 },
  readingAh: { min: -1_000_000, max: 1_000_000 },
} as const satisfies Record<string, Limit>;
