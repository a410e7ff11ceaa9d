import type { Limit } from '../plan/limit';

/** What fields of the commissioning accept. In stored units. */
export const COMMISSIONING_LIMITS = {
  meterStepA: { min: 0.001, max: 5 },
  voltmeterStepV: { min: 0.0001, max: 0.5 },
  shownA: { min: -5000, max: 5000 },
  shownV: { min: -200, max: 200 },
  pieceV: { min: 0, max: 10 },
  restedH: { min: 0, max: 2000 },
  batteryTempC: { min: -40, max: 70 },
  gravity: { min: 1, max: 1.4 },
  chargerA: { min: 0.1, max: 1000 },
  countedAh: { min: -20_000, max: 20_000 },
} as const satisfies Record<string, Limit>;
