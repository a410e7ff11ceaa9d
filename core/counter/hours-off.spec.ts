import { describe, expect, it } from 'vitest';
import type { Count } from './count-trace';
import type { CounterSettings } from './counter-settings';
import { hoursOff } from './hours-off';

const HALF_HOUR_MS = 30 * 60_000;
const settings: CounterSettings = {
  capacityAh: 100,
  zeroAh: 0,
  full: null,
  coulombicFraction: 1,
  peukertExponent: 1,
  deadBandA: 0,
  averagingMs: 0,
  reserveFraction: null,
  lowV: null,
  highV: null,
  relay: null,
};
/** Drawn on all the while, a sample each half hour, half a capacity of 100 Ah truly in it; the meter takes so much to be in it. */
const off = (shownAh: readonly number[], currentA: readonly number[] = shownAh.map(() => -10)) => {
  const trace = {
    timeMs: Float64Array.from(shownAh, (_, k) => k * HALF_HOUR_MS),
    voltageV: Float64Array.from(shownAh, () => 12.5),
    currentA: Float64Array.from(currentA),
    soc: Float64Array.from(shownAh, () => 0.5),
    gapMs: HALF_HOUR_MS,
  };
  const count: Count = {
    missingAh: Float64Array.from(shownAh, (ah) => 100 - ah),
    countedA: Float64Array.from(currentA),
    marks: [],
  };
  return hoursOff(trace, count, settings, 100);
};

describe('hoursOff', () => {
  it('asks until half an hour before the end of a night of two hours: one, two, three and four tenths too much, a quarter', () => {
    // It begins at the second sample; asked at the last there is nothing left to be wrong about.
    expect(off([0, 55, 60, 65, 70, 999])).toBeCloseTo(0.25, 12);
  });
  it('takes what lasts less than two hours for no night', () => {
    expect(off([0, 55, 60, 65, 70])).toBeNull();
  });
  it('is ended by what flows in, from 0.05 A on, and not by less', () => {
    const night = [0, 55, 60, 65, 70, 999];
    expect(off([...night, 50], [-10, -10, -10, -10, -10, -10, 0.051])).toBeCloseTo(0.25, 12);
    expect(off([...night, 50, 50], [-10, -10, -10, -10, -10, 0.051, -10, -10])).toBeNull();
    expect(off([...night, 50], [-10, -10, -10, -10, -10, 0.05, 0.05])).not.toBeNull();
  });
  it('asks nothing of a bank that floats: from a thousandth of its capacity an hour on', () => {
    const drawn = (amps: number) => off([0, 55, 60, 65, 70, 999], Array<number>(6).fill(-amps));
    expect(drawn(0.0999)).toBeNull();
    expect(drawn(0.1001)).toBeCloseTo(0.25, 9);
  });
});
