import { isRecordMark } from '@core/plan/record-mark';
import type { CoulanDatabase, StoredRigRow } from './database';

/** The tables in which a plan lies. */
export const planTables = (db: CoulanDatabase) => [db.rigs, db.records] as const;

/**
 * Ids of all logs that any stored plan names, of unreadable ones too: no schema is asked, so that the first screen needs none.
 * Within a transaction over planTables. @throws where a plan does not even say that
 */
export async function namedLogs(db: CoulanDatabase): Promise<string[]> {
  const rows = await db.rigs.toArray();
  return (await Promise.all(rows.map((row) => logIdsOf(db, row)))).flat();
}

async function logIdsOf(db: CoulanDatabase, { id, rig }: StoredRigRow): Promise<string[]> {
  const inPlan = (rig as { logbook?: { logs?: unknown } } | null)?.logbook?.logs;
  const logs = isRecordMark(inPlan) ? (await db.records.get([id, inPlan.$record]))?.rows : inPlan;
  if (!Array.isArray(logs)) throw new Error('a stored plan names no logs');
  return logs.map((log: { id?: unknown }) => String(log.id));
}

export const logTables = (db: CoulanDatabase) =>
  [db.logDays, db.logBlocks, db.logLevels, db.logParts, db.logRemarks] as const;
