import type { Columns } from '@core/series/columns';
import type { DayKey } from '@core/series/local-day';
import type { CoulanDatabase, DayLevelRow } from './database';

/** The samples of one day, of all logs together, in order of time. */
export async function readDay(db: CoulanDatabase, logIds: readonly string[], key: DayKey): Promise<Columns[]> {
  const rows = await db.logBlocks.bulkGet(logIds.map((id) => [id, key] as [string, string]));
  return rows.flatMap((row) => (row ? [row.columns] : [])).sort((a, b) => a.timeMs[0]! - b.timeMs[0]!);
}

/** The reduced days of all logs together, in order of time. */
export async function readLevels(db: CoulanDatabase, logIds: readonly string[]): Promise<DayLevelRow[]> {
  const rows = await db.logLevels.where('logId').anyOf(logIds).toArray();
  return rows.sort((a, b) => a.startMs - b.startMs || a.level.step[0]! - b.level.step[0]!);
}
