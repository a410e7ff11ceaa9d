import { byDefault, computed, type Figure, measured, type Sourced } from '../formula/figure';
import { formula } from '../formula/formula';
import { shiftDay } from '../series/local-day';
import type { LedgerRow } from './ledger';

/** What the count is held against. */
export interface CountedBank {
  /** Rated, of all its strings. */
  capacityAh: Sourced;
  family: 'lithium' | 'lead';
}

/** More went one way, over days in a row, than the bank can take or give. */
export interface BeyondBank {
  way: 'in' | 'out';
  ah: Figure;
  days: number;
}

/** A new bank may hold a tenth more than its label, and one that is entered for another a little more yet. */
const HOLDS_MOST = 1.2;
/** By so much the efficiency may lie below the one that is counted with. */
const EFFICIENCY_OFF = 0.05;
/** What a full bank may go on taking on a day, of its capacity: lead turns it into gas and heat, lithium hardly takes any. */
const FULL_TAKES: Record<CountedBank['family'], number> = { lithium: 0.01, lead: 0.1 };
/** What passed while nothing was logged is not known: a day that lacks more parts the days in a row. */
const LACKING_MOST_H = 0.25;

const beyondIn = formula({
  id: 'logbook.beyond-in',
  says: 'more in than out',
  unit: 'Ah',
  words: 'least efficiency × Ah in − Ah out − what a full bank takes × days',
  terms: {
    inAh: { says: 'Ah in', unit: 'Ah' },
    outAh: { says: 'Ah out', unit: 'Ah' },
    leastFraction: { says: 'least efficiency', unit: 'Fraction' },
    fullTakesAh: { says: 'what a full bank takes, a day', unit: 'Ah' },
    days: { says: 'days in a row', unit: 'Count' },
  },
  compute: ({ inAh, outAh, leastFraction, fullTakesAh, days }) => leastFraction * inAh - outAh - fullTakesAh * days,
  source: 'the day ledger; efficiency and overcharge so that they excuse the most',
});

const beyondOut = formula({
  id: 'logbook.beyond-out',
  says: 'more out than in',
  unit: 'Ah',
  words: 'Ah out − Ah in',
  terms: { outAh: { says: 'Ah out', unit: 'Ah' }, inAh: { says: 'Ah in', unit: 'Ah' } },
  compute: ({ outAh, inAh }) => outAh - inAh,
  source: 'the day ledger, with nothing lost in charging',
});

/**
 * Whether the shunt saw more go in, or come out, than the bank can hold: then a current passes beside it, or the meter is off, whatever the
 * ratio of the days says.
 * @param rows  of the days looked at, by day, rising; days that were not logged whole are left out
 * @param coulombicFraction  Ah out per Ah in, as counted with
 * @returns the way that is further beyond; null where the bank can have done what was counted
 */
export function beyondBank(
  rows: readonly LedgerRow[],
  { capacityAh, family }: CountedBank,
  coulombicFraction: number,
): BeyondBank | null {
  const leastFraction = Math.max(0, coulombicFraction - EFFICIENCY_OFF);
  const fullTakesAh = FULL_TAKES[family] * capacityAh.value;
  const taken = mostInARow(rows, ({ inAh, outAh }) => leastFraction * inAh - outAh - fullTakesAh);
  const given = mostInARow(rows, ({ inAh, outAh }) => outAh - inAh);
  const most = taken.sum > given.sum ? taken : given;
  if (!(most.sum > HOLDS_MOST * capacityAh.value)) return null;
  const total = (of: (row: LedgerRow) => number) => measured(most.rows.reduce((sum, row) => sum + of(row), 0));
  const flows = { inAh: total(({ inAh }) => inAh), outAh: total(({ outAh }) => outAh) };
  const days = most.rows.length;
  if (most === given) return { way: 'out', ah: beyondOut.figure(flows), days };
  const ah = beyondIn.figure({
    ...flows,
    leastFraction: computed(leastFraction, 'five hundredths below the one counted with'),
    fullTakesAh: byDefault(fullTakesAh, family === 'lead' ? 'a tenth of a lead bank' : 'a hundredth of a lithium bank'),
    days: measured(days),
  });
  return { way: 'in', ah, days };
}

interface Stretch {
  sum: number;
  rows: readonly LedgerRow[];
}

/** The stretch of whole days in a row over which something sums up to the most. */
function mostInARow(rows: readonly LedgerRow[], of: (row: LedgerRow) => number): Stretch {
  let most: Stretch = { sum: 0, rows: [] };
  let [sum, from] = [0, 0];
  for (const [k, row] of rows.entries()) {
    const before = rows[k - 1];
    const follows = before !== undefined && shiftDay(before.key, 1) === row.key && isWhole(before);
    if (sum <= 0 || !follows) [sum, from] = [0, k];
    if (!isWhole(row)) continue;
    sum += of(row);
    if (sum > most.sum) most = { sum, rows: rows.slice(from, k + 1) };
  }
  return most;
}

const isWhole = ({ hoursMissing }: LedgerRow) => hoursMissing <= LACKING_MOST_H;
