import type { CoulanDatabase } from './database';

/** The tables in which a plan lies. */
export const planTables = (db: CoulanDatabase) => [db.rigs, db.records] as const;

/** Ids of all logs that any stored plan names, of unreadable ones too. @throws where a plan does not even say that */
export const namedLogs = async (db: CoulanDatabase): Promise<string[]> =>
  (await db.rigs.toArray()).flatMap(({ rig }) => logIdsOf(rig));

function logIdsOf(rig: unknown): string[] {
  const logs = (rig as { logbook?: { logs?: { id?: unknown }[] } } | null)?.logbook?.logs;
  if (!Array.isArray(logs)) throw new Error('a stored plan names no logs');
  return logs.map((log) => String(log.id));
}

export const logTables = (db: CoulanDatabase) =>
  [db.logDays, db.logBlocks, db.logLevels, db.logParts, db.logRemarks] as const;
