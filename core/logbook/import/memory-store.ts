import { type Columns, copyColumns } from '../../series/columns';
import type { DayStore } from './import-options';

/** A DayStore in memory, for tests and benchmarks. */
export class MemoryStore implements DayStore {
  readonly days = new Map<string, Columns>();
  private readonly parts = new Map<string, Columns[]>();

  putPart(key: string, columns: Columns): Promise<void> {
    this.parts.set(key, [...(this.parts.get(key) ?? []), columns]);
    return Promise.resolve();
  }

  takeParts(key: string): Promise<Columns[]> {
    return Promise.resolve(this.parts.get(key) ?? []);
  }

  putDay(key: string, columns: Columns): Promise<void> {
    this.days.set(key, copyColumns(columns));
    return Promise.resolve();
  }

  discard(): Promise<void> {
    this.days.clear();
    this.parts.clear();
    return Promise.resolve();
  }
}
