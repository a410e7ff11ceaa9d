import { fc, test } from '@fast-check/vitest';
import { describe, expect, it } from 'vitest';
import { type Columns, copyColumns, sliceColumns } from './columns';
import { MedianStep } from './median-step';
import { orderByTime } from './order';
import { liesBetween, outsideSpans, runsOf } from './span';

const log = (...rows: readonly (readonly [number, number])[]): Columns => ({
  timeMs: Float64Array.from(rows, ([t]) => t),
  voltageV: null,
  currentA: Float64Array.from(rows, ([, a]) => a),
});
const rowsOf = ({ timeMs, currentA }: Columns) => Array.from(timeMs, (t, k) => [t, currentA[k]!]);

describe('orderByTime', () => {
  it('leaves a log in order as it is, not even copied', () => {
    const columns = log([1, 1], [2, 2]);
    expect(orderByTime(columns).columns).toBe(columns);
  });
  it('sorts, keeps the first row of an instant and names the rest', () => {
    const { columns, duplicateMs } = orderByTime(log([3, 30], [1, 10], [3, 31], [2, 20], [3, 32]));
    expect(rowsOf(columns)).toEqual([
      [1, 10],
      [2, 20],
      [3, 30],
    ]);
    expect(duplicateMs).toEqual([3, 3]);
  });
  it('moves voltage along with current', () => {
    const { columns } = orderByTime({ ...log([2, 1], [1, 2]), voltageV: Float64Array.of(12, 13) });
    expect(Array.from(columns.voltageV!)).toEqual([13, 12]);
  });
  test.prop([fc.array(fc.integer({ min: 0, max: 50 }), { maxLength: 80 })])(
    'loses nothing: kept and duplicate rows together are all rows',
    (times) => {
      const { columns, duplicateMs } = orderByTime(log(...times.map((t, k) => [t, k] as const)));
      const all = [...columns.timeMs, ...duplicateMs].sort((a, b) => a - b);
      expect(all).toEqual([...times].sort((a, b) => a - b));
      for (let k = 1; k < columns.timeMs.length; k++)
        expect(columns.timeMs[k]!).toBeGreaterThan(columns.timeMs[k - 1]!);
    },
  );
});

describe('outsideSpans', () => {
  const columns = log([0, 0], [10, 1], [20, 2], [30, 3], [40, 4]);
  it('drops both ends of a span and counts', () => {
    const { columns: kept, dropped } = outsideSpans(columns, [{ fromMs: 10, toMs: 30 }]);
    expect(Array.from(kept.timeMs)).toEqual([0, 40]);
    expect(dropped).toBe(3);
  });
  it('takes spans in any order, over each other', () => {
    const spans = [
      { fromMs: 35, toMs: 99 },
      { fromMs: -9, toMs: 5 },
      { fromMs: 0, toMs: 12 },
    ];
    expect(Array.from(outsideSpans(columns, spans).columns.timeMs)).toEqual([20, 30]);
  });
  it('is the same log where no span touches it', () => {
    expect(outsideSpans(columns, [{ fromMs: 50, toMs: 60 }])).toEqual({ columns, dropped: 0 });
    expect(outsideSpans(log(), [{ fromMs: 0, toMs: 60 }]).dropped).toBe(0);
  });
});

describe('MedianStep', () => {
  const medianOf = (...steps: readonly number[]) => {
    const median = new MedianStep();
    steps.forEach((step) => median.add(step));
    return median.value();
  };
  it('is 0 before the first step', () => expect(medianOf()).toBe(0));
  it('takes the lower of the two in the middle', () => expect(medianOf(60, 1000, 60, 1000)).toBe(60));
  it('is not moved by a few gaps', () => expect(medianOf(...Array<number>(9).fill(1000), 86_400_000)).toBe(1000));
  it('can be asked in between', () => {
    const median = new MedianStep();
    median.add(5);
    expect(median.value()).toBe(5);
    median.addAll(Float64Array.of(0, 7, 14, 21));
    expect(median.value()).toBe(7);
  });
  it('gives up milliseconds, not the answer, when every step is another', () => {
    const median = new MedianStep();
    for (let k = 0; k < 60_000; k++) median.add(1000 + k);
    expect(Math.abs(median.value() - 31_000)).toBeLessThanOrEqual(100);
  });
});

describe('columns', () => {
  it('slices share memory, copies do not', () => {
    const columns = log([1, 1], [2, 2], [3, 3]);
    const slice = sliceColumns(columns, 1, 3);
    const copy = copyColumns(slice);
    columns.currentA[1] = 99;
    expect([slice.currentA[0], copy.currentA[0]]).toEqual([99, 2]);
    expect(copy.timeMs.buffer.byteLength).toBe(16);
  });
});

describe('runsOf', () => {
  it('breaks where the step is longer than the limit, not where it is as long', () => {
    expect(runsOf([0, 10, 20, 31, 100], 10)).toEqual([
      { fromMs: 0, toMs: 20 },
      { fromMs: 31, toMs: 31 },
      { fromMs: 100, toMs: 100 },
    ]);
    expect(runsOf([-50, -45, -40], 5)).toEqual([{ fromMs: -50, toMs: -40 }]);
    expect(runsOf([], 5)).toEqual([]);
  });
});

describe('liesBetween', () => {
  it('asks for time strictly between', () => {
    expect(liesBetween([{ fromMs: 5, toMs: 9 }], 9, 12)).toBe(false);
    expect(liesBetween([{ fromMs: 5, toMs: 9 }], 8, 12)).toBe(true);
    expect(liesBetween([{ fromMs: 12, toMs: 15 }], 9, 12)).toBe(false);
    expect(liesBetween([{ fromMs: 10, toMs: 10 }], 9, 12)).toBe(false);
  });
});
