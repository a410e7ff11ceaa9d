export interface Limit {
  min: number;
  max: number;
  integer?: boolean;
}

/** What a field accepts, in stored units; the schema and the input fields both read it. */
export const LIMITS = {
  powerW: { min: 0, max: 50_000 },
  loadVoltageV: { min: 0, max: 1000 },
  loadCurrentA: { min: 0, max: 2000 },
  hoursPerDay: { min: 0, max: 24 },
  dutyFraction: { min: 0, max: 1 },
  quantity: { min: 1, max: 999, integer: true },
  spanS: { min: 0, max: 2_592_000 },
  loggedPerDay: { min: 0, max: 1_000_000 },
  loggedDays: { min: 1, max: 3660 },
  spreadLow: { min: 0, max: 1 },
  spreadHigh: { min: 1, max: 20 },
  daysPerWeek: { min: 0, max: 7 },
  ambientTempC: { min: -50, max: 70 },
  surgeFactor: { min: 1, max: 20 },
  sunHoursPerDay: { min: 0.1, max: 12 },
  efficiencyFraction: { min: 0.3, max: 1 },
  standbyW: { min: 0, max: 500 },
  cellsInSeries: { min: 1, max: 48, integer: true },
  capacityAh: { min: 0.5, max: 20_000 },
  seriesCount: { min: 1, max: 64, integer: true },
  parallelCount: { min: 1, max: 64, integer: true },
  usableFraction: { min: 0.05, max: 1 },
  ageingFraction: { min: 0.4, max: 1 },
  bankTempC: { min: -30, max: 60 },
  autonomyDays: { min: 0.1, max: 60 },
  flatLossFraction: { min: 0, max: 0.6 },
  resistanceOhm: { min: 0.00001, max: 2 },
  massKg: { min: 0.1, max: 2000 },
  sizeMm: { min: 10, max: 5000 },
  price: { min: 0, max: 1_000_000 },
  batteryA: { min: 1, max: 10_000 },
  cableLengthM: { min: 0.05, max: 100 },
  cableAreaMm2: { min: 0.5, max: 1000 },
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
  runtimeH: { min: 0, max: 10_000 },
  chargerV: { min: 1, max: 200 },
  arrayW: { min: 1, max: 50_000 },
  tiltDeg: { min: 0, max: 90 },
  azimuthDeg: { min: 0, max: 360 },
  shadeFraction: { min: 0, max: 1 },
  chargerA: { min: 0, max: 2000 },
  pathOhm: { min: 0.0005, max: 5 },
  clockHour: { min: 0, max: 24 },
  clearness: { min: 0, max: 0.85 },
  meanClearness: { min: 0, max: 0.78 },
  peakSunH: { min: 0, max: 12 },
  priceYears: { min: 1, max: 30 },
  targetFraction: { min: 0.5, max: 0.999 },
  loadCutFraction: { min: 0, max: 0.95 },
  alarmMarginFraction: { min: 0, max: 0.5 },
  settingValue: { min: -1000, max: 100_000 },
  fullWithinDays: { min: 1, max: 60, integer: true },
  readingV: { min: 0, max: 1000 },
  readingA: { min: -10_000, max: 10_000 },
  readingSocFraction: { min: 0, max: 1 },
  readingAh: { min: -1_000_000, max: 1_000_000 },
  latitudeDeg: { min: -90, max: 90 },
  longitudeDeg: { min: -180, max: 180 },
} as const satisfies Record<string, Limit>;

export type LimitName = keyof typeof LIMITS;

export type FieldIssue =
  | { code: 'not-a-number' }
  | { code: 'too-small'; min: number }
  | { code: 'too-large'; max: number }
  | { code: 'not-whole' };

/** Says what is wrong with a value for a field, or null when nothing is. */
export function fieldIssue(limit: Limit, value: number): FieldIssue | null {
  if (!Number.isFinite(value)) return { code: 'not-a-number' };
  if (value < limit.min) return { code: 'too-small', min: limit.min };
  if (value > limit.max) return { code: 'too-large', max: limit.max };
  if (limit.integer && !Number.isInteger(value)) return { code: 'not-whole' };
  return null;
}
