import type { Limit } from '../plan/limit';

/** What fields of charging sources accept. In stored units. */
export const SOURCE_LIMITS = {
  arrayW: { min: 1, max: 50_000 },
  tiltDeg: { min: 0, max: 90 },
  azimuthDeg: { min: 0, max: 360 },
  shadeFraction: { min: 0, max: 1 },
  chargerA: { min: 0, max: 2000 },
  pathOhm: { min: 0.0005, max: 5 },
} as const satisfies Record<string, Limit>;
