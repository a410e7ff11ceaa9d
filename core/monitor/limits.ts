import type { Limit } from '../plan/limit';

/** What fields of the monitor accept. In stored units. */
export const MONITOR_LIMITS = {
  alarmMarginFraction: { min: 0, max: 0.5 },
  settingValue: { min: -1000, max: 100_000 },
} as const satisfies Record<string, Limit>;
