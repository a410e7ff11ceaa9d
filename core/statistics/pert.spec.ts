import { fc, test } from '@fast-check/vitest';
import { describe, expect, it } from 'vitest';
import { QuantityError } from '../quantity/quantity-error';
import { pertQuantiles } from './pert';

const meanOf = (rows: Float64Array) =>
  rows.reduce((sum, row, k) => sum + row * (k === 0 || k === rows.length - 1 ? 0.5 : 1), 0) / (rows.length - 1);

describe('pertQuantiles', () => {
  it('has the mean (low + 4·typical + high) / 6', () => {
    for (const [low, typical, high] of [
      [10, 20, 60],
      [0, 0, 6],
      [3, 9, 9],
      [-4, 1, 2],
    ] as const) {
      const mean = (low + 4 * typical + high) / 6;
      expect(Math.abs(meanOf(pertQuantiles(low, typical, high, 1000)) - mean)).toBeLessThan(2e-3 * (high - low));
    }
  });
  it('worked by hand: mode at the low end is 1 − (1 − u)^(1/5)', () => {
    // α = 1, β = 5: the share below x is 1 − (1 − x)^5
    const rows = pertQuantiles(0, 0, 1, 10);
    for (let k = 0; k < 10; k++) expect(rows[k]).toBeCloseTo(1 - (1 - k / 10) ** (1 / 5), 4);
  });
  it('is even about a typical value in the middle: median typical', () => {
    expect(pertQuantiles(2, 5, 8, 2)[1]).toBeCloseTo(5, 3);
  });
  it('is one value where nothing is open', () => {
    expect(Array.from(pertQuantiles(4, 4, 4, 3))).toEqual([4, 4, 4, 4]);
  });
  it.each([
    [5, 4, 6],
    [1, 7, 6],
    [Number.NaN, 1, 2],
  ])('refuses %d, %d, %d', (low, typical, high) => {
    expect(() => pertQuantiles(low, typical, high, 10)).toThrow(QuantityError);
  });
  test.prop([
    fc
      .tuple(...[0, 1, 2].map(() => fc.double({ min: -100, max: 100, noNaN: true })))
      .map((three) => three.sort((a, b) => a - b)),
  ])('rises from low to high', ([low, typical, high]) => {
    const rows = pertQuantiles(low!, typical!, high!, 64);
    expect(rows[0]).toBeGreaterThanOrEqual(low! - 1e-9);
    expect(rows[64]).toBeLessThanOrEqual(high! + 1e-9);
    for (let k = 1; k <= 64; k++) expect(rows[k]!).toBeGreaterThanOrEqual(rows[k - 1]!);
  });
});
