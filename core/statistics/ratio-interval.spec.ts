import { fc, test } from '@fast-check/vitest';
import { describe, expect, it } from 'vitest';
import { ratioInterval, type RatioDay } from './ratio-interval';
import { studentQuantile } from './student';

const days = (rows: readonly (readonly [number, number])[]): RatioDay[] =>
  rows.map(([above, below], place) => ({ place, above, below }));

describe('ratio of two means', () => {
  it('worked by hand for three days of steady use: two waves, Student’s t of two', () => {
    const above = [30, 45, 60];
    const estimate = ratioInterval(days(above.map((one) => [one, 50])), false, 0.95);
    expect([estimate.ratio, estimate.waves]).toEqual([0.9, 2]);
    // cos(π(k + ½)/3) = √3/2, 0, −√3/2 and cos(2π(k + ½)/3) = ½, −1, ½, squares summing to 1.5 each
    const slow = ((30 - 60) * Math.sqrt(3)) / 2 / Math.sqrt(1.5);
    const fast = (30 / 2 - 45 + 60 / 2) / Math.sqrt(1.5);
    const scatter = (slow ** 2 + fast ** 2) / 2;
    const half = studentQuantile(0.975, 2) * Math.sqrt((scatter / 3) * (1 + 3.4 / Math.sqrt(3)));
    expect(estimate.interval!.low).toBeCloseTo((45 - half) / 50, 9);
    expect(estimate.interval!.high).toBeCloseTo((45 + half) / 50, 9);
    expect(estimate.differenceInterval.low).toBeCloseTo(-5 - half, 9);
  });
  it('is the ratio itself where above and below go together day by day', () => {
    const { interval } = ratioInterval(
      days([
        [9, 10],
        [18, 20],
        [13.5, 15],
        [10.8, 12],
        [9.9, 11],
      ]),
      false,
      0.95,
    );
    expect(interval!.low).toBeCloseTo(0.9, 6);
    expect(interval!.high).toBeCloseTo(0.9, 6);
  });
  it('has none where what it is divided by may be nothing', () =>
    expect(
      ratioInterval(
        days([
          [1, 40],
          [2, 0],
          [1, 0],
        ]),
        false,
        0.95,
      ).interval,
    ).toBeNull());
  it('refuses a week of which a weekday is missing, and too few days', () => {
    expect(() => ratioInterval(days(Array.from({ length: 6 }, () => [1, 1] as const)), true, 0.95)).toThrow('weekday');
    expect(() =>
      ratioInterval(
        days([
          [1, 1],
          [1, 1],
        ]),
        false,
        0.95,
      ),
    ).toThrow('days');
  });
  const rows = fc.array(
    fc.tuple(fc.double({ min: 20, max: 60, noNaN: true }), fc.double({ min: 30, max: 50, noNaN: true })),
    {
      minLength: 7,
      maxLength: 60,
    },
  );
  test.prop([rows, fc.double({ min: 0.2, max: 5, noNaN: true }), fc.integer({ min: 0, max: 20_000 })])(
    'holds its own ratio, scales with what is measured, and does not care when it began',
    (all, factor, later) => {
      const { ratio, interval } = ratioInterval(days(all), false, 0.95);
      fc.pre(interval !== null);
      expect(interval.low).toBeLessThanOrEqual(ratio + 1e-9);
      expect(interval.high).toBeGreaterThanOrEqual(ratio - 1e-9);
      const scaled = days(all).map((day) => ({ ...day, place: day.place + later, above: day.above * factor }));
      const other = ratioInterval(scaled, false, 0.95);
      expect(other.interval!.low).toBeCloseTo(interval.low * factor, 6);
      expect(other.interval!.high).toBeCloseTo(interval.high * factor, 6);
    },
  );
  test.prop([rows])('is wider the surer it is to be', (all) => {
    const width = (confidence: number) => {
      const { low, high } = ratioInterval(days(all), false, confidence).differenceInterval;
      return high - low;
    };
    expect(width(0.99)).toBeGreaterThanOrEqual(width(0.95));
    expect(width(0.95)).toBeGreaterThanOrEqual(width(0.8));
  });
});
