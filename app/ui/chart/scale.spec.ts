import { describe, expect, it } from 'vitest';
import { axisEnds, linearScale, pathAlong } from './scale';

describe('scale', () => {
  it('puts the ends where they belong, upside down too, and goes on beyond', () => {
    const y = linearScale([0, 1], [128, 8]);
    expect([y(0), y(0.5), y(1), y(1.5)]).toEqual([128, 68, 8, -52]);
  });
  it('keeps a quantity that does not vary at the start', () => {
    expect(linearScale([3, 3], [10, 90])(3)).toBe(10);
  });
  it('takes for one what differs by its rounding alone, and leaves the rest as it is', () => {
    expect(axisEnds(12.4, 12.401)).toEqual([12.4, 12.401]);
    expect(axisEnds(-3e-6, 4e-6)).toEqual([-3e-6, 4e-6]);
    const [low, high] = axisEnds(89.99999999999999, 90.00000000000001);
    expect([low, high].map((end) => end.toFixed(6))).toEqual(['85.500000', '94.500000']);
    expect(axisEnds(-10, -10)).toEqual([-10.5, -9.5]);
    expect(axisEnds(0, 0)).toEqual([-1, 1]);
  });
  it('writes a path', () => {
    expect(
      pathAlong([
        [0, 1.04],
        [2.05, 3],
        [4, 5],
      ]),
    ).toBe('M0.0 1.0L2.0 3.0L4.0 5.0');
    expect(pathAlong([])).toBe('');
  });
});
