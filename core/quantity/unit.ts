/**
 * The units a figure can carry. Stored figures are SI-based (Fraction, not percent); the display symbol, the factor
 * to it and the usual decimals stand here and nowhere else.
 */
export const UNITS = {
  V: { symbol: 'V', factor: 1, decimals: 2 },
  A: { symbol: 'A', factor: 1, decimals: 2 },
  W: { symbol: 'W', factor: 1, decimals: 1 },
  Wh: { symbol: 'Wh', factor: 1, decimals: 0 },
  Ah: { symbol: 'Ah', factor: 1, decimals: 1 },
  AhPerDay: { symbol: 'Ah a day', factor: 1, decimals: 1 },
  AhPerWeek: { symbol: 'Ah a week', factor: 1, decimals: 1 },
  H: { symbol: 'h', factor: 1, decimals: 1 },
  Ohm: { symbol: 'mΩ', factor: 1000, decimals: 2 },
  M: { symbol: 'm', factor: 1, decimals: 1 },
  Mm2: { symbol: 'mm²', factor: 1, decimals: 1 },
  Mm: { symbol: 'mm', factor: 1, decimals: 0 },
  Kg: { symbol: 'kg', factor: 1, decimals: 1 },
  Litre: { symbol: 'l', factor: 1, decimals: 0 },
  Price: { symbol: '', factor: 1, decimals: 0 },
  /** Of one watt, hour, amp-hour. */
  UnitPrice: { symbol: '', factor: 1, decimals: 2 },
  PricePerKwh: { symbol: 'per kWh', factor: 1, decimals: 2 },
  CRate: { symbol: 'C', factor: 1, decimals: 2 },
  Minute: { symbol: 'min', factor: 1, decimals: 0 },
  Day: { symbol: 'days', factor: 1, decimals: 1 },
  /** An hour of the clock, in decimals. */
  Clock: { symbol: 'h', factor: 1, decimals: 2 },
  TempC: { symbol: '°C', factor: 1, decimals: 0 },
  Degree: { symbol: '°', factor: 1, decimals: 1 },
  Fraction: { symbol: '%', factor: 100, decimals: 1 },
  Ratio: { symbol: '', factor: 1, decimals: 3 },
  Count: { symbol: '', factor: 1, decimals: 0 },
} as const satisfies Record<string, { symbol: string; factor: number; decimals: number }>;

export type Unit = keyof typeof UNITS;
