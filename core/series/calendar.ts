import { at } from '../quantity/guard';
/**
 * The calendar of a year without a date: a common one. Months are 1 … 12 and days of the year 0 … 364 wherever both are meant for
 * people or plans; tables that are looked up by month begin with January at 0.
 */

/** A common year, for the sun's path, which differs from year to year by less than the sun's width. It begins on a Friday. */
export const SUN_YEAR = 2027;
/** Monday 0. */
const FIRST_WEEKDAY = 4;

export const MONTH_DAYS = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31] as const;

/** Day of the year whose sun is that of the month's mean. @source S. A. Klein, Solar Energy 19 (1977) */
export const MEAN_DAY = [17, 47, 75, 105, 135, 162, 198, 228, 258, 288, 318, 344] as const;

/** Month (0 … 11) of each of the 365 days. */
export const MONTH_OF_DAY: readonly number[] = MONTH_DAYS.flatMap((length, k) => Array<number>(length).fill(k));

/**
 * First day of a month, 0 … 334. @param month 0 … 11
 * @example monthStart(2) // 59
 */
export const monthStart = (month: number): number =>
  MONTH_DAYS.slice(0, month).reduce<number>((sum, length) => sum + length, 0);

/**
 * So many days about the middle of a month, each 0 … 364.
 * @param month  1 … 12
 * @example daysAbout(1, 3) // [14, 15, 16]
 */
export function daysAbout(month: number, count: number): number[] {
  const first = monthStart(month - 1) + Math.round((at(MONTH_DAYS, month - 1) - count) / 2);
  return Array.from({ length: count }, (_, k) => (first + k + 365) % 365);
}

/**
 * 0 … 364; 29 February counts as 1 March.
 * @example dayOfYear('03-01') // 59
 */
export function dayOfYear(monthDay: string): number {
  const [month, day] = monthDay.split('-').map(Number) as [number, number];
  return monthStart(month - 1) + day - 1;
}

/**
 * Weekday of a day of the year (0 … 364), Monday 0.
 * @example weekdayOf(0) // a Friday: 4
 */
export const weekdayOf = (day: number): number => (day + FIRST_WEEKDAY) % 7;
