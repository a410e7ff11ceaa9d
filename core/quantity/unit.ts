/**
 * The units a figure can carry. Stored figures are SI-based (Fraction, not percent); the display symbol, the factor
 * to it and the usual decimals stand here and nowhere else. Sections are shown in mm² or as the name of a gauge.
 */
export const UNITS = {
  V: { symbol: 'V', factor: 1, decimals: 2 },
  A: { symbol: 'A', factor: 1, decimals: 2 },
  W: { symbol: 'W', factor: 1, decimals: 1 },
  Wh: { symbol: 'Wh', factor: 1, decimals: 0 },
  KWh: { symbol: 'kWh', factor: 1, decimals: 2 },
  Ah: { symbol: 'Ah', factor: 1, decimals: 1 },
  AhPerDay: { symbol: 'Ah a day', factor: 1, decimals: 1 },
  AhPerWeek: { symbol: 'Ah a week', factor: 1, decimals: 1 },
  H: { symbol: 'h', factor: 1, decimals: 1 },
  Ohm: { symbol: 'mΩ', factor: 1000, decimals: 2 },
  /** Across a shunt: stored in V. */
  MilliV: { symbol: 'mV', factor: 1000, decimals: 0 },
  /** By how much a voltage is shifted with warmth: stored in V/K. */
  MilliVPerK: { symbol: 'mV/K', factor: 1000, decimals: 0 },
  M: { symbol: 'm', factor: 1, decimals: 1 },
  Mm2: { symbol: 'mm²', factor: 1, decimals: 1 },
  Mm: { symbol: 'mm', factor: 1, decimals: 0 },
  /** Of a nut. */
  Nm: { symbol: 'Nm', factor: 1, decimals: 0 },
  Kg: { symbol: 'kg', factor: 1, decimals: 1 },
  Litre: { symbol: 'l', factor: 1, decimals: 0 },
  Price: { symbol: '', factor: 1, decimals: 0 },
  /** Of one watt, hour, amp-hour. */
  UnitPrice: { symbol: '', factor: 1, decimals: 2 },
  PricePerKwh: { symbol: 'per kWh', factor: 1, decimals: 2 },
  CRate: { symbol: 'C', factor: 1, decimals: 2 },
  S: { symbol: 's', factor: 1, decimals: 0 },
  Minute: { symbol: 'min', factor: 1, decimals: 0 },
  Day: { symbol: 'days', factor: 1, decimals: 1 },
  /** An hour of the clock, in decimals. */
  Clock: { symbol: 'h', factor: 1, decimals: 2 },
  TempC: { symbol: '°C', factor: 1, decimals: 0 },
  /** A difference of temperatures. */
  K: { symbol: 'K', factor: 1, decimals: 0 },
  Degree: { symbol: '°', factor: 1, decimals: 1 },
  Fraction: { symbol: '%', factor: 100, decimals: 1 },
  Ratio: { symbol: '', factor: 1, decimals: 3 },
  Count: { symbol: '', factor: 1, decimals: 0 },
} as const satisfies Record<string, { symbol: string; factor: number; decimals: number }>;

export type Unit = keyof typeof UNITS;

export const UNIT_SYSTEMS = ['metric', 'imperial'] as const;
export type UnitSystem = (typeof UNIT_SYSTEMS)[number];

/** How a stored value is shown: value × factor + offset. */
export interface UnitLook {
  symbol: string;
  factor: number;
  decimals: number;
  offset?: number;
}

/** Units that the imperial system shows otherwise. Factors from the exact definitions of foot, inch, pound and degree. */
const IMPERIAL: Partial<Record<Unit, UnitLook>> = {
  M: { symbol: 'ft', factor: 1 / 0.3048, decimals: 1 },
  Mm: { symbol: 'in', factor: 1 / 25.4, decimals: 1 },
  Nm: { symbol: 'lb ft', factor: 1 / 1.3558179483, decimals: 0 },
  Kg: { symbol: 'lb', factor: 1 / 0.45359237, decimals: 0 },
  Litre: { symbol: 'cu ft', factor: 1 / 28.316846592, decimals: 1 },
  TempC: { symbol: '°F', factor: 1.8, offset: 32, decimals: 0 },
  K: { symbol: '°F', factor: 1.8, decimals: 0 },
};

export const unitLook = (unit: Unit, system: UnitSystem): UnitLook =>
  (system === 'imperial' ? IMPERIAL[unit] : undefined) ?? UNITS[unit];

/**
 * A stored value as the number that is shown.
 * @example toShown(1, { factor: 1.8, offset: 32 }) // 33.8
 */
export const toShown = (value: number, { factor, offset = 0 }: UnitLook): number => value * factor + offset;

/**
 * A typed number as the value that is stored.
 * @example fromShown(212, { factor: 1.8, offset: 32 }) // 100
 */
export const fromShown = (shown: number, { factor, offset = 0 }: UnitLook): number => (shown - offset) / factor;
