import { fc, test } from '@fast-check/vitest';
import { describe, expect, it } from 'vitest';
import { pertQuantiles } from '../statistics/pert';
import { type DayOfLoad, simulateDays } from './simulate-day';

const every = (lowAh: number, typicalAh: number, highAh: number): DayOfLoad => ({
  lowAh,
  typicalAh,
  highAh,
  daysFraction: 1,
});

describe('PERT', () => {
  it('has the mean (low + 4·typical + high) ÷ 6', () => {
    const quantiles = pertQuantiles(2, 5, 14, 4000);
    const mean = quantiles.slice(0, -1).reduce((sum, low, k) => sum + (low + quantiles[k + 1]!) / 2, 0) / 4000;
    expect(mean).toBeCloseTo((2 + 20 + 14) / 6, 3);
  });
  it('lies symmetrically about a typical in the middle', () => {
    const quantiles = pertQuantiles(0, 5, 10, 100);
    expect(quantiles[50]).toBeCloseTo(5, 3);
    // Beta(3, 3): the 10 % quantile is 0.2466, from a table of the incomplete beta function.
    expect(quantiles[10]).toBeCloseTo(2.466, 2);
  });
  it('is a point where nothing varies', () => expect([...pertQuantiles(3, 3, 3, 2)]).toEqual([3, 3, 3]));
});

describe('simulateDays', () => {
  it('adds up means: Σ (low + 4·typical + high) ÷ 6', () => {
    const loads = [every(1, 2, 3), every(0, 5, 20), every(10, 12, 13)];
    const expected = loads.reduce((sum, { lowAh, typicalAh, highAh }) => sum + (lowAh + 4 * typicalAh + highAh) / 6, 0);
    expect(simulateDays(loads, 100_000, 1).meanAh).toBeCloseTo(expected, 1);
  });
  it('uses a load on its share of days only: 10 Ah on one day in seven', () => {
    const { p50Ah, p90Ah, meanAh } = simulateDays([{ ...every(10, 10, 10), daysFraction: 1 / 7 }], 100_000, 2);
    expect([p50Ah, p90Ah]).toEqual([0, 10]);
    expect(meanAh).toBeCloseTo(10 / 7, 1);
  });
  it('is the same for the same seed', () => {
    expect(simulateDays([every(1, 4, 9)], 5000, 3)).toEqual(simulateDays([every(1, 4, 9)], 5000, 3));
  });
  it('independent loads spread less than their plain sums', () => {
    const loads = Array.from({ length: 30 }, () => every(1, 2, 4));
    const { p90Ah } = simulateDays(loads, 20_000, 4);
    expect(p90Ah).toBeLessThan(30 * 2.6);
    expect(p90Ah).toBeGreaterThan(30 * 2.1);
  });
  test.prop([
    fc.array(
      fc.tuple(
        fc.double({ min: 0, max: 50, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 1, max: 3, noNaN: true }),
      ),
      { minLength: 1, maxLength: 8 },
    ),
  ])('P10 ≤ P50 ≤ P90, within the plain sums', (specs) => {
    const loads = specs.map(([typical, low, high]) => every(typical * low, typical, typical * high));
    const { p10Ah, p50Ah, p90Ah } = simulateDays(loads, 1000, 5);
    const sum = (pick: (load: DayOfLoad) => number) => loads.reduce((total, load) => total + pick(load), 0);
    expect(p10Ah).toBeGreaterThanOrEqual(sum(({ lowAh }) => lowAh) - 1e-9);
    expect(p50Ah).toBeGreaterThanOrEqual(p10Ah);
    expect(p90Ah).toBeGreaterThanOrEqual(p50Ah);
    expect(p90Ah).toBeLessThanOrEqual(sum(({ highAh }) => highAh) + 1e-9);
  });
});
