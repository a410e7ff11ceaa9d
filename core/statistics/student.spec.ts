import { describe, expect, it } from 'vitest';
import { studentQuantile, studentShare } from './student';

describe('Student’s t', () => {
  // Published table, two-sided 95 % and 99 %.
  it.each([
    [1, 12.706, 63.657],
    [2, 4.303, 9.925],
    [3, 3.182, 5.841],
    [4, 2.776, 4.604],
    [5, 2.571, 4.032],
    [8, 2.306, 3.355],
    [9, 2.262, 3.25],
    [30, 2.042, 2.75],
  ])('with %i degrees of freedom', (degrees, at95, at99) => {
    expect(studentQuantile(0.975, degrees)).toBeCloseTo(at95, 3);
    expect(studentQuantile(0.995, degrees)).toBeCloseTo(at99, 3);
  });
  it('is symmetrical, and half at nothing', () => {
    for (const degrees of [1, 2, 5, 8]) {
      expect(studentShare(0, degrees)).toBe(0.5);
      expect(studentShare(-1.3, degrees) + studentShare(1.3, degrees)).toBeCloseTo(1, 12);
    }
  });
  it('refuses no degrees of freedom', () => expect(() => studentShare(1, 0)).toThrow('out-of-range'));
});
