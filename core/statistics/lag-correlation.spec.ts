import { fc, test } from '@fast-check/vitest';
import { describe, expect, it } from 'vitest';
import { lagCorrelation } from './lag-correlation';

describe('lagCorrelation', () => {
  it('worked by hand: 1 2 3 4 at lag 1', () => {
    // Off the mean: −1.5 −0.5 0.5 1.5; pairs 0.75 − 0.25 + 0.75 = 1.25 over 3, by 5 over 4
    expect(lagCorrelation([1, 2, 3, 4], 1)).toBeCloseTo(1.25 / 3 / (5 / 4), 12);
  });
  it('finds a weekly rhythm in two weeks', () => {
    const week = [30, 31, 28, 33, 30, 60, 62];
    expect(lagCorrelation([...week, ...week], 7)).toBeCloseTo(1, 12);
  });
  it('knows places without a row: the pairs that there are count', () => {
    const week = [30, 31, 28, 33, 30, 60, 62];
    expect(lagCorrelation([...week, 30, null, 28, null, 30, 60, 62], 7)).toBeGreaterThan(0.9);
    expect(lagCorrelation([1, null, 2, null], 1)).toBe(0);
  });
  it('is −1 for rows that swing', () => expect(lagCorrelation([1, -1, 1, -1, 1, -1], 1)).toBe(-1));
  it.each([
    ['no rows', [], 1],
    ['as many rows as the lag', [1, 2, 3], 3],
    ['rows all alike', [5, 5, 5, 5], 1],
  ])('says nothing of %s', (_, rows, lag) => expect(lagCorrelation(rows, lag)).toBe(0));
  test.prop([
    fc.array(fc.double({ min: -9, max: 9, noNaN: true }), { minLength: 3, maxLength: 60 }),
    fc.integer({ min: 1, max: 20 }),
    fc.double({ min: 0.5, max: 4, noNaN: true }),
  ])('stays within ±1, and knows no unit and no zero', (rows, lag, scale) => {
    const own = lagCorrelation(rows, lag);
    expect(Math.abs(own)).toBeLessThanOrEqual(1);
    const spread = Math.max(...rows) - Math.min(...rows);
    fc.pre(spread > 1e-3);
    expect(
      lagCorrelation(
        rows.map((row) => 100 + scale * row),
        lag,
      ),
    ).toBeCloseTo(own, 6);
  });
});
