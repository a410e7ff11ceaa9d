import { AUDIT_LIMITS } from '../audit/limits';
import type { Limit } from '../plan/limit';

/** What fields of the wiring accept. In stored units. */
export const WIRING_LIMITS = {
  runM: { min: 0.01, max: 200 },
  runMm2: { min: 0.5, max: 1000 },
  conductorsCount: { min: 1, max: 4, integer: true },
  bundledCount: { min: 1, max: 60, integer: true },
  converterV: AUDIT_LIMITS.loadVoltageV,
  secondV: { min: 6, max: 60 },
  partA: { min: 0.1, max: 5000 },
  fuseV: { min: 6, max: 1500 },
  fuseBreaksA: { min: 50, max: 200_000 },
  shuntV: { min: 0.01, max: 0.2 },
  torqueNm: { min: 0.5, max: 100 },
  lugsMost: { min: 1, max: 60, integer: true },
  wireShare: { min: 0.4, max: 1 },
  nearM: { min: 0.05, max: 2 },
  selectiveRatio: { min: 1, max: 4 },
  dropFraction: { min: 0.002, max: 0.2 },
  jointOhm: { min: 0, max: 0.1 },
  batteryOhm: { min: 0.00005, max: 1 },
  leftAh: { min: 0.5, max: 20_000 },
  batteryC: { min: -40, max: 70 },
  chargeFraction: { min: 0, max: 1 },
  drawA: { min: -2000, max: 5000 },
  drawW: { min: -50_000, max: 100_000 },
  cutOffV: { min: 5, max: 120 },
  protectionS: { min: 0, max: 600 },
} as const satisfies Record<string, Limit>;
