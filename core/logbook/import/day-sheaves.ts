import { type Columns, copyColumns } from '../../series/columns';
import { type DayKey, localDayAt } from '../../series/local-day';
import { Sheaf } from './sheaf';

/** Gathers samples by local day in whatever order they come, and lends whole days out again to keep within a bound of memory. */
export class DaySheaves {
  private readonly sheaves = new Map<DayKey, Sheaf>();
  private current: Sheaf | null = null;
  private lastCount = 2048;
  private latestBefore = Number.NEGATIVE_INFINITY;

  constructor(
    private readonly timeZone: string,
    private readonly hasVoltage: boolean,
  ) {}

  /** The day of the sample that came last: what follows in order and on that day may be laid there directly. */
  get target(): Sheaf | null {
    return this.current;
  }

  makeRoom(): void {
    this.current?.grow();
  }

  /** The latest instant so far. */
  get latestMs(): number {
    return this.current === null ? this.latestBefore : this.current.fromMs;
  }

  get rowsHeld(): number {
    let rows = 0;
    for (const sheaf of this.sheaves.values()) rows += sheaf.count;
    return rows;
  }

  push(timeMs: number, voltageV: number, currentA: number): void {
    const latestMs = Math.max(this.latestMs, timeMs);
    let sheaf = this.current;
    if (sheaf === null || timeMs < sheaf.startMs || timeMs >= sheaf.toMs) sheaf = this.turnTo(timeMs);
    sheaf.push(timeMs, voltageV, currentA, latestMs);
  }

  keys(): DayKey[] {
    return [...this.sheaves.keys()];
  }

  /** Takes a day out. Null when nothing of it is held. */
  take(key: DayKey): Columns | null {
    const sheaf = this.sheaves.get(key);
    if (!sheaf) return null;
    this.sheaves.delete(key);
    if (this.current === sheaf) {
      this.latestBefore = sheaf.fromMs;
      this.current = null;
    }
    return copyColumns(sheaf.view(this.hasVoltage));
  }

  private turnTo(timeMs: number): Sheaf {
    const { key, startMs, endMs } = localDayAt(timeMs, this.timeZone);
    let sheaf = this.sheaves.get(key);
    if (!sheaf) {
      if (this.current) this.lastCount = Math.min(Math.max(this.current.count, 64), 100_000);
      sheaf = new Sheaf(this.lastCount);
      sheaf.begin(key, startMs, endMs, this.latestMs);
      this.sheaves.set(key, sheaf);
    }
    this.current = sheaf;
    return sheaf;
  }
}
