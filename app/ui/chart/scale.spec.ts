import { describe, expect, it } from 'vitest';
import { linearScale, pathAlong } from './scale';

describe('scale', () => {
  it('puts the ends where they belong, upside down too, and goes on beyond', () => {
    const y = linearScale([0, 1], [128, 8]);
    expect([y(0), y(0.5), y(1), y(1.5)]).toEqual([128, 68, 8, -52]);
  });
  it('keeps a quantity that does not vary at the start', () => {
    expect(linearScale([3, 3], [10, 90])(3)).toBe(10);
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
