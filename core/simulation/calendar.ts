import { MONTH_DAYS } from '../sources/site-year';

/** Month (0 … 11) of each of the 365 days. */
export const MONTH_OF_DAY: readonly number[] = MONTH_DAYS.flatMap((length, k) => Array<number>(length).fill(k));

/** First day of a month, 0 … 334. @param month 0 … 11 */
export const monthStart = (month: number): number =>
  MONTH_DAYS.slice(0, month).reduce<number>((sum, length) => sum + length, 0);

/** So many days about the middle of a month. @param month 1 … 12 */
export function daysAbout(month: number, count: number): number[] {
  const first = monthStart(month - 1) + Math.round((MONTH_DAYS[month - 1]! - count) / 2);
  return Array.from({ length: count }, (_, k) => (first + k + 365) % 365);
}
