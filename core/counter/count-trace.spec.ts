import { fc, test } from '@fast-check/vitest';
import { describe, expect, it } from 'vitest';
import { peukertFactor } from '../cells/peukert';
import { integrateRun } from '../series/integrate';
import { noFlow } from '../series/flow';
import { callsOf } from './calls';
import { countTrace } from './count-trace';
import { type CounterSettings, PERFECT_METER } from './counter-settings';
import { fullRows, notHeld } from './full-rule';
import type { Trace } from './trace';

const MIN = 60_000;
const plain: CounterSettings = {
  ...{ capacityAh: 100, zeroAh: 0, full: null, coulombicFraction: 1, peukertExponent: 1, deadBandA: 0 },
  ...{ averagingMs: 0, reserveFraction: null, lowV: null, highV: null, relay: null },
};
const trace = (currentA: readonly number[], stepMs = MIN, voltageV: readonly number[] | null = null): Trace => ({
  timeMs: Float64Array.from(currentA, (_, k) => k * stepMs),
  currentA: Float64Array.from(currentA),
  voltageV: voltageV && Float64Array.from(voltageV),
  soc: null,
  gapMs: 5 * stepMs,
});
const count = (of: Trace, settings: Partial<CounterSettings> = {}, from = 50, hardware = PERFECT_METER) =>
  countTrace(of, { ...plain, ...settings }, hardware, from);
const last = (of: Trace, settings: Partial<CounterSettings> = {}, from = 50, hardware = PERFECT_METER) =>
  count(of, settings, from, hardware).missingAh.at(-1)!;
const steady = (amps: number, minutes = 60) => trace(Array.from({ length: minutes + 1 }, () => amps));
const currents = () => fc.array(fc.double({ min: -40, max: 40, noNaN: true }), { minLength: 2, maxLength: 60 });

describe('a counter, by hand', () => {
  it('10 A out for an hour is 10 Ah; in, what the efficiency credits', () => {
    expect(last(steady(-10))).toBeCloseTo(60, 9);
    expect(last(steady(10), { coulombicFraction: 0.9 })).toBeCloseTo(41, 9);
  });
  it('after Peukert 20 A of 100 Ah count for 20 · 4^0.25, and 5 A for 5', () => {
    expect(last(steady(-20), { peukertExponent: 1.25 })).toBeCloseTo(50 + 20 * 4 ** 0.25, 9);
    expect(last(steady(-5), { peukertExponent: 1.25 })).toBeCloseTo(55, 9);
    // What changes sign within a step counts by the mean of its part.
    const across = last(trace([40, -40]), { peukertExponent: 1.25, coulombicFraction: 0.8 });
    const [outAh, inAh] = [10 / 60, 10 / 60];
    expect(across).toBeCloseTo(50 + outAh * peukertFactor(20, 100, 1.25) - inAh * 0.8, 9);
  });
  it('within its dead band there is nothing; an offset is counted day and night; a wrong shunt scales', () => {
    expect(last(steady(-0.05), { deadBandA: 0.06 })).toBe(50);
    expect(last(steady(-0.06), { deadBandA: 0.06 })).toBeCloseTo(50.06, 9);
    expect(last(steady(0), {}, 50, { ...PERFECT_METER, offsetA: -0.2 })).toBeCloseTo(50.2, 9);
    expect(last(steady(-10), {}, 50, { ...PERFECT_METER, gain: 5 })).toBeCloseTo(100, 9);
    expect(last(steady(-10.06), {}, 50, { ...PERFECT_METER, resolutionA: 0.1 })).toBeCloseTo(60.1, 9);
  });
  it('never counts past full, and not over missing time', () => {
    expect(last(steady(10), {}, 4)).toBe(0);
    const gap = { ...steady(-10, 2), timeMs: Float64Array.of(0, MIN, 60 * MIN) };
    expect(last(gap)).toBeCloseTo(50 + 10 / 60, 9);
    // A step as long as a gap may be is none.
    expect(last({ ...trace([-12, -12]), timeMs: Float64Array.of(0, 5 * MIN) })).toBeCloseTo(51, 9);
    expect(last({ ...trace([-12, -12]), timeMs: Float64Array.of(0, 5 * MIN + 1) })).toBe(50);
  });
  it('takes rows no nearer than its sample time, and stands between them', () => {
    const quick = trace([-10, -50, -10, -50, -10]);
    const slow = count(quick, {}, 50, { ...PERFECT_METER, sampleMs: 2 * MIN });
    expect([...slow.missingAh].map((ah) => ah - 50)).toEqual(
      [0, 0, 20 / 60, 20 / 60, 40 / 60].map((ah) => expect.closeTo(ah, 9)),
    );
    expect(slow.missingAh).toHaveLength(5);
  });
  it('marks full at the row of the log that it took, however few it takes', () => {
    // Every other row is taken: 0, 2, 4, 6, of which 2 to 6 hold; two minutes of them at 4.
    const full = { fullV: 14, tailA: 4, holdMs: 2 * MIN, gapMs: 5 * MIN };
    const charge = trace([9, 9, 3, 9, 3, 9, 3, 9], MIN, [13, 13, 14, 13, 14, 13, 14, 13]);
    const slow = count(charge, { full }, 50, { ...PERFECT_METER, sampleMs: 2 * MIN });
    expect(slow.marks.map(({ at, timeMs }) => [at, timeMs])).toEqual([[4, 4 * MIN]]);
    expect([...slow.missingAh].map((ah) => ah === 0)).toEqual([false, false, false, false, true, true, true, true]);
    expect(count(charge, { full }).marks).toEqual([]);
  });
  it('is set full by a person at the first row that it takes from then on', () => {
    const set = countTrace(steady(-10, 10), plain, PERFECT_METER, 50, [3.5 * MIN, 3.6 * MIN]);
    expect(set.marks).toEqual([{ at: 4, timeMs: 4 * MIN, missingAh: expect.closeTo(50 + 40 / 60, 9) }]);
    expect(set.missingAh[4]).toBe(0);
  });
});

describe('a counter, whatever comes', () => {
  test.prop([currents()])('without offset and band it is the integral of the book', (amps) => {
    const of = trace(amps);
    const flow = noFlow();
    integrateRun(of.timeMs, of.currentA, of.currentA, 0, Number.POSITIVE_INFINITY, of.gapMs, flow);
    expect(last(of, {}, 1e6) - 1e6).toBeCloseTo(flow.outAh - flow.inAh, 6);
  });
  test.prop([currents(), fc.double({ min: 0, max: 1, noNaN: true })])(
    'a trace cut in two counts as one',
    (amps, share) => {
      const of = trace(amps);
      const at = Math.floor(share * (amps.length - 1));
      const settings = { peukertExponent: 1.2, coulombicFraction: 0.9, deadBandA: 0.5 };
      const first = count(
        { ...of, timeMs: of.timeMs.slice(0, at + 1), currentA: of.currentA.slice(0, at + 1) },
        settings,
      );
      const then = count(
        { ...of, timeMs: of.timeMs.slice(at), currentA: of.currentA.slice(at) },
        settings,
        first.missingAh.at(-1),
      );
      expect(then.missingAh.at(-1)).toBeCloseTo(last(of, settings), 9);
    },
  );
});

describe('the rule of a full mark', () => {
  const rule = { fullV: 14, tailA: 4, holdMs: 2 * MIN, gapMs: 5 * MIN };
  const rows = (volts: number[], amps: number[], times = volts.map((_, k) => k * MIN), more = {}) =>
    [...fullRows({ ...rule, ...more }, times, volts, amps, notHeld())].join('');
  it('holds from the sample at which both have held long enough, to the sample', () => {
    expect(rows([14, 14, 14, 14, 13.99, 14], [4, 4, 4, 4, 4, 4])).toBe('001100');
    expect(rows([14, 14, 14, 14], [4, -4, 4.01, 4])).toBe('0000');
    expect(rows([14, 14, 14, 14], [4, -4, 4.01, 4], undefined, { tailA: null })).toBe('0011');
    expect(rows([14, 14], [0, 0], undefined, { holdMs: 0 })).toBe('11');
  });
  it('does not hold over missing time', () =>
    expect(rows([14, 14, 14, 14], [0, 0, 0, 0], [0, MIN, 7 * MIN, 9 * MIN])).toBe('0001'));
  it('goes on where a stretch has left it', () => {
    const state = notHeld();
    expect([...fullRows(rule, [0, MIN], [14, 14], [0, 0], state)]).toEqual([0, 0]);
    expect([...fullRows(rule, [2 * MIN], [14], [0], state)]).toEqual([1]);
    expect([...fullRows(rule, [3 * MIN, 4 * MIN], [13, 14], [0, 0], state)]).toEqual([0, 0]);
    expect(state).toEqual({ sinceMs: 4 * MIN, lastMs: 4 * MIN });
  });
  it('marks once for each stretch in which it holds, and keeps the count at full', () => {
    const volts = [13, 14, 14, 14, 14, 13, 14, 14, 14];
    const marked = count(trace([9, 3, 2, 1, 1, -9, 3, 3, 3], MIN, volts), { full: rule }, 30);
    expect(marked.marks.map(({ at }) => at)).toEqual([3, 8]);
    expect(marked.marks[0]!.missingAh).toBeCloseTo(30 - (6 + 2.5 + 1.5) / 60, 9);
    expect(marked.missingAh[4]).toBe(0);
    expect(marked.missingAh[5]).toBeGreaterThan(0);
  });
  it('marks nothing in a log without volts', () => expect(count(steady(0), { full: rule }).marks).toEqual([]));
});

describe('alarms and the relay', () => {
  const of = (missing: number[], settings: Partial<CounterSettings>, volts: number[] | null = null) =>
    callsOf(trace(missing, MIN, volts), Float64Array.from(missing), { ...plain, ...settings }).map(
      ({ says, timeMs }) => `${says} ${timeMs / MIN}`,
    );
  it('call once, and again only after they have been left', () => {
    expect(of([70, 75, 80, 70, 75], { reserveFraction: 0.25 })).toEqual(['reserve 1', 'reserve 4']);
    expect(of([0, 0, 0], { lowV: 11, highV: 15 }, [11, 10, 15])).toEqual(['low 0', 'high 2']);
    expect(of([0], { lowV: 11 })).toEqual([]);
  });
  it('switch off at the lower and on at the upper, and never within', () => {
    const relay = { by: 'charge', offAt: 0.2, onAt: 0.3 } as const;
    expect(of([70, 80, 75, 80, 71, 70, 80], { relay })).toEqual(['relay-off 1', 'relay-on 5', 'relay-off 6']);
    const byVolts = { by: 'volts', offAt: 11, onAt: 12 } as const;
    expect(of([0, 0, 0], { relay: byVolts }, [11, 11.9, 12])).toEqual(['relay-off 0', 'relay-on 2']);
    // One that would be on and off at once stays off.
    expect(of([0, 0, 0], { relay: { ...byVolts, onAt: 11 } }, [11, 12, 11])).toEqual(['relay-off 0']);
  });
  test.prop([fc.array(fc.double({ min: 0.201, max: 0.299, noNaN: true }), { minLength: 1, maxLength: 40 })])(
    'hysteresis does not chatter within its band',
    (shown) => {
      const missing = [0.1, ...shown].map((fraction) => (1 - fraction) * 100);
      expect(of(missing, { relay: { by: 'charge', offAt: 0.2, onAt: 0.3 } })).toEqual(['relay-off 0']);
    },
  );
});
