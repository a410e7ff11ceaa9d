import { fc, test } from '@fast-check/vitest';
import { describe, expect, it } from 'vitest';
import { LEVEL_STEP_MS, reduceDay } from './level';

const MIN = 60_000;

describe('reduceDay', () => {
  it('keeps lowest, highest and mean of each five minutes that hold a sample', () => {
    const level = reduceDay(
      {
        timeMs: Float64Array.of(0, 1 * MIN, 4 * MIN, 5 * MIN, 17 * MIN),
        voltageV: Float64Array.of(13, 12.5, 12.75, 13.25, 13.5),
        currentA: Float64Array.of(-2, -4, 3, 8, 1),
      },
      0,
    );
    expect(Array.from(level.step)).toEqual([0, 1, 3]);
    expect(Array.from(level.minA)).toEqual([-4, 8, 1]);
    expect(Array.from(level.maxA)).toEqual([3, 8, 1]);
    expect(Array.from(level.meanA)).toEqual([-1, 8, 1]);
    expect(Array.from(level.minV)).toEqual([12.5, 13.25, 13.5]);
    expect(Array.from(level.maxV)).toEqual([13, 13.25, 13.5]);
  });
  it('counts steps from the first instant of the local day', () => {
    const startMs = Date.parse('2026-03-28T23:00:00Z');
    const level = reduceDay(
      { timeMs: Float64Array.of(startMs + 12 * 3_600_000), voltageV: null, currentA: Float64Array.of(1) },
      startMs,
    );
    expect(Array.from(level.step)).toEqual([144]);
    expect(Array.from(level.minV)).toEqual([0]);
  });
  it('is empty for a day without samples', () => {
    const none = new Float64Array(0);
    expect(reduceDay({ timeMs: none, voltageV: none, currentA: none }, 0).step).toHaveLength(0);
  });
  test.prop([
    fc.array(fc.tuple(fc.integer({ min: 0, max: 1439 }), fc.float({ min: -90, max: 90, noNaN: true })), {
      minLength: 1,
      maxLength: 200,
    }),
  ])('no extreme of the day is lost, every row is counted', (rows) => {
    const sorted = [...new Map(rows)].sort(([a], [b]) => a - b);
    const level = reduceDay(
      {
        timeMs: Float64Array.from(sorted, ([minute]) => minute * MIN),
        voltageV: null,
        currentA: Float64Array.from(sorted, ([, a]) => a),
      },
      0,
    );
    const currents = sorted.map(([, a]) => a);
    expect(Math.min(...level.minA)).toBe(Math.min(...currents));
    expect(Math.max(...level.maxA)).toBe(Math.max(...currents));
    expect(level.step).toHaveLength(new Set(sorted.map(([minute]) => Math.floor((minute * MIN) / LEVEL_STEP_MS))).size);
    level.meanA.forEach((mean, k) => {
      expect(mean).toBeGreaterThanOrEqual(level.minA[k]! - 1e-4);
      expect(mean).toBeLessThanOrEqual(level.maxA[k]! + 1e-4);
    });
  });
});
