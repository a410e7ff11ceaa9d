import type { Limit } from '../plan/limit';

/** What fields of the audit accept. In stored units. */
export const AUDIT_LIMITS = {
  powerW: { min: 0, max: 50_000 },
  loadVoltageV: { min: 0, max: 1000 },
  loadCurrentA: { min: 0, max: 2000 },
  quantity: { min: 1, max: 999, integer: true },
  spanS: { min: 0, max: 2_592_000 },
  loggedPerDay: { min: 0, max: 1_000_000 },
  loggedDays: { min: 1, max: 3660 },
  spreadLow: { min: 0, max: 1 },
  spreadHigh: { min: 1, max: 20 },
  surgeFactor: { min: 1, max: 20 },
  sunHoursPerDay: { min: 0.1, max: 12 },
  standbyW: { min: 0, max: 500 },
} as const satisfies Record<string, Limit>;
