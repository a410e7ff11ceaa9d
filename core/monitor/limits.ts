import type { Limit } from '../plan/limit';

/** What fields of the monitor accept. In stored units. */
export const MONITOR_LIMITS = {
  alarmMarginFraction: { min: 0, max: 0.5 },
  settingValue: { min: -1000, max: 100_000 },
  meterStep: { min: 0.0001, max: 1000 },
  sampleS: { min: 0, max: 3600 },
  resolutionA: { min: 0, max: 10 },
  offsetA: { min: -10, max: 10 },
  gainRatio: { min: 0.05, max: 20 },
  stopsAtA: { min: 0, max: 2000 },
  starterA: { min: 0, max: 10_000 },
  healthFraction: { min: 0.2, max: 1.2 },
  totalDays: { min: 0, max: 36_600 },
  totalAh: { min: 0, max: 100_000_000 },
  totalKWh: { min: 0, max: 10_000_000 },
  totalCount: { min: 0, max: 10_000_000, integer: true },
} as const satisfies Record<string, Limit>;
