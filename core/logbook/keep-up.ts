import type { Figure, Sourced } from '../formula/figure';
import { measured } from '../formula/figure';
import { bootstrapInterval, type Interval } from '../statistics/bootstrap';
import { daysToReserve, netPerDay, outPerDay, replacedRatio } from './keep-up-formulas';
import { lagCorrelation } from '../statistics/lag-correlation';
import type { LedgerRow } from './ledger';

export type KeepUpState = 'keeps-up' | 'only-just' | 'falls-behind';

/** Why the verdict is what it is. */
export type KeepUpReason =
  'replaced-surely' | 'filled-regularly' | 'cannot-tell' | 'full-marks-contradict' | 'short-surely';

export interface KeepUpVerdict {
  state: KeepUpState;
  reason: KeepUpReason;
  ratio: Figure;
  ratioInterval: Interval;
  netPerDay: Figure;
  netInterval: Interval;
  outPerDay: Figure;
  confidence: number;
  draws: number;
  /** Charging follows the week, so whole weeks were drawn instead of single days. */
  drawnByWeek: boolean;
  daysUsed: number;
  daysLeftOut: number;
  fullDays: number;
  /** Days from the last full mark to the end of the window; null when there was none. */
  daysSinceFull: number | null;
  daysToReserve: Figure | null;
}

export type KeepUpNone = {
  state: 'none';
  reason: 'no-days' | 'too-few-days' | 'nothing-out';
  daysUsed: number;
  daysWanted: number;
};

/** Days with more time missing than this say too little about in against out. */
export const HOURS_MISSING_MAX = 4;
export const DAYS_WANTED = 3;
const DRAWS = 2000;
const CONFIDENCE = 0.95;
const SEED = 20_260_309;
const WEEK_DAYS = 7;
/** Autocorrelation at seven days from which charging is taken to follow the week (a shore charger at weekends, a round). */
const WEEKLY_FROM = 0.5;
/** Full marks at least this often prove that charging keeps up, whatever the count says of a few percent. */
const FULL_WITHIN_DAYS = 7;

/**
 * Whether charging keeps up, over the last days of a ledger: surely so when the whole interval of the ratio lies at or above
 * one, surely not when it lies below. In between, and against a ratio that only a wrong efficiency may have spoilt, regular
 * full marks decide: a bank that is full again and again is being refilled. Where charging follows the week, whole weeks are drawn
 * for the interval: that Saturday differs from Friday is no doubt about the balance.
 * @param windowDays  how many rows from the end to look at; null: all
 * @param bank        usable Ah, to say how long it lasts when it falls behind; null when no bank is chosen
 */
export function judgeKeepUp(
  ledger: readonly LedgerRow[],
  windowDays: number | null,
  coulombicFraction: Sourced,
  bank: { usableAh: Sourced } | null,
): KeepUpVerdict | KeepUpNone {
  const window = windowDays === null ? ledger : ledger.slice(-windowDays);
  const used = window.filter((row) => row.hoursMissing <= HOURS_MISSING_MAX);
  const none = (reason: KeepUpNone['reason']): KeepUpNone => ({
    state: 'none',
    reason,
    daysUsed: used.length,
    daysWanted: DAYS_WANTED,
  });
  if (window.length === 0) return none('no-days');
  if (used.length < DAYS_WANTED) return none('too-few-days');

  const efficiency = coulombicFraction.value;
  const outAh = used.reduce((sum, row) => sum + row.outAh, 0);
  const inAh = used.reduce((sum, row) => sum + row.inAh, 0);
  if (!(outAh > 0)) return none('nothing-out');
  const note = `${used.length} days`;
  const inputs = { inAh: measured(inAh, note), outAh: measured(outAh, note), coulombicFraction };
  const ratio = replacedRatio.figure(inputs);
  const net = netPerDay.figure({ ...inputs, days: measured(used.length) });
  const balances = used.map((row) => efficiency * row.inAh - row.outAh);
  const drawnByWeek = used.length >= 2 * WEEK_DAYS && lagCorrelation(balances, WEEK_DAYS) > WEEKLY_FROM;
  const draw = { draws: DRAWS, confidence: CONFIDENCE, seed: SEED, blockLength: drawnByWeek ? WEEK_DAYS : 1 };
  const sumOf = (drawn: Uint32Array, pick: (row: LedgerRow) => number) =>
    drawn.reduce((sum, k) => sum + pick(used[k]!), 0);
  const ratioInterval = bootstrapInterval(
    used.length,
    (d) => (efficiency * sumOf(d, (r) => r.inAh)) / sumOf(d, (r) => r.outAh),
    draw,
  );
  const netInterval = bootstrapInterval(
    used.length,
    (d) => (efficiency * sumOf(d, (r) => r.inAh) - sumOf(d, (r) => r.outAh)) / used.length,
    draw,
  );

  const fullDays = window.filter((row) => row.fullAtMs !== null).length;
  const lastFull = window.findLastIndex((row) => row.fullAtMs !== null);
  const daysSinceFull = lastFull < 0 ? null : window.length - 1 - lastFull;
  const filled = fullDays >= 2 && daysSinceFull !== null && daysSinceFull < FULL_WITHIN_DAYS;
  const [state, reason] = decide(ratioInterval, filled);
  const last = ledger[ledger.length - 1]!;
  const reserve =
    net.value < 0 && bank && last.carriedFromFull
      ? daysToReserve.figure({
          usableAh: bank.usableAh,
          carriedAh: { value: last.carriedAh, origin: 'computed', note: 'end of the book' },
          lossAh: { value: -net.value, origin: 'computed', working: net.working },
        })
      : null;
  return {
    state,
    reason,
    ratio,
    ratioInterval,
    netPerDay: net,
    netInterval,
    outPerDay: outPerDay.figure({ outAh: inputs.outAh, days: measured(used.length) }),
    confidence: CONFIDENCE,
    draws: DRAWS,
    drawnByWeek,
    daysUsed: used.length,
    daysLeftOut: window.length - used.length,
    fullDays,
    daysSinceFull,
    daysToReserve: reserve,
  };
}

function decide(interval: Interval, filled: boolean): [KeepUpState, KeepUpReason] {
  if (interval.low >= 1) return ['keeps-up', 'replaced-surely'];
  if (interval.high < 1) return filled ? ['only-just', 'full-marks-contradict'] : ['falls-behind', 'short-surely'];
  return filled ? ['keeps-up', 'filled-regularly'] : ['only-just', 'cannot-tell'];
}
