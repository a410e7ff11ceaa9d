import { toShown, type Unit, unitLook, type UnitSystem } from './unit';

export interface Formatted {
  digits: string;
  symbol: string;
}

const MINUS = '\u2212';
const THIN_SPACE = '\u2009';

/**
 * A number with a fixed count of decimals, a true minus, a thin space between thousands; never "−0.0".
 * @param decimals 0…12
 * @example formatNumber(1234.5, 0) // "1235"
 */
export function formatNumber(value: number, decimals: number, signed = false): string {
  if (!Number.isFinite(value)) return '–';
  const text = Math.abs(value).toFixed(decimals);
  const isZero = Number(text) === 0;
  const [whole = '0', fraction] = text.split('.');
  const grouped = whole.length > 4 ? whole.replace(/\B(?=(\d{3})+$)/g, THIN_SPACE) : whole;
  const sign = isZero ? '' : value < 0 ? MINUS : signed ? '+' : '';
  return sign + (fraction === undefined ? grouped : `${grouped}.${fraction}`);
}

/**
 * A value as somebody typed it or a maker stamped it: the decimals that it has, four at most.
 * @example asTyped(7.5) // "7.5"
 */
export const asTyped = (value: number): string => {
  const [, fraction = ''] = String(Number(value.toFixed(4))).split('.');
  return formatNumber(value, fraction.length);
};

/** Decimals that show a value of this unit with at least three digits that say something, and no more than it deserves. */
export function decimalsFor(value: number, unit: Unit, system: UnitSystem = 'metric'): number {
  const look = unitLook(unit, system);
  const { decimals } = look;
  const size = Math.abs(toShown(value, look));
  if (size >= 1000) return 0;
  if (size >= 100) return Math.min(decimals, 1);
  return decimals;
}

export interface FormatOptions {
  decimals?: number;
  signed?: boolean;
  system?: UnitSystem;
}

/** A stored value in its display unit: 0.87 Fraction → "87.0", "%". */
export function formatQuantity(value: number, unit: Unit, options: FormatOptions = {}): Formatted {
  const { system = 'metric', signed = false } = options;
  const look = unitLook(unit, system);
  const decimals = options.decimals ?? decimalsFor(value, unit, system);
  return { digits: formatNumber(toShown(value, look), decimals, signed), symbol: look.symbol };
}

/**
 * The same as one string, for sentences and for screen readers.
 * @example quantityText(0.87, 'Fraction') // "87.0 %"
 */
export function quantityText(value: number, unit: Unit, options: FormatOptions = {}): string {
  const { digits, symbol } = formatQuantity(value, unit, options);
  return symbol === '' ? digits : `${digits} ${symbol}`;
}

const ORDINALS = new Intl.PluralRules('en-GB', { type: 'ordinal' });
const ENDINGS: Partial<Record<Intl.LDMLPluralRule, string>> = { one: 'st', two: 'nd', few: 'rd' };

/**
 * A place in a row: 1st, 2nd, 11th.
 * @example ordinal(23) // "23rd"
 */
export const ordinal = (place: number): string => `${formatNumber(place, 0)}${ENDINGS[ORDINALS.select(place)] ?? 'th'}`;
