import { type DayKey, shiftDay } from '../series/local-day';
import type { LedgerRow } from './ledger';

/** The days that a verdict looks at: calendar days, whether logged or not. */
export interface LedgerWindow {
  /** Rows of the days that were logged. */
  rows: readonly LedgerRow[];
  /** First day looked at: the window's, or the book's where that begins later. */
  fromKey: DayKey | null;
  toKey: DayKey | null;
  /** Calendar days from the first to the last. */
  days: number;
  /** Of these, days of which the book has no row. */
  daysMissing: number;
}

/**
 * Calendar days from one to another, both counted.
 * @example daysFromTo('2026-02-27', '2026-03-01') // 3
 */
export const daysFromTo = (from: DayKey, to: DayKey): number =>
  Math.round((Date.parse(`${to}T00:00:00Z`) - Date.parse(`${from}T00:00:00Z`)) / 86_400_000) + 1;

/**
 * The last days of a book, by the calendar, ending with the last day logged.
 * @param ledger      by day, rising
 * @param windowDays  null: the whole book
 */
export function ledgerWindow(ledger: readonly LedgerRow[], windowDays: number | null): LedgerWindow {
  const [first, last] = [ledger[0], ledger.at(-1)];
  if (!first || !last) return { rows: [], fromKey: null, toKey: null, days: 0, daysMissing: 0 };
  const begins = windowDays === null ? first.key : shiftDay(last.key, 1 - windowDays);
  const fromKey = begins > first.key ? begins : first.key;
  const rows = ledger.filter(({ key }) => key >= fromKey);
  const days = daysFromTo(fromKey, last.key);
  return { rows, fromKey, toKey: last.key, days, daysMissing: days - rows.length };
}
