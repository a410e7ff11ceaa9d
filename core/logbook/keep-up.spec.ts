import { describe, expect, it } from 'vitest';
import { tally } from '../../bench/coverage';
import { madeDays, rowOf } from '../../demo/made-days';
import { byDefault, entered } from '../formula/figure';
import { shiftDay } from '../series/local-day';
import { usualNight } from './charge';
import { judgeKeepUp, type KeepUpOptions, type KeepUpVerdict } from './keep-up';
import type { LedgerRow } from './ledger';
import { ledgerWindow } from './window';

const OPTIONS: KeepUpOptions = {
  windowDays: null,
  fullWithinDays: 7,
  coulombicFraction: entered(1),
  usableAh: byDefault(100),
  bank: null,
};
const judge = (ledger: readonly LedgerRow[], more: Partial<KeepUpOptions> = {}) =>
  judgeKeepUp(ledger, { ...OPTIONS, ...more }) as KeepUpVerdict;
/** Days in a row, each with 40 Ah out and a share of it in; full on some. */
const book = (count: number, share: (k: number) => number, full: readonly number[] = [], from = '2026-03-02') =>
  Array.from({ length: count }, (_, k) => {
    const key = shiftDay(from, k);
    return rowOf(key, 40 * share(k), 40, full.includes(k) ? Date.parse(`${key}T15:00:00Z`) : null);
  });
const wobble = (k: number) => 0.08 * Math.sin(k * 2.4);

describe('keep-up', () => {
  it('keeps up when a fifth more comes in than goes out', () => {
    const verdict = judge(book(14, (k) => 1.2 + wobble(k)));
    expect([verdict.state, verdict.reason]).toEqual(['keeps-up', 'replaced-surely']);
    expect(verdict.ratio.value).toBeCloseTo(1.2, 1);
    expect(verdict.ratioInterval!.low).toBeGreaterThan(1);
    expect(verdict.moreDays).toBeNull();
  });
  it('falls behind when a third is missing, and says for how long it lasts', () => {
    const ledger = book(14, (k) => 0.67 + wobble(k)).map((row) => ({ ...row, carriedFromFull: true, carriedAh: -60 }));
    const verdict = judge(ledger, { usableAh: byDefault(200) });
    expect([verdict.state, verdict.reason]).toEqual(['falls-behind', 'short-surely']);
    expect(verdict.netPerDay.value).toBeCloseTo(-13.2, 0);
    expect(verdict.daysToReserve!.value).toBeCloseTo(140 / -verdict.netPerDay.value, 9);
  });
  it('counts the days that ended below the reserve, of those whose balance is known', () => {
    const carried = (known: (k: number) => boolean) =>
      book(14, (k) => 0.67 + wobble(k)).map((row, k) => ({ ...row, carriedFromFull: known(k), carriedAh: -10 * k }));
    const days = (known: (k: number) => boolean, usable: KeepUpOptions['usableAh'] = byDefault(100)) =>
      judge(carried(known), { usableAh: usable }).reserveDays?.value ?? null;
    // −110, −120, −130; −100 is just the reserve.
    expect(days(() => true)).toBe(3);
    expect(days((k) => k !== 12)).toBe(2);
    expect(days((k) => k < 10)).toBe(0);
    expect([days(() => false), days(() => true, null)]).toEqual([null, null]);
  });
  it('counts the efficiency against what came in', () => {
    const ledger = book(14, (k) => 1.05 + wobble(k) / 4);
    expect(judge(ledger).state).toBe('keeps-up');
    expect(judge(ledger, { coulombicFraction: entered(0.87) }).state).toBe('falls-behind');
  });
  it('is too close to call when the range spans one and the bank is never seen full; says how many days would tell', () => {
    const verdict = judge(book(14, (k) => 1.02 + 2 * wobble(k)));
    expect(verdict).toMatchObject({ state: 'only-just', reason: 'close-to-call' });
    expect(verdict.moreDays).toBeGreaterThan(7);
  });
  it('takes exactly balanced days for balanced, however their sums round', () => {
    const exact = judge(book(20, () => 1));
    expect([exact.state, exact.reason, exact.moreDays]).toEqual(['keeps-up', 'replaced-surely', null]);
    const rounded = judge(book(20, () => 0.1 + 0.7 + 0.2 - 1e-12));
    expect(rounded.state).toBe('keeps-up');
    expect(judge(book(20, () => 0.99951)).state).toBe('keeps-up');
    expect(judge(book(20, () => 0.9994)).state).toBe('falls-behind');
  });
  it('has no range for less than a week, and says how many days are wanted', () => {
    const verdict = judge(book(5, (k) => 0.5 + wobble(k)));
    expect(verdict).toMatchObject({ state: 'open', reason: 'too-few-days', ratioInterval: null, moreDays: 2 });
    expect(judge(book(7, (k) => 0.5 + wobble(k))).ratioInterval).not.toBeNull();
  });
  it('leaves days with missing hours out, and wants three', () => {
    expect(judgeKeepUp([], OPTIONS)).toMatchObject({ state: 'none', reason: 'no-days' });
    const rows = book(14, () => 1).map((row, k) => ({ ...row, hoursMissing: k < 2 ? 4 : 4.1 }));
    expect(judgeKeepUp(rows, OPTIONS)).toMatchObject({ state: 'none', reason: 'too-few-days', daysUsed: 2 });
    expect(
      judgeKeepUp(
        book(9, () => 0).map((row) => ({ ...row, outAh: 0 })),
        OPTIONS,
      ),
    ).toMatchObject({
      state: 'none',
      reason: 'nothing-out',
    });
  });
});

describe('the window', () => {
  /** Nine full days in June, five poor ones in November. */
  const summerAndAutumn = [
    ...book(9, () => 1.3, [0, 1, 2, 3, 4, 5, 6, 7, 8], '2026-06-01'),
    ...book(5, (k) => 0.3 + wobble(k), [], '2026-11-03'),
  ];
  it('is calendar days up to the last day logged, not rows', () => {
    const window = ledgerWindow(summerAndAutumn, 14);
    expect(window).toMatchObject({ fromKey: '2026-10-25', toKey: '2026-11-07', days: 14, daysMissing: 9 });
    expect(window.rows).toHaveLength(5);
    const verdict = judge(summerAndAutumn, { windowDays: 14 });
    expect(verdict.state).not.toBe('keeps-up');
    expect(verdict).toMatchObject({ days: 14, daysUsed: 5, daysMissing: 9, fullDays: 0 });
    expect(verdict).toMatchObject({ lastFull: '2026-06-09', daysSinceFull: 151 });
  });
  it('begins with the book where that is younger, and is all of it where nothing is asked', () => {
    expect(
      ledgerWindow(
        book(5, () => 1),
        14,
      ),
    ).toMatchObject({ fromKey: '2026-03-02', days: 5, daysMissing: 0 });
    expect(ledgerWindow(summerAndAutumn, null)).toMatchObject({ days: 160, daysMissing: 146 });
    expect(ledgerWindow([], 14)).toMatchObject({ days: 0, daysMissing: 0 });
  });
  it('holds as many days as it says: the day before it counts no more', () => {
    const rows = book(20, (k) => (k < 6 ? 5 : 0.9 + wobble(k)));
    expect(ledgerWindow(rows, 14).rows[0]!.key).toBe(rows[6]!.key);
    expect(judge(rows, { windowDays: 14 }).ratio.value).toBeLessThan(1);
  });
  it('is the same for the usual night', () => {
    const rows = summerAndAutumn.map((row, k) => ({ ...row, nightAh: k < 9 ? 50 : 8 }));
    expect(usualNight(rows, 14)!.value).toBe(8);
    expect(usualNight(rows, null)!.value).toBeCloseTo((9 * 50 + 5 * 8) / 14, 9);
  });
});

describe('full marks as proof', () => {
  const open = (full: readonly number[], days = 20, more: Partial<KeepUpOptions> = {}) =>
    judge(
      book(days, (k) => 1 + 3 * wobble(k), full),
      more,
    );
  it('settle what the range leaves open where they come throughout', () => {
    expect(open([2, 9, 16])).toMatchObject({ state: 'keeps-up', reason: 'filled-regularly', longestWithoutFull: 6 });
    expect(open([2, 9, 16])).toMatchObject({ fullDays: 3, lastFull: '2026-03-18', daysSinceFull: 3 });
  });
  it('do not where one stretch is longer than a week: at the start, between, or at the end', () => {
    expect(open([7, 12, 18]).reason).toBe('filled-regularly');
    for (const full of [
      [8, 12, 18],
      [2, 5, 14, 18],
      [2, 6, 11],
    ])
      expect(open(full).reason).toBe('close-to-call');
    expect(open([2, 10, 18]).reason).toBe('filled-regularly');
  });
  it('do not when there are two of them far apart, or one alone', () => {
    const ninety = judge(book(90, (k) => 1 + 3 * wobble(k), [3, 88]));
    expect(ninety).toMatchObject({ state: 'only-just', longestWithoutFull: 84 });
    expect(open([4], 9).reason).toBe('close-to-call');
  });
  it('settle it where there are too few days for a range', () => {
    const five = (full: readonly number[]) => judge(book(5, (k) => 1 + wobble(k), full));
    expect(five([1, 3])).toMatchObject({ ratioInterval: null, state: 'keeps-up', reason: 'filled-regularly' });
    expect(five([1])).toMatchObject({ ratioInterval: null, state: 'open', reason: 'too-few-days' });
  });
  it('by the rule that is chosen', () => {
    expect(open([9, 18], 20, { fullWithinDays: 9 }).reason).toBe('filled-regularly');
    expect(open([9, 18], 20, { fullWithinDays: 8 }).reason).toBe('close-to-call');
  });
  it('contradict a count that is short', () => {
    const verdict = judge(book(20, (k) => 0.85 + wobble(k) / 4, [2, 9, 16]));
    expect(verdict).toMatchObject({ state: 'only-just', reason: 'full-marks-contradict' });
  });
});

describe('a week’s rhythm', () => {
  const weekend = (k: number) => (k % 7 === 5 || k % 7 === 6 ? 3 : 0.1);
  it('is no doubt about the balance: four weeks short of a tenth fall behind', () => {
    const verdict = judge(book(28, (k) => weekend(k) + wobble(k) / 3));
    expect(verdict).toMatchObject({ byWeek: true, state: 'falls-behind' });
  });
  it('counts every weekday alike, wherever the log begins and ends', () => {
    // Saturday and Sunday at both ends: three weekends in 16 days
    const ledger = book(16, weekend, [], '2026-03-07').map((row, k) => ({ ...row, inAh: 40 * weekend((k + 5) % 7) }));
    const verdict = judge(ledger);
    expect(verdict.byWeek).toBe(true);
    expect(verdict.ratio.value).toBeCloseTo((2 * 3 + 5 * 0.1) / 7, 9);
  });
  it('comes to the reserve with its lowest point, and not with the end of a weekend', () => {
    const ledger = book(28, (k) => weekend(k) + wobble(k) / 3).map((row, k) => ({
      ...row,
      carriedFromFull: true,
      carriedAh: [-40, -80, -120, -160, -200, -90, -10][k % 7]! - k,
    }));
    const { daysToReserve, netPerDay } = judge(ledger, { usableAh: byDefault(300) });
    expect(daysToReserve!.value).toBeCloseTo((300 - 200 - 25) / -netPerDay.value, 9);
    expect(judge(ledger, { usableAh: byDefault(220) })).toMatchObject({
      daysToReserve: { value: 0 },
      reserveDays: { value: 1 },
    });
  });
  it('cannot be seen in less than two weeks: no range, and how many days are wanted', () => {
    expect(judge(book(9, weekend))).toMatchObject({
      state: 'open',
      reason: 'follows-the-week',
      ratioInterval: null,
      moreDays: 5,
    });
  });
  it('is seen from fourteen days on, and not before', () => {
    const of = (days: number) => judge(book(days, weekend, [], '2026-03-02'));
    expect([13, 14].map((days) => of(days).byWeek)).toEqual([false, true]);
  });
  it('is not seen in weather', () => expect(judge(book(28, (k) => 0.9 + wobble(k))).byWeek).toBe(false));
});

describe('the 95 % range keeps its word', () => {
  it.each(
    (['daily', 'weekend'] as const).flatMap((charging) =>
      [7, 14, 28, 90].flatMap((days) => [0, 0.3, 0.6].map((persistence) => ({ charging, days, persistence }))),
    ),
  )('$charging, $days days, persistence $persistence', (of) => {
    const { ranged, covered, wrong } = tally(of, 150);
    if (of.charging === 'weekend' && of.days === 7) return expect(ranged).toBeLessThan(0.1 * 450);
    expect(ranged).toBeGreaterThan(0.9 * 450);
    expect(covered / ranged).toBeGreaterThan(0.92);
    expect(covered / ranged).toBeLessThan(0.99);
    expect(wrong / 450).toBeLessThanOrEqual(0.03);
  });
  it('with another spread of weather and use too', () => {
    for (const [chargeSpread, useSpread] of [
      [0.2, 0.1],
      [0.6, 0.3],
    ] as const) {
      let covered = 0;
      for (let seed = 0; seed < 400; seed++) {
        const { ratioInterval } = judge(
          madeDays({ days: 28, persistence: 0.5, charging: 'daily', ratio: 1, seed, chargeSpread, useSpread }),
        );
        if (ratioInterval!.low <= 1 && ratioInterval!.high >= 1) covered++;
      }
      expect(covered / 400).toBeGreaterThan(0.93);
      expect(covered / 400).toBeLessThan(0.99);
    }
  });
});
