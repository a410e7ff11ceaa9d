import { fc, test } from '@fast-check/vitest';
import { describe, expect, it } from 'vitest';
import type { Source } from './source';
import { newEngine, newSource, weekOf } from './new-source';
import { MONTH_OF_DAY } from '../series/calendar';
import { dayOfYear } from '../series/calendar';
import { runningShares } from './week-hours';

const engine = (more: Partial<ReturnType<typeof newEngine>> = {}): Source => ({ ...newEngine('e'), ...more });
const sum = (shares: Float64Array, from = 0, to = shares.length) => shares.slice(from, to).reduce((a, b) => a + b, 0);

describe('hours of a source', () => {
  it('begin at a part of an hour and end at one', () => {
    const shares = runningShares(engine({ week: weekOf([0, 1, 2, 3, 4, 5, 6], 9.25, 1.5) }));
    expect(Array.from(shares.slice(8, 12))).toEqual([0, 0.75, 0.75, 0]);
  });
  it('fall on the weekdays of the simulated year, which begins on a Friday', () => {
    const shares = runningShares(engine({ week: weekOf([4], 10, 1) }));
    const days = Array.from({ length: 365 }, (_, day) => sum(shares, day * 24, day * 24 + 24));
    expect(days.flatMap((hours, day) => (hours > 0 ? [day % 7] : []))).toEqual(Array<number>(53).fill(0));
  });
  it('past midnight on New Year’s Eve run into the first day of the year', () => {
    const shares = runningShares(engine({ week: weekOf([0, 1, 2, 3, 4, 5, 6], 22.5, 3) }));
    expect(Array.from(shares.slice(0, 3))).toEqual([1, 0.5, 0]);
    expect(Array.from(shares.slice(-2))).toEqual([0.5, 1]);
    expect(sum(shares)).toBeCloseTo(365 * 3, 9);
  });
  it('of a trip take the place of the week’s, on those days alone', () => {
    const shares = runningShares(
      engine({
        week: weekOf([0, 1, 2, 3, 4, 5, 6], 9, 1),
        trips: [{ fromDay: '12-30', toDay: '01-02', fromHour: 8, hours: 5 }],
      }),
    );
    const day = (monthDay: string) => sum(shares, dayOfYear(monthDay) * 24, dayOfYear(monthDay) * 24 + 24);
    expect(['12-29', '12-30', '12-31', '01-01', '01-02', '01-03'].map(day)).toEqual([1, 5, 5, 5, 5, 1]);
  });
  it('are silent in quiet hours, to the part of an hour', () => {
    const shore = { ...newSource('shore', 's'), week: weekOf([0, 1, 2, 3, 4, 5, 6], 0, 24) } as Source;
    const shares = runningShares({ ...shore, quiet: { fromHour: 21.5, toHour: 7.25 } } as Source);
    expect(sum(shares, 24, 48)).toBeCloseTo(24 - 9.75, 12);
    expect([shares[24 + 21], shares[24 + 22], shares[24 + 7], shares[24 + 8]]).toEqual([0.5, 0, 0.75, 1]);
  });
  it('are none while it is off, and none out of season', () => {
    expect(sum(runningShares(engine({ on: false })))).toBe(0);
    const shares = runningShares(engine({ months: [2], week: weekOf([0, 1, 2, 3, 4, 5, 6], 9, 2) }));
    expect(sum(shares)).toBe(2 * MONTH_OF_DAY.filter((month) => month === 1).length);
  });
  test.prop([
    fc.array(fc.integer({ min: 0, max: 6 }), { maxLength: 7 }),
    fc.double({ min: 0, max: 23.99, noNaN: true }),
    fc.double({ min: 0, max: 24, noNaN: true }),
  ])(
    'are never more than the clock has, and all that the week asks for where nothing overlaps',
    (days, fromHour, hours) => {
      const shares = runningShares(engine({ week: weekOf(days, fromHour, hours) }));
      expect(shares.every((share) => share >= 0 && share <= 1)).toBe(true);
      const own = Array.from({ length: 365 }, (_, day) => (days.includes((day + 4) % 7) ? hours : 0));
      expect(sum(shares)).toBeLessThanOrEqual(own.reduce((a, b) => a + b, 0) + 1e-6);
      if (fromHour + hours <= 24)
        expect(sum(shares)).toBeCloseTo(
          own.reduce((a, b) => a + b, 0),
          6,
        );
    },
  );
});
