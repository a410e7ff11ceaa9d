import { describe, expect, it } from 'vitest';
import { entered } from '../formula/figure';
import type { Columns } from '../series/columns';
import { DayIntegrator } from './day-integrator';
import type { DaySums } from '../series/day-sums';
import { chargeState } from './charge';
import type { FullRule } from '../counter/full-rule';
import { FullMarkFinder, markByHand } from './full-marks';
import { PLAIN_MAPPING } from '../kept-spec/plain-mapping.data';
import { buildLedger } from './ledger';
import type { Logbook, Reading } from './plan';
import { withMapping } from './with-mapping';
import { withReading } from './with-reading';

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

describe('days that the book lacks', () => {
  const mark = { key: '2026-03-10', atMs: T0 + 2 * 1440 * MIN - 1, inAfterAh: 0, outAfterAh: 0 };
  const withGap = (...missing: number[]) =>
    buildLedger([sums(cycle(() => 0.5)).filter((_, k) => !missing.includes(k))], [mark], 1);
  it('end what is carried: nobody knows what passed in them', () => {
    expect(withGap().at(-1)!.carriedFromFull).toBe(true);
    const rows = withGap(5);
    expect(rows.map(({ carriedFromFull }) => carriedFromFull).slice(1, 6)).toEqual([true, true, true, true, false]);
    expect(rows[5]!.carriedAh).toBeCloseTo(rows[5]!.netAh, 9);
    expect(chargeState(rows, null, entered(320))).toBeNull();
  });
  it('keep count of the hours that were not logged since the full mark', () => {
    const days = sums(cycle(() => 0.5)).map((day, k) =>
      k === 4 ? { ...day, evening: { ...day.evening, coveredMs: day.evening.coveredMs - 3 * 3_600_000 } } : day,
    );
    const rows = buildLedger([days], [mark], 1);
    expect(rows[3]!.unloggedH).toBeCloseTo(0, 6);
    expect(rows[6]!.unloggedH).toBeCloseTo(3, 6);
    expect(chargeState(rows, null, entered(320))!.now.working().remark).toMatch(/^3 h since then were not logged/);
  });
});

const MARCH_9 = { key: '2026-03-09', endMs: T0 + 1440 * MIN };

describe('full marks', () => {
  const rule: FullRule = { fullV: 14.2, tailA: 2, holdMs: 10 * MIN, gapMs: 5 * MIN };
  const find = (columns: Columns, more: Partial<FullRule> = {}) => {
    const finder = new FullMarkFinder({ ...rule, ...more });
    finder.addDay(MARCH_9, columns);
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
    expect(find(charge(20), { tailA: null })).toHaveLength(1);
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
    expect(markByHand(MARCH_9, noon, charge(1), null, 5 * MIN)).toMatchObject({ atMs: noon, inAfterAh: 0 });
    expect(markByHand(MARCH_9, noon, charge(1), null, 5 * MIN).outAfterAh).toBeCloseTo(12, 2);
    const none = { timeMs: new Float64Array(0), voltageV: null, currentA: new Float64Array(0) };
    expect(markByHand(MARCH_9, noon, none, null, 5 * MIN)).toMatchObject({ atMs: noon, outAfterAh: 0 });
  });
  it('of an hourly log count to midnight, on the line to the first sample of the next day', () => {
    const hourly = (from: number, count: number): Columns => ({
      timeMs: Float64Array.from({ length: count }, (_, k) => T0 + (from + k) * 60 * MIN + 30 * MIN),
      voltageV: Float64Array.from({ length: count }, (_, k) => (from + k <= 12 ? 14.4 : 12.8)),
      currentA: Float64Array.from({ length: count }, (_, k) => (from + k <= 12 ? 1 : -4)),
    });
    const finder = new FullMarkFinder({ ...rule, gapMs: 300 * MIN });
    finder.addDay(MARCH_9, hourly(0, 24));
    const [mark] = finder.marks;
    expect(mark!.atMs).toBe(T0 + 12.5 * 60 * MIN);
    const without = mark!.outAfterAh;
    finder.addDay({ key: '2026-03-10', endMs: T0 + 2880 * MIN }, hourly(24, 24));
    // Half an hour from 23:30 to midnight at 4 A
    expect(mark!.outAfterAh - without).toBeCloseTo(2, 9);
    const byHand = markByHand(
      MARCH_9,
      T0 + 20 * 60 * MIN,
      hourly(0, 24),
      { timeMs: T0 + 24.5 * 60 * MIN, currentA: -4 },
      300 * MIN,
    );
    // Four hours from 20:00 to midnight at 4 A
    expect(byHand.outAfterAh).toBeCloseTo(16, 9);
    const late = markByHand(
      MARCH_9,
      T0 + 23.75 * 60 * MIN,
      hourly(0, 24),
      { timeMs: T0 + 24.5 * 60 * MIN, currentA: -4 },
      300 * MIN,
    );
    expect(late.outAfterAh).toBeCloseTo(1, 9);
  });
  it('do not reach over a gap to midnight', () => {
    const finder = new FullMarkFinder(rule);
    finder.addDay(MARCH_9, charge(1.5));
    const before = finder.marks[0]!.outAfterAh;
    finder.addDay(
      { key: '2026-03-10', endMs: T0 + 2880 * MIN },
      { timeMs: Float64Array.of(T0 + 1500 * MIN), voltageV: Float64Array.of(12.6), currentA: Float64Array.of(-50) },
    );
    expect(finder.marks[0]!.outAfterAh).toBe(before);
  });
  it('has none without voltage', () => expect(find({ ...charge(1), voltageV: null })).toEqual([]));
  it('waits for the first sample after the day of a mark, and for nothing else', () => {
    const finder = new FullMarkFinder(rule);
    expect(finder.waits).toBe(false);
    finder.addDay(MARCH_9, charge(20));
    expect(finder.waits).toBe(false);
    finder.addDay(MARCH_9, charge(1));
    expect(finder.waits).toBe(true);
    finder.addDay({ key: '2026-03-10', endMs: T0 + 2880 * MIN }, charge(20));
    expect(finder.waits).toBe(false);
  });
  it('holds nothing over a day that was passed over: its voltage never reached the rule’s', () => {
    // Full volts and few amps in the last five minutes of one day and the first five of a later one.
    const minutes = (from: number): Columns => ({
      timeMs: Float64Array.from({ length: 6 }, (_, k) => T0 + (from + k) * MIN),
      voltageV: new Float64Array(6).fill(14.4),
      currentA: new Float64Array(6).fill(1),
    });
    const marksOf = (isPassed: boolean) => {
      const finder = new FullMarkFinder({ ...rule, gapMs: 2 * 1440 * MIN });
      finder.addDay(MARCH_9, minutes(1434));
      if (isPassed) finder.passDay();
      finder.addDay({ key: '2026-03-11', endMs: T0 + 3 * 1440 * MIN }, minutes(2880));
      return finder.marks.length;
    };
    expect([marksOf(false), marksOf(true)]).toEqual([1, 0]);
  });
  it('counts no amp-hours over a step longer than the gap', () => {
    const columns = (gap: number): Columns => ({
      timeMs: Float64Array.of(0, 12, 12 + gap).map((minute) => T0 + minute * MIN),
      voltageV: Float64Array.of(14.4, 14.4, 12.6),
      currentA: Float64Array.of(-1, -1, -1),
    });
    const wide = { ...rule, gapMs: 60 * MIN };
    expect(find(columns(60), wide)[0]!.outAfterAh).toBeCloseTo(1, 9);
    expect(find(columns(61), wide)[0]!.outAfterAh).toBe(0);
  });
});

describe('what is written in the book', () => {
  const reading = (atMs: number) => ({ id: String(atMs), atMs, voltageV: 12.6, currentA: null, socFraction: null });
  it('is kept in order of time', () =>
    expect(
      [30, 10, 20]
        .reduce<readonly Reading[]>((all, at) => withReading(all, reading(at) as Reading), [])
        .map(({ atMs }) => atMs),
    ).toEqual([10, 20, 30]));
  it('knows fifty ways of reading a file, one of each name; the oldest goes', () => {
    const all = Array.from({ length: 51 }, (_, k) => `meter ${k}`).reduce<Logbook['mappings']>(
      (known, name) => withMapping(known, name, PLAIN_MAPPING),
      [],
    );
    expect([all.length, all[0]?.name, all.at(-1)?.name]).toEqual([50, 'meter 1', 'meter 50']);
    const again = withMapping(all, 'meter 7', { ...PLAIN_MAPPING, headerRows: 3 });
    expect([again.length, again.at(-1)?.name, again.at(-1)?.mapping.headerRows]).toEqual([50, 'meter 7', 3]);
    expect(again.filter(({ name }) => name === 'meter 7')).toHaveLength(1);
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
  it('says nothing of the dawn where no night was logged whole', () => {
    const day = sums(cycle(() => 0.5))[0]!;
    const state = chargeState(buildLedger([[day]], [mark], 1), null, entered(320))!;
    expect(state.now.value).toBe(320);
    expect(state.atDawn).toBeNull();
  });
  it('is not told while no full mark anchors the balance', () =>
    expect(chargeState(ledgerOf(cycle(() => 1)), null, entered(320))).toBeNull());
});
