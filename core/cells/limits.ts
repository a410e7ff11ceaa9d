import type { Limit } from '../plan/limit';

/** What fields of batteries and chemistries accept. In stored units. */
export const CELL_LIMITS = {
  cellsInSeries: { min: 1, max: 48, integer: true },
  capacityAh: { min: 0.5, max: 20_000 },
  seriesCount: { min: 1, max: 64, integer: true },
  parallelCount: { min: 1, max: 64, integer: true },
  usableFraction: { min: 0.05, max: 1 },
  bankTempC: { min: -30, max: 60 },
  resistanceOhm: { min: 0.00001, max: 2 },
  massKg: { min: 0.1, max: 2000 },
  sizeMm: { min: 10, max: 5000 },
  batteryA: { min: 1, max: 10_000 },
  peukertExponent: { min: 1, max: 1.6 },
  cellV: { min: 1, max: 5 },
  curveFraction: { min: 0, max: 1 },
  capacityShare: { min: 0.05, max: 1.5 },
  cycles: { min: 1, max: 100_000 },
  acceptancePerH: { min: 0.2, max: 100 },
  acceptanceCapPerH: { min: 0.02, max: 5 },
  tailFraction: { min: 0.001, max: 0.2 },
  fullMarginV: { min: 0, max: 1 },
  cellMilliOhm: { min: 0.01, max: 50 },
} as const satisfies Record<string, Limit>;
