import { measured, computed, type Figure } from '../formula/figure';
import { formula } from '../formula/formula';
import type { LedgerRow } from './ledger';

const NEEDED_DAYS = 5;

const mean = (id: string, says: string, words: string) =>
  formula({
    id,
    says,
    unit: 'AhPerDay',
    words: `${words} ÷ days`,
    terms: { sumAh: { says: words, unit: 'Ah' }, days: { says: 'whole days logged', unit: 'Count' } },
    compute: ({ sumAh, days }) => sumAh / days,
    source: 'the day ledger',
    leavesOut: 'days of which an hour or more is missing',
  });
const out = mean('logbook.month-out', 'measured out', 'Ah out of the bank');
const into = mean('logbook.month-in', 'measured in', 'Ah into the bank');

export interface MonthMean {
  /** 1 … 12 */
  month: number;
  days: number;
  outAh: Figure;
  inAh: Figure;
}

/** A usual day of the month in which the book ends; null with fewer than five whole days of it. Years are put together. */
export function latestMonthMean(rows: readonly LedgerRow[]): MonthMean | null {
  const whole = rows.filter(({ hoursMissing }) => hoursMissing < 1);
  const last = whole.at(-1);
  if (!last) return null;
  const monthOf = ({ key }: LedgerRow) => Number(key.slice(5, 7));
  const own = whole.filter((row) => monthOf(row) === monthOf(last));
  if (own.length < NEEDED_DAYS) return null;
  const given = (key: 'outAh' | 'inAh') => ({
    sumAh: measured(
      own.reduce((sum, row) => sum + row[key], 0),
      'sum over these days',
    ),
    days: computed(own.length, 'of this month'),
  });
  return {
    month: monthOf(last),
    days: own.length,
    outAh: out.figure(given('outAh')),
    inAh: into.figure(given('inAh')),
  };
}
