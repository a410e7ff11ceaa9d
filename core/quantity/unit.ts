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
  Minute: { symbol: 'min', factor: 1, decimals: 0 },
  Day: { symbol: 'days', factor: 1, decimals: 1 },
  TempC: { symbol: '°C', factor: 1, decimals: 0 },
  Degree: { symbol: '°', factor: 1, decimals: 1 },
  Fraction: { symbol: '%', factor: 100, decimals: 1 },
  Ratio: { symbol: '', factor: 1, decimals: 3 },
  Count: { symbol: '', factor: 1, decimals: 0 },
} as const satisfies Record<string, { symbol: string; factor: number; decimals: number }>;

export type Unit = keyof typeof UNITS;
