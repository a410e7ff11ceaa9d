import { computed, type Figure, measured, type Sourced } from '../formula/figure';
import type { MonthVerdict } from '../charging/month-verdict';
import type { DayKey } from '../series/local-day';
import { lagCorrelation } from '../statistics/lag-correlation';
import { type Interval, ratioInterval, type RatioDay } from '../statistics/ratio-interval';
import { type BeyondBank, beyondBank, type CountedBank } from './beyond-bank';
import { daysBelowReserve, daysToReserve, netPerDay, outPerDay, replacedRatio } from './keep-up-formulas';
import type { LedgerRow } from './ledger';
import { daysFromTo, ledgerWindow, type LedgerWindow } from './window';

/** "open": the days that there are cannot tell yet. */
export type KeepUpState = MonthVerdict | 'open';

/** Why the verdict is what it is. */
export type KeepUpReason =
  | 'replaced-surely'
  | 'filled-regularly'
  | 'close-to-call'
  | 'full-marks-contradict'
  | 'short-surely'
  | 'too-few-days'
  | 'follows-the-week';

export interface KeepUpVerdict {
  state: KeepUpState;
  reason: KeepUpReason;
  ratio: Figure;
  /** Null while the days cannot carry a range. */
  ratioInterval: Interval | null;
  netPerDay: Figure;
  netInterval: Interval | null;
  outPerDay: Figure;
  confidence: number;
  /** Charging follows the week: every weekday counts alike, and the range is that of whole weeks. */
  byWeek: boolean;
  /** Days more like these after which the range would tell; null: it tells, or not within a year. */
  moreDays: number | null;
  /** Calendar days looked at, of these used, left out for missing hours, and not in the book at all. */
  days: number;
  daysUsed: number;
  daysLeftOut: number;
  daysMissing: number;
  fullDays: number;
  /** The last day on which full was reached, in the whole book, and days from it to the end; null when there was none. */
  lastFull: DayKey | null;
  daysSinceFull: number | null;
  /** Longest stretch of the window without a full mark, days. */
  longestWithoutFull: number;
  daysToReserve: Figure | null;
  /** Days of the window at whose end the balance, carried from a full mark, lay below the reserve; null where none is known. */
  reserveDays: Figure | null;
  /** The count does not fit the bank: the verdict is only as good as the meter. Null where it fits, or no bank is chosen. */
  beyond: BeyondBank | null;
}

export type KeepUpNone = {
  state: 'none';
  reason: 'no-days' | 'too-few-days' | 'nothing-out';
  daysUsed: number;
  daysWanted: number;
  daysMissing: number;
};

/** Days with more time missing than this say too little about in against out. */
export const HOURS_MISSING_MAX = 4;
export const DAYS_WANTED = 3;
/** Fewer hold no week, and no range that could be trusted. */
export const RANGE_DAYS = 7;
const CONFIDENCE = 0.95;
const WEEK_DAYS = 7;
/** Autocorrelation at seven days from which charging is taken to follow the week (a shore charger at weekends, a round). */
const WEEKLY_FROM = 0.5;
/** In less than two weeks: two days that bring more than this of all Ah in look like a week's rhythm. */
const TWO_DAYS_BRING = 0.65;
/** What shows as 1.000 is balanced. */
const BALANCED = 0.0005;
const MOST_MORE_DAYS = 365;

export interface KeepUpOptions {
  /** How far back to look, in calendar days; null: the whole book. */
  windowDays: number | null;
  /** Full marks prove a refilled bank where no stretch without one is longer than so many days. */
  fullWithinDays: number;
  coulombicFraction: Sourced;
  /** To say how long it lasts when it falls behind; null when no bank is chosen. */
  usableAh: Sourced | null;
  /** To see whether the count fits it; null when no bank is chosen. */
  bank: CountedBank | null;
}

/**
 * Whether charging keeps up, over the last days of a book: surely so when the whole range of the ratio lies at or above one,
 * surely not when it lies below. In between, and against a ratio that only a wrong efficiency may have spoilt, regular full
 * marks decide: a bank that is full again and again, throughout, is being refilled.
 */
export function judgeKeepUp(ledger: readonly LedgerRow[], options: KeepUpOptions): KeepUpVerdict | KeepUpNone {
  const { windowDays, fullWithinDays, coulombicFraction } = options;
  const window = ledgerWindow(ledger, windowDays);
  const used = window.rows.filter((row) => row.hoursMissing <= HOURS_MISSING_MAX);
  const none = (reason: KeepUpNone['reason']): KeepUpNone => ({
    state: 'none',
    reason,
    daysUsed: used.length,
    daysWanted: DAYS_WANTED,
    daysMissing: window.daysMissing,
  });
  if (window.rows.length === 0) return none('no-days');
  if (used.length < DAYS_WANTED) return none('too-few-days');
  if (!used.some(({ outAh }) => outAh > 0)) return none('nothing-out');

  const efficiency = coulombicFraction.value;
  const days = used.map((row): RatioDay => ({
    place: placeOf(row.key),
    above: efficiency * row.inAh,
    below: row.outAh,
  }));
  const rhythm = weekRhythm(days);
  const byWeek = rhythm === 'week';
  const estimate = ratioInterval(days, byWeek, CONFIDENCE);
  const ranged = used.length >= RANGE_DAYS && rhythm !== 'perhaps';
  const range = ranged ? estimate.interval : null;

  const note = byWeek
    ? `a mean week of ${used.length} days, every weekday counted alike`
    : `${used.length} ${used.length === 1 ? 'day' : 'days'}`;
  const counted = byWeek ? WEEK_DAYS : used.length;
  const inputs = {
    inAh: measured(efficiency > 0 ? (estimate.above / efficiency) * counted : 0, note),
    outAh: measured(estimate.below * counted, note),
    coulombicFraction,
  };
  const ratio = replacedRatio.figure(inputs);
  const net = netPerDay.figure({ ...inputs, days: measured(counted) });
  const marks = fullMarksOf(window, fullWithinDays);
  const [state, reason] = decide(range, marks.filled, rhythm === 'perhaps');
  return {
    state,
    reason,
    ratio,
    ratioInterval: range,
    netPerDay: net,
    netInterval: ranged ? estimate.differenceInterval : null,
    outPerDay: outPerDay.figure({ outAh: inputs.outAh, days: measured(counted) }),
    confidence: CONFIDENCE,
    byWeek,
    moreDays: moreDays(used.length, rhythm === 'perhaps', range, ratio.value),
    days: window.days,
    daysUsed: used.length,
    daysLeftOut: window.rows.length - used.length,
    daysMissing: window.daysMissing,
    ...lastFullOf(ledger),
    fullDays: marks.fullDays,
    longestWithoutFull: marks.longest,
    daysToReserve: untilReserve(ledger, net, options.usableAh, byWeek),
    reserveDays: daysBelow(window, options.usableAh),
    beyond: options.bank && beyondBank(window.rows, options.bank, efficiency),
  };
}

const placeOf = (key: DayKey): number => daysFromTo('1970-01-01', key) - 1;

/** Whether charging follows the week; with less than two weeks it can at most look so. */
function weekRhythm(days: readonly RatioDay[]): 'none' | 'perhaps' | 'week' {
  const first = days[0]?.place ?? 0;
  const length = (days.at(-1)?.place ?? 0) - first + 1;
  if (length >= 2 * WEEK_DAYS) {
    const balances = Array<number | null>(length).fill(null);
    for (const { place, above, below } of days) balances[place - first] = above - below;
    const weekdays = new Set(days.map(({ place }) => place % WEEK_DAYS)).size;
    return weekdays === WEEK_DAYS && lagCorrelation(balances, WEEK_DAYS) > WEEKLY_FROM ? 'week' : 'none';
  }
  const aboves = days.map(({ above }) => above).sort((a, b) => b - a);
  const all = aboves.reduce((sum, one) => sum + one, 0);
  const two = aboves.slice(0, 2).reduce((sum, one) => sum + one, 0);
  return days.length >= RANGE_DAYS && all > 0 && two > TWO_DAYS_BRING * all ? 'perhaps' : 'none';
}

/** Full marks of a window: "filled" when there are at least two and no stretch without one is too long, to its very ends. */
function fullMarksOf({ rows, fromKey, toKey }: LedgerWindow, withinDays: number) {
  const marked = rows.flatMap((row) => (row.fullAtMs === null ? [] : [placeOf(row.key)]));
  if (fromKey === null || toKey === null) return { fullDays: 0, longest: 0, filled: false };
  const ends = [placeOf(fromKey) - 1, ...marked, placeOf(toKey) + 1];
  const longest = Math.max(...ends.slice(1).map((place, k) => place - (ends[k] ?? place) - 1));
  return { fullDays: marked.length, longest, filled: marked.length >= 2 && longest <= withinDays };
}

function lastFullOf(ledger: readonly LedgerRow[]): Pick<KeepUpVerdict, 'lastFull' | 'daysSinceFull'> {
  const lastFull = ledger.findLast((row) => row.fullAtMs !== null)?.key ?? null;
  const end = ledger.at(-1)?.key;
  return { lastFull, daysSinceFull: lastFull === null || !end ? null : daysFromTo(lastFull, end) - 1 };
}

function daysBelow({ rows }: LedgerWindow, usableAh: Sourced | null): Figure | null {
  const anchored = rows.filter(({ carriedFromFull }) => carriedFromFull);
  if (!usableAh || anchored.length === 0) return null;
  const below = anchored.filter(({ carriedAh }) => carriedAh < -usableAh.value).length;
  return daysBelowReserve.figure(below, { usableAh, days: measured(anchored.length) });
}

/** Where charging follows the week the balance swings with it: its lowest point comes to the reserve first. */
function untilReserve(
  ledger: readonly LedgerRow[],
  net: Figure,
  usableAh: Sourced | null,
  byWeek: boolean,
): Figure | null {
  const last = ledger.at(-1);
  if (!(net.value < 0) || !usableAh || !last?.carriedFromFull) return null;
  const anchored = byWeek ? ledger.slice(-WEEK_DAYS).filter(({ carriedFromFull }) => carriedFromFull) : [last];
  const lowestAh = Math.min(...anchored.map(({ carriedAh }) => carriedAh));
  return daysToReserve.figure({
    usableAh,
    carriedAh: computed(lowestAh, byWeek ? 'lowest of the last seven days' : 'end of the book'),
    lossAh: { value: -net.value, origin: 'computed', working: net.working },
  });
}

function decide(range: Interval | null, filled: boolean, perhapsWeek: boolean): [KeepUpState, KeepUpReason] {
  if (range === null) {
    if (filled) return ['keeps-up', 'filled-regularly'];
    return ['open', perhapsWeek ? 'follows-the-week' : 'too-few-days'];
  }
  if (range.low >= 1 - BALANCED) return ['keeps-up', 'replaced-surely'];
  if (range.high < 1 - BALANCED)
    return filled ? ['only-just', 'full-marks-contradict'] : ['falls-behind', 'short-surely'];
  return filled ? ['keeps-up', 'filled-regularly'] : ['only-just', 'close-to-call'];
}

/** A range shrinks with the root of the days: how many more until it leaves one out, if the ratio stays as it is. */
function moreDays(used: number, perhapsWeek: boolean, range: Interval | null, ratio: number): number | null {
  if (perhapsWeek) return Math.max(1, 2 * WEEK_DAYS - used);
  if (used < RANGE_DAYS) return RANGE_DAYS - used;
  if (range === null) return used;
  if (range.low >= 1 - BALANCED || range.high < 1 - BALANCED) return null;
  const half = ratio < 1 ? range.high - ratio : ratio - range.low;
  const wanted = Math.ceil(used * (half / Math.abs(ratio - 1)) ** 2) - used;
  return wanted <= MOST_MORE_DAYS ? Math.max(1, wanted) : null;
}
