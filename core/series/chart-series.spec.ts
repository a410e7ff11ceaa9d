import { fc, test } from '@fast-check/vitest';
import { describe, expect, it } from 'vitest';
import type { Columns } from './columns';
import { envelope } from './envelope';
import { hourlyFlows } from './hourly';

const MIN = 60_000;
const times = (minutes: readonly number[]) => Float64Array.from(minutes, (minute) => minute * MIN);

describe('envelope', () => {
  it('keeps the lowest and highest of each stretch, in order', () => {
    const points = envelope(times([0, 1, 2, 3, 4, 5]), [1, 9, 2, 5, -3, 4], 0, 6 * MIN, 2, 10 * MIN);
    expect(points.map(({ y }) => y)).toEqual([1, 9, 5, -3]);
  });
  it('breaks the line at a gap', () => {
    const points = envelope(times([0, 1, 30, 31]), [1, 2, 3, 4], 0, 40 * MIN, 40, 5 * MIN);
    expect(points.map(({ y }) => y)).toEqual([1, 2, Number.NaN, 3, 4]);
  });
  it('leaves out what lies outside', () => {
    expect(envelope(times([0, 5, 10, 15]), [1, 2, 3, 4], 4 * MIN, 11 * MIN, 10, 60 * MIN).map(({ y }) => y)).toEqual([
      2, 3,
    ]);
  });
  test.prop([
    fc.array(fc.double({ min: -9, max: 9, noNaN: true }), { minLength: 1, maxLength: 300 }),
    fc.integer({ min: 1, max: 40 }),
  ])('never loses an extreme, and stays within its width', (values, stretches) => {
    const points = envelope(times(values.map((_, k) => k)), values, 0, values.length * MIN, stretches, 1e9);
    const ys = points.map(({ y }) => y);
    expect(Math.min(...ys)).toBe(Math.min(...values));
    expect(Math.max(...ys)).toBe(Math.max(...values));
    expect(points.length).toBeLessThanOrEqual(2 * stretches);
    for (let k = 1; k < points.length; k++) expect(points[k]!.x).toBeGreaterThan(points[k - 1]!.x);
  });
});

describe('hourlyFlows', () => {
  it('cuts a line at the full hour: −6 A from 00:50 to 01:10 is 1 Ah in each', () => {
    const columns: Columns = { timeMs: times([50, 70]), voltageV: null, currentA: Float64Array.of(-6, -6) };
    const hours = hourlyFlows(columns, 0, 24 * 60 * MIN, 30 * MIN);
    expect(hours).toHaveLength(24);
    expect([hours[0]!.outAh, hours[1]!.outAh, hours[2]!.outAh]).toEqual([1, 1, 0]);
  });
  it('counts a gap as missing', () => {
    const columns: Columns = { timeMs: times([0, 90]), voltageV: null, currentA: Float64Array.of(5, 5) };
    expect(hourlyFlows(columns, 0, 23 * 60 * MIN, 5 * MIN).every((hour) => hour.coveredMs === 0)).toBe(true);
  });
});
