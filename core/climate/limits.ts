import type { Limit } from '../plan/limit';

/** What fields of places and their weather accept. In stored units. */
export const CLIMATE_LIMITS = {
  latitudeDeg: { min: -90, max: 90 },
  longitudeDeg: { min: -180, max: 180 },
  clearness: { min: 0, max: 0.85 },
  meanClearness: { min: 0, max: 0.78 },
  peakSunH: { min: 0, max: 12 },
} as const satisfies Record<string, Limit>;
