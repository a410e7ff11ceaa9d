import { fc, test } from '@fast-check/vitest';
import { describe, expect, it } from 'vitest';
import { byDefault, entered } from '../formula/figure';
import type { Columns } from '../series/columns';
import { DayIntegrator } from '../series/day-integrator';
import type { DaySums } from '../series/day-sums';
import { bootstrapInterval } from '../statistics/bootstrap';
import { chargeState } from './charge';
import { FullMarkFinder, type FullRule, markByHand } from './full-marks';
import { judgeKeepUp, type KeepUpVerdict } from './keep-up';
import { buildLedger } from './ledger';

const T0 = Date.parse('2026-03-09T00:00:00Z');
const MIN = 60_000;
const UTC = { timeZone: 'UTC', latitudeDeg: null, longitudeDeg: null };

/** Minute samples of whole days: amps by day and hour. */
function log(
  days: number,
  currentA: (day: number, hour: number) => number,
  voltageV: (day: number, hour: number) => number = () => 12.6,
): Columns {
  const count = days * 1440 + 1;
  const at = (k: number) => [Math.min(days - 1, Math.floor(k / 1440)), (k % 1440) / 60] as const;
  return {
    timeMs: Float64Array.from({ length: count }, (_, k) => T0 + k * MIN),
    currentA: Float64Array.from({ length: count }, (_, k) => currentA(...at(k))),
    voltageV: Float64Array.from({ length: count }, (_, k) => voltageV(...at(k))),
  };
}

function sums(columns: Columns): DaySums[] {
  const integrator = new DayIntegrator(UTC);
  integrator.add(columns);
  return integrator.finish().days.filter((day) => day.startMs < columns.timeMs.at(-1)!);
}

/** −2 A all night, in by day so that each day brings `share` of what it takes. */
const cycle = (share: (day: number) => number) =>
  log(14, (day, hour) => (hour >= 6 && hour < 18 ? 2 * share(day) : -2));
const ledgerOf = (columns: Columns) => buildLedger([sums(columns)], [], 1);
const judge = (columns: Columns, eta = 1) =>
  judgeKeepUp(ledgerOf(columns), null, entered(eta), { usableAh: byDefault(100) }) as KeepUpVerdict;
const wobble = (day: number) => 0.08 * Math.sin(day * 2.4);

describe('ledger', () => {
  it('keeps out, in, net, night and missing hours by day', () => {
    const rows = ledgerOf(cycle(() => 1));
    expect(rows).toHaveLength(14);
    expect(rows[1]!.outAh).toBeCloseTo(24, 1);
    expect(rows[1]!.inAh).toBeCloseTo(24, 1);
    expect(rows[1]!.nightAh).toBeCloseTo(24, 1);
    expect(rows.at(-1)!.nightAh).toBeNull();
    expect(rows[1]!.hoursMissing).toBeCloseTo(0, 9);
  });
  it('adds two logs of one day together', () => {
    const whole = cycle(() => 1);
    const cut = 1440 + 700;
    const piece = (from: number, to: number): Columns => ({
      timeMs: whole.timeMs.slice(from, to),
      currentA: whole.currentA.slice(from, to),
      voltageV: whole.voltageV!.slice(from, to),
    });
    const rows = buildLedger([sums(piece(0, cut)), sums(piece(cut, whole.timeMs.length))], [], 1);
    expect(rows[1]!.inAh).toBeCloseTo(ledgerOf(whole)[1]!.inAh, 1);
    expect(rows).toHaveLength(14);
  });
  it('carries forward from a full mark, never above full', () => {
    const columns = cycle(() => 1.5);
    const [first, second] = sums(columns);
    const mark = { key: first!.key, atMs: first!.startMs + 1, inAfterAh: 5, outAfterAh: 25 };
    const rows = buildLedger([[first!, second!]], [mark], 0.9);
    expect(rows[0]!.carriedAh).toBeCloseTo(0.9 * 5 - 25, 9);
    expect(rows[1]!.carriedAh).toBe(Math.min(0, rows[0]!.carriedAh + 0.9 * rows[1]!.inAh - rows[1]!.outAh));
    expect(rows[1]!.carriedFromFull).toBe(true);
  });
});

describe('full marks', () => {
  const rule: FullRule = { school: 'three', fullV: 14.2, tailA: 2, holdMs: 10 * MIN, gapMs: 5 * MIN };
  const find = (columns: Columns, more: Partial<FullRule> = {}) => {
    const finder = new FullMarkFinder({ ...rule, ...more });
    finder.addDay('2026-03-09', columns);
    return finder.marks;
  };
  const charge = (amps: number) =>
    log(
      1,
      (_, hour) => (hour >= 10 && hour < 12 ? amps : -1),
      (_, hour) => (hour >= 10 && hour < 12 ? 14.4 : 12.6),
    );
  it('marks when volts, amps and time all hold, and sums what follows', () => {
    const [mark] = find(charge(1.5));
    expect(mark!.atMs).toBe(T0 + (12 * 60 - 1) * MIN);
    expect(mark!.outAfterAh).toBeCloseTo(12, 1);
  });
  it('does not mark while the current is still high, unless volts alone decide', () => {
    expect(find(charge(20))).toEqual([]);
    expect(find(charge(20), { school: 'volts' })).toHaveLength(1);
  });
  it('does not mark what a short cloud-gap holds', () => {
    const cloud = log(
      1,
      (_, hour) => (hour >= 10 && hour < 10.1 ? 1 : 20),
      () => 14.4,
    );
    expect(find(cloud)).toEqual([]);
  });
  it('takes a mark set by hand, with what passed after it', () => {
    const noon = T0 + 12 * 60 * MIN;
    expect(markByHand('2026-03-09', noon, charge(1), 5 * MIN)).toMatchObject({ atMs: noon, inAfterAh: 0 });
    expect(markByHand('2026-03-09', noon, charge(1), 5 * MIN).outAfterAh).toBeCloseTo(12, 2);
    const none = { timeMs: new Float64Array(0), voltageV: null, currentA: new Float64Array(0) };
    expect(markByHand('2026-03-09', noon, none, 5 * MIN)).toMatchObject({ atMs: noon, outAfterAh: 0 });
  });
  it('has none without voltage', () => expect(find({ ...charge(1), voltageV: null })).toEqual([]));
});

describe('keep-up', () => {
  it('keeps up when a fifth more comes in than goes out', () => {
    const verdict = judge(cycle((day) => 1.2 + wobble(day)));
    expect([verdict.state, verdict.reason]).toEqual(['keeps-up', 'replaced-surely']);
    expect(verdict.ratio.value).toBeCloseTo(1.2, 1);
    expect(verdict.ratioInterval.low).toBeGreaterThan(1);
  });
  it('falls behind when a third is missing, and says for how long it lasts', () => {
    const columns = cycle((day) => 0.67 + wobble(day));
    const mark = { key: '2026-03-09', atMs: T0, inAfterAh: 0, outAfterAh: 0 };
    const verdict = judgeKeepUp(buildLedger([sums(columns)], [mark], 1), null, entered(1), {
      usableAh: byDefault(200),
    }) as KeepUpVerdict;
    expect(verdict.state).toBe('falls-behind');
    expect(verdict.netPerDay.value).toBeCloseTo(-8, 0);
    expect(verdict.daysToReserve!.value).toBeCloseTo((200 - 13 * 8) / 8, 0);
  });
  it('only just when the interval holds one and the bank is never seen full', () => {
    expect(judge(cycle((day) => 1 + 3 * wobble(day)))).toMatchObject({ state: 'only-just', reason: 'cannot-tell' });
  });
  const marks = [2, 5, 9, 12].map((day) => ({
    key: `2026-03-${String(9 + day).padStart(2, '0')}`,
    atMs: T0 + (day * 1440 + 900) * MIN,
    inAfterAh: 0,
    outAfterAh: 12,
  }));
  it('keeps up when full marks settle what the interval leaves open', () => {
    const ledger = buildLedger([sums(cycle((day) => 1 + 3 * wobble(day)))], marks, 1);
    expect(judgeKeepUp(ledger, null, entered(1), null)).toMatchObject({
      state: 'keeps-up',
      reason: 'filled-regularly',
      fullDays: 4,
      daysSinceFull: 1,
    });
  });
  it('says that full marks and a short count contradict each other', () => {
    const ledger = buildLedger([sums(cycle((day) => 0.9 + wobble(day) / 4))], marks, 1);
    expect(judgeKeepUp(ledger, null, entered(1), null)).toMatchObject({
      state: 'only-just',
      reason: 'full-marks-contradict',
    });
  });
  it('counts the efficiency against what came in', () => {
    expect(
      judge(
        cycle((day) => 1.05 + wobble(day) / 4),
        0.87,
      ).state,
    ).toBe('falls-behind');
  });
  it('leaves days with missing hours out, and wants three', () => {
    expect(judgeKeepUp([], null, entered(1), null)).toMatchObject({ state: 'none', reason: 'no-days' });
    const rows = ledgerOf(cycle(() => 1)).map((row, k) => ({ ...row, hoursMissing: k < 2 ? 0 : 9 }));
    expect(judgeKeepUp(rows, null, entered(1), null)).toMatchObject({
      state: 'none',
      reason: 'too-few-days',
      daysUsed: 2,
    });
  });
  it('does not take a weekly rhythm for doubt', () => {
    const weekly = judge(cycle((day) => (day % 7 === 5 ? 4.9 : 0.3) + wobble(day) / 8));
    expect(weekly).toMatchObject({ drawnByWeek: true, state: 'falls-behind' });
    expect(judge(cycle((day) => 0.9 + wobble(day))).drawnByWeek).toBe(false);
  });
  it('looks only as far back as it is told', () => {
    const ledger = ledgerOf(cycle((day) => (day < 7 ? 0.4 : 1.3) + wobble(day) / 4));
    expect(judgeKeepUp(ledger, 7, entered(1), null).state).toBe('keeps-up');
    expect((judgeKeepUp(ledger, null, entered(1), null) as KeepUpVerdict).state).not.toBe('keeps-up');
  });
});

describe('charge at the end of the book', () => {
  const mark = { key: '2026-03-09', atMs: T0, inAfterAh: 0, outAfterAh: 0 };
  it('is full less what was taken since, and a night less by dawn', () => {
    const ledger = buildLedger([sums(cycle(() => 0.5))], [mark], 1);
    const state = chargeState(ledger, null, entered(320))!;
    expect(state.now.value).toBeCloseTo(320 + ledger.at(-1)!.carriedAh, 9);
    expect(state.atDawn!.value).toBeCloseTo(state.now.value - 24, 1);
  });
  it('is not told while no full mark anchors the balance', () =>
    expect(chargeState(ledgerOf(cycle(() => 1)), null, entered(320))).toBeNull());
});

describe('bootstrap', () => {
  test.prop([fc.array(fc.double({ min: -50, max: 50, noNaN: true }), { minLength: 3, maxLength: 40 })])(
    'its interval holds the mean of the rows most of the time and lies within their range',
    (rows) => {
      const mean = (drawn: Uint32Array) => drawn.reduce((sum, k) => sum + rows[k]!, 0) / drawn.length;
      const { low, high } = bootstrapInterval(rows.length, mean, { draws: 400, confidence: 0.95, seed: 7 });
      expect(low).toBeLessThanOrEqual(high);
      expect(low).toBeGreaterThanOrEqual(Math.min(...rows) - 1e-9);
      expect(high).toBeLessThanOrEqual(Math.max(...rows) + 1e-9);
    },
  );
  it('is the same for the same seed', () => {
    const once = () =>
      bootstrapInterval(9, (d) => d.reduce((a, b) => a + b, 0), { draws: 300, confidence: 0.9, seed: 3 });
    expect(once()).toEqual(once());
  });
  it('comes near the normal interval for a mean: σ/√n · 1.96', () => {
    const rows = Array.from({ length: 200 }, (_, k) => Math.sin(k * 12.9898) * 10);
    const { low, high } = bootstrapInterval(200, (d) => d.reduce((s, k) => s + rows[k]!, 0) / 200, {
      draws: 4000,
      confidence: 0.95,
      seed: 1,
    });
    const mean = rows.reduce((a, b) => a + b) / 200;
    const sigma = Math.sqrt(rows.reduce((s, r) => s + (r - mean) ** 2, 0) / 200);
    expect((high - low) / (2 * 1.96 * (sigma / Math.sqrt(200)))).toBeCloseTo(1, 1);
  });
});
