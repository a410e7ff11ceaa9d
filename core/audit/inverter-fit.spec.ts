import { fc, test } from '@fast-check/vitest';
import { describe, expect, it } from 'vitest';
import { fitInverter } from './inverter-fit';

const pair = (acW: number, dcW: number) => ({ acW, dcV: 25, dcA: dcW / 25 });

describe('fitInverter', () => {
  it('gives a ratio for one pair', () => {
    expect(fitInverter([pair(90, 100)], 0)).toMatchObject({
      kind: 'ratio',
      a: 0,
      b: expect.closeTo(100 / 90, 12),
      c: 0,
    });
  });
  it('takes the standby of the sheet out of one pair: 100 W behind, 122 W before, 12 W standby', () => {
    const fit = fitInverter([pair(100, 122)], 12)!;
    expect(fit).toMatchObject({ kind: 'ratio', a: 12, b: expect.closeTo(1.1, 12) });
    expect(fit.a + fit.b * 100).toBeCloseTo(122, 12);
    // A sheet that claims more standby than was lost in all is not believed beyond that.
    expect(fitInverter([pair(100, 104)], 12)).toMatchObject({ a: 4, b: 1 });
    expect(fitInverter([pair(100, 120), pair(100, 124)], 12)).toMatchObject({ kind: 'ratio', a: 12 });
  });
  it('draws a line through two: 0 → 10 W, 100 → 120 W', () => {
    expect(fitInverter([pair(0, 10), pair(100, 120)], 0)).toMatchObject({
      kind: 'line',
      a: expect.closeTo(10, 9),
      b: expect.closeTo(1.1, 9),
    });
  });
  it('never has a negative term: pairs that bend the wrong way give a line', () => {
    const fit = fitInverter([pair(0, 10), pair(100, 130), pair(200, 240), pair(400, 450)], 0)!;
    expect(fit.c).toBe(0);
    expect(fit.a).toBeGreaterThanOrEqual(0);
  });
  it('names the point that stands off', () => {
    const points = [0, 50, 100, 200, 300, 400, 600].map((acW, k) =>
      pair(acW, 9 + 1.06 * acW + 2e-4 * acW * acW + (k % 2 ? 0.4 : -0.4)),
    );
    points[3] = pair(200, 330);
    const fit = fitInverter(points, 0)!;
    expect(fit.points.filter((point) => point.outlier).map((point) => point.acW)).toEqual([200]);
  });
  it('draws the curve through three: 0 → 10 W, 100 → 122 W, 200 → 238 W bends by 2 W in 100²', () => {
    const fit = fitInverter([pair(0, 10), pair(100, 122), pair(200, 238)], 0)!;
    expect(fit).toMatchObject({ kind: 'curve', a: expect.closeTo(10, 8), b: expect.closeTo(1.1, 9) });
    expect(fit.c).toBeCloseTo(2e-4, 11);
  });
  it('is nothing without power', () => expect(fitInverter([pair(0, 0)], 0)).toBeNull());
  test.prop([
    fc.double({ min: 0, max: 40, noNaN: true }),
    fc.double({ min: 1, max: 1.4, noNaN: true }),
    fc.double({ min: 0, max: 5e-4, noNaN: true }),
  ])('finds the curve it was made of', (a, b, c) => {
    const fit = fitInverter(
      [0, 30, 90, 250, 600, 1100].map((acW) => pair(acW, a + b * acW + c * acW * acW)),
      0,
    )!;
    expect(fit.a).toBeCloseTo(a, 5);
    expect(fit.b).toBeCloseTo(b, 7);
    expect(fit.c).toBeCloseTo(c, 9);
  });
});
