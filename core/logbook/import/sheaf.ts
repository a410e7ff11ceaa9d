import type { Columns } from '../../series/columns';
import type { DayKey } from '../../series/local-day';
import type { RowTarget } from './plain-rows';

/** Growing columns of the samples that fell into one local day, in the order of the file. */
export class Sheaf implements RowTarget {
  count = 0;
  timeMs: Float64Array;
  voltageV: Float64Array;
  currentA: Float64Array;
  key: DayKey = '';
  startMs = 0;
  fromMs = 0;
  toMs = 0;

  constructor(capacity: number) {
    this.timeMs = new Float64Array(capacity);
    this.voltageV = new Float64Array(capacity);
    this.currentA = new Float64Array(capacity);
  }

  /** Starts a day anew, in the memory at hand. */
  begin(key: DayKey, startMs: number, toMs: number, latestMs: number): void {
    this.key = key;
    this.startMs = startMs;
    this.toMs = toMs;
    this.fromMs = latestMs;
    this.count = 0;
  }

  /** @param latestMs the latest instant of the file so far, this row included */
  push(timeMs: number, voltageV: number, currentA: number, latestMs: number): void {
    if (this.count === this.timeMs.length) this.grow();
    this.timeMs[this.count] = timeMs;
    this.voltageV[this.count] = voltageV;
    this.currentA[this.count++] = currentA;
    this.fromMs = latestMs;
  }

  /** What was taken, on the same memory. */
  view(hasVoltage: boolean): Columns {
    const { count } = this;
    return {
      timeMs: this.timeMs.subarray(0, count),
      voltageV: hasVoltage ? this.voltageV.subarray(0, count) : null,
      currentA: this.currentA.subarray(0, count),
    };
  }

  grow(): void {
    const larger = (column: Float64Array) => {
      const wide = new Float64Array(column.length * 2);
      wide.set(column);
      return wide;
    };
    this.timeMs = larger(this.timeMs);
    this.voltageV = larger(this.voltageV);
    this.currentA = larger(this.currentA);
  }
}
