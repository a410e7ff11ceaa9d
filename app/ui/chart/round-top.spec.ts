import { FINE_STEPS, roundTop } from './round-top';

describe('the top of a scale', () => {
  it.each([
    [0, 0],
    [1, 1],
    [1.01, 2],
    [4.2, 5],
    [9.9, 10],
    [0.037, 0.05],
    [1234, 2000],
  ])('above %d is %d', (value, top) => expect(roundTop(value)).toBeCloseTo(top, 12));
  it('is filled to two thirds at least by fine steps', () => {
    for (let value = 0.01; value < 5000; value *= 1.07) {
      const top = roundTop(value, FINE_STEPS);
      expect(value / top).toBeGreaterThan(0.65);
      expect(value / top).toBeLessThanOrEqual(1 + 1e-12);
    }
  });
  it('is none for what is not a size', () => expect([roundTop(Number.NaN), roundTop(-3)]).toEqual([0, 0]));
});
