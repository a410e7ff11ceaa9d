import { fc, test } from '@fast-check/vitest';
import { describe, expect, it } from 'vitest';
import { fitInverter } from './inverter-fit';

const pair = (acW: number, dcW: number) => ({ acW, dcV: 25, dcA: dcW / 25 });

describe('fitInverter', () => {
  it('gives a ratio for one pair', () => {
    expect(fitInverter([pair(90, 100)])).toMatchObject({ kind: 'ratio', a: 0, b: expect.closeTo(100 / 90, 12), c: 0 });
  });
  it('draws a line through two: 0 → 10 W, 100 → 120 W', () => {
    expect(fitInverter([pair(0, 10), pair(100, 120)])).toMatchObject({
      kind: 'line',
      a: expect.closeTo(10, 9),
      b: expect.closeTo(1.1, 9),
    });
  });
  it('never has a negative term: pairs that bend the wrong way give a line', () => {
    const fit = fitInverter([pair(0, 10), pair(100, 130), pair(200, 240), pair(400, 450)])!;
    expect(fit.c).toBe(0);
    expect(fit.a).toBeGreaterThanOrEqual(0);
  });
  it('names the point that stands off', () => {
    const points = [0, 50, 100, 200, 300, 400, 600].map((acW, k) =>
      pair(acW, 9 + 1.06 * acW + 2e-4 * acW * acW + (k % 2 ? 0.4 : -0.4)),
    );
    points[3] = pair(200, 330);
    const fit = fitInverter(points)!;
    expect(fit.points.filter((point) => point.outlier).map((point) => point.acW)).toEqual([200]);
  });
  it('is nothing without power', () => expect(fitInverter([pair(0, 0)])).toBeNull());
  test.prop([
    fc.double({ min: 0, max: 40, noNaN: true }),
    fc.double({ min: 1, max: 1.4, noNaN: true }),
    fc.double({ min: 0, max: 5e-4, noNaN: true }),
  ])('finds the curve it was made of', (a, b, c) => {
    const fit = fitInverter([0, 30, 90, 250, 600, 1100].map((acW) => pair(acW, a + b * acW + c * acW * acW)))!;
    expect(fit.a).toBeCloseTo(a, 5);
    expect(fit.b).toBeCloseTo(b, 7);
    expect(fit.c).toBeCloseTo(c, 9);
  });
});
