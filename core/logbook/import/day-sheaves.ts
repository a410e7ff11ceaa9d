import type { Columns } from '../../series/columns';
import { type DayKey, localDayAt } from '../../series/local-day';

/** Growing columns of the samples that fell into one local day, in the order of the file. */
class Sheaf {
  private timeMs: Float64Array;
  private voltageV: Float64Array;
  private currentA: Float64Array;
  count = 0;

  constructor(
    readonly key: DayKey,
    readonly startMs: number,
    readonly endMs: number,
    capacity: number,
  ) {
    this.timeMs = new Float64Array(capacity);
    this.voltageV = new Float64Array(capacity);
    this.currentA = new Float64Array(capacity);
  }

  push(timeMs: number, voltageV: number, currentA: number): void {
    if (this.count === this.timeMs.length) this.grow();
    this.timeMs[this.count] = timeMs;
    this.voltageV[this.count] = voltageV;
    this.currentA[this.count] = currentA;
    this.count++;
  }

  columns(hasVoltage: boolean): Columns {
    return {
      timeMs: this.timeMs.slice(0, this.count),
      voltageV: hasVoltage ? this.voltageV.slice(0, this.count) : null,
      currentA: this.currentA.slice(0, this.count),
    };
  }

  private grow(): void {
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

/** Gathers samples by local day, and lends whole days out again to keep within a bound of memory. */
export class DaySheaves {
  rowsHeld = 0;
  private readonly sheaves = new Map<DayKey, Sheaf>();
  private current: Sheaf | null = null;
  private lastCount = 2048;

  constructor(
    private readonly timeZone: string,
    private readonly hasVoltage: boolean,
  ) {}

  push(timeMs: number, voltageV: number, currentA: number): void {
    let sheaf = this.current;
    if (sheaf === null || timeMs < sheaf.startMs || timeMs >= sheaf.endMs) sheaf = this.turnTo(timeMs);
    sheaf.push(timeMs, voltageV, currentA);
    this.rowsHeld++;
  }

  keys(): DayKey[] {
    return [...this.sheaves.keys()];
  }

  /** Takes a day out. Null when nothing of it is held. */
  take(key: DayKey): Columns | null {
    const sheaf = this.sheaves.get(key);
    if (!sheaf) return null;
    this.sheaves.delete(key);
    if (this.current === sheaf) this.current = null;
    this.rowsHeld -= sheaf.count;
    return sheaf.columns(this.hasVoltage);
  }

  private turnTo(timeMs: number): Sheaf {
    const day = localDayAt(timeMs, this.timeZone);
    let sheaf = this.sheaves.get(day.key);
    if (!sheaf) {
      if (this.current) this.lastCount = Math.min(Math.max(this.current.count, 64), 100_000);
      sheaf = new Sheaf(day.key, day.startMs, day.endMs, this.lastCount);
      this.sheaves.set(day.key, sheaf);
    }
    this.current = sheaf;
    return sheaf;
  }
}
