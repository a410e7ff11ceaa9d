import type { DayStore } from '@core/logbook/import/import-options';
import { type Columns, copyColumns } from '@core/series/columns';
import type { DayLevel } from '@core/series/level';
import type { CoulanDatabase } from './database';
import { changeStoredRig } from './read-row';
import { logTables } from './tables';

/** Keeps the days of one log that is being imported. */
export class LogStore implements DayStore {
  constructor(
    private readonly db: CoulanDatabase,
    private readonly logId: string,
    private readonly startOf: (key: string) => number,
  ) {}

  async putPart(key: string, columns: Columns): Promise<void> {
    await this.db.logParts.add({ logId: this.logId, key, columns });
  }

  takeParts(key: string): Promise<Columns[]> {
    return this.db.transaction('rw', this.db.logParts, async () => {
      const rows = await this.db.logParts.where({ logId: this.logId, key }).sortBy('id');
      await this.db.logParts.bulkDelete(rows.map((row) => row.id));
      return rows.map((row) => row.columns);
    });
  }

  putDay(key: string, columns: Columns, level: DayLevel): Promise<void> {
    const { db, logId } = this;
    return db.transaction('rw', db.logBlocks, db.logLevels, async () => {
      await db.logBlocks.put({ logId, key, columns: copyColumns(columns) });
      await db.logLevels.put({ logId, key, startMs: this.startOf(key), level });
    });
  }

  discard(): Promise<void> {
    return discardLog(this.db, this.logId);
  }
}

/** Takes out all that is stored of a log. */
async function discardLog(db: CoulanDatabase, logId: string): Promise<void> {
  for (const table of logTables(db)) await table.where('logId').equals(logId).delete();
}

/** Takes a log out of every stored plan that names it, and out of the database. */
export async function takeOutLog(db: CoulanDatabase, logId: string, nowMs: number): Promise<void> {
  for (const { id, rig } of await db.rigs.toArray()) {
    if (!JSON.stringify(rig).includes(logId)) continue;
    await changeStoredRig(db, id, nowMs, (plan) => ({
      ...plan,
      logbook: { ...plan.logbook, logs: plan.logbook.logs.filter((log) => log.id !== logId) },
    }));
  }
  await discardLog(db, logId);
}
