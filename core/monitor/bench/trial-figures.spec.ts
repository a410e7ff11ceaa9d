import { describe, expect, it } from 'vitest';
import { PERFECT_METER } from '../../counter/counter-settings';
import type { Trace } from '../../counter/trace';
import { type Trial, tryOn } from '../../counter/trial';
import { totalFigures, trialFigures } from './trial-figures';

const settings = {
  ...{ capacityAh: 100, zeroAh: 0, coulombicFraction: 1, peukertExponent: 1, deadBandA: 0.5, averagingMs: 60_000 },
  ...{ reserveFraction: null, lowV: null, highV: null, relay: null },
  full: { fullV: 14, tailA: 2, holdMs: 0 },
};
const trial = (more: Partial<Trial>): Trial => ({
  ...{ days: 1, trueFulls: 2, marked: 1, marks: [], falseMarks: 1, driftAhPerWeek: 0, delayMin: null },
  ...{ hoursOffFraction: null, calls: [], worst: { errorAh: -3, timeMs: 0, soc: 0.5, shown: 0.47 } },
  missed: [{ fromMs: 0, toMs: 1, cause: 'not-held', came: 0 }],
  ...more,
});
const figuresOf = (more: Partial<Trial>) => trialFigures('t', trial(more), settings, 100);
const unknown = { trueFulls: null, marked: null, falseMarks: null, worst: null, driftAhPerWeek: null, missed: [] };

describe('what a set comes to on a trace', () => {
  it('opens its working: where it was most wrong follows from truth and count, by hand', () => {
    // 100 Ah at 80 %, 0.4 A out for 100 h: the dead band hides all 40 Ah.
    const hours = Array.from({ length: 101 }, (_, k) => k);
    const trace: Trace = {
      timeMs: Float64Array.from(hours, (h) => h * 3_600_000),
      voltageV: Float64Array.from(hours, () => 12.6),
      currentA: Float64Array.from(hours, () => -0.4),
      soc: Float64Array.from(hours, (h) => 0.8 - (0.4 * h) / 100),
      gapMs: 2 * 3_600_000,
    };
    const own = tryOn(trace, settings, 100, PERFECT_METER).trial;
    const of = trialFigures('t', own, settings, 100);
    expect(of.mostWrong!.value).toBeCloseTo(40, 9);
    expect(of.mostWrong!.working().terms.map(({ value }) => value)).toEqual([
      expect.closeTo(0.8, 9),
      expect.closeTo(0.4, 12),
      100,
    ]);
    expect(of.drift!.value).toBeCloseTo(0.4 * 168, 9);
    expect([of.days.value, of.trueFulls!.value, of.marked.value, of.missed!.value, of.falseMarks!.value]).toEqual([
      expect.closeTo(100 / 24, 9),
      ...[0, 0, 0, 0],
    ]);
  });
  it('is not known where nothing says what was in the bank, but for the marks', () => {
    const of = figuresOf({ ...unknown, marks: [] });
    expect([of.trueFulls, of.missed, of.falseMarks, of.drift, of.mostWrong, of.hoursOff]).toEqual(Array(6).fill(null));
    expect(of.marked.value).toBe(0);
  });
  it('what is missed is what was full and not marked', () => {
    const of = figuresOf({ hoursOffFraction: 0.1 });
    expect(of.missed!.value).toBe(1);
    expect(of.missed!.working().terms.map(({ value }) => value)).toEqual([2, 1]);
    expect(of.hoursOff!.working().terms[0]!.value).toBe(1);
  });
});

describe('several traces together', () => {
  it('count what is judged, and name how many are not', () => {
    const two = { worst: { errorAh: 2, timeMs: 0, soc: 0.5, shown: 0.52 } };
    const of = totalFigures('s', [
      { says: 'one', of: figuresOf({}) },
      { says: 'two', of: figuresOf(two) },
      { says: 'a log', of: figuresOf(unknown) },
    ]);
    expect(of.unjudged).toBe(1);
    expect(
      [of.trueFulls, of.missed, of.falseMarks, of.mostWrong].map(({ value }) => Math.round(value * 1e9) / 1e9),
    ).toEqual([4, 2, 2, 3]);
    expect(of.missed.working().terms.map(({ says, value }) => [says, value])).toEqual([
      ['one', 1],
      ['two', 1],
    ]);
    expect(totalFigures('s', []).mostWrong.value).toBe(0);
  });
});
