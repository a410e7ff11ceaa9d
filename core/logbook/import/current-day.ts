import type { Columns } from '../../series/columns';
import { type DayKey, localDayAt } from '../../series/local-day';
import { Sheaf } from './sheaf';

/** A row of a day that was already closed: the file is not in order of days. */
export class OutOfOrder extends Error {
  constructor() {
    super('out-of-order');
  }
}

export interface ClosedDay {
  key: DayKey;
  /** Views on memory that is used again once the day is released. */
  columns: Columns;
}

/**
 * Gathers the samples of a log whose days come one after the other, a day at a time, in memory that goes round: a month at
 * one row a second needs two days' worth. @throws {OutOfOrder} from push
 */
export class CurrentDay {
  private current: Sheaf | null = null;
  private spare: Sheaf[] = [];
  private closed: Sheaf[] = [];

  constructor(
    private readonly timeZone: string,
    private readonly hasVoltage: boolean,
  ) {}

  /** The day at hand: what follows in order and on that day may be laid there directly. */
  get target(): Sheaf | null {
    return this.current;
  }

  /** The latest instant so far. */
  get latestMs(): number {
    return this.current?.fromMs ?? Number.NEGATIVE_INFINITY;
  }

  makeRoom(): void {
    this.current?.grow();
  }

  push(timeMs: number, voltageV: number, currentA: number): void {
    let day = this.current;
    if (day === null || timeMs >= day.toMs) day = this.open(timeMs);
    else if (timeMs < day.startMs) throw new OutOfOrder();
    day.push(timeMs, voltageV, currentA, Math.max(day.fromMs, timeMs));
  }

  /** Days that have ended since they were last asked for; each must be released. */
  *takeClosed(): Generator<ClosedDay> {
    for (const sheaf of this.closed.splice(0)) {
      yield { key: sheaf.key, columns: sheaf.view(this.hasVoltage) };
      this.spare.push(sheaf);
    }
  }

  /** Closes the day at hand: the file has ended. */
  end(): void {
    if (this.current) this.closed.push(this.current);
    this.current = null;
  }

  private open(timeMs: number): Sheaf {
    this.end();
    const { key, startMs, endMs } = localDayAt(timeMs, this.timeZone);
    const sheaf = this.spare.pop() ?? new Sheaf(2048);
    sheaf.begin(key, startMs, endMs, timeMs);
    this.current = sheaf;
    return sheaf;
  }
}
