import type { CoulanDatabase } from './database';
import { logTables, namedLogs, planTables } from './tables';

/** Removes samples that no rig names: leavings of cancelled imports and of logs taken out of the book. */
export function deleteOrphans(db: CoulanDatabase): Promise<void> {
  return db.transaction('rw', [...planTables(db), ...logTables(db)], async () => {
    await db.records
      .where('rigId')
      .noneOf(await db.rigs.toCollection().primaryKeys())
      .delete();
    const named = await namedLogs(db);
    for (const table of logTables(db)) await table.where('logId').noneOf(named).delete();
  });
}
