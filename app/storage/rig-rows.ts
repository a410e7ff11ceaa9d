import type { Rig } from '@core/rig/rig';
import { RIG_VERSION } from '@core/rig/version';
import type { CoulanDatabase, StoredRigRow } from './database';

/** Somebody else, most likely another tab, has written this rig since it was read. */
export class RigConflict extends Error {
  constructor(readonly theirs: StoredRigRow | null) {
    super('the rig was changed elsewhere');
    this.name = 'RigConflict';
  }
}

/**
 * Writes a rig that builds on `baseRevision` (0: a new one) and returns the new revision.
 * @throws {RigConflict} and leaves what is stored untouched
 */
export function saveRig(
  db: CoulanDatabase,
  rig: Rig,
  baseRevision: number,
  nowMs: number,
  writer?: string,
): Promise<number> {
  return db.transaction('rw', db.rigs, async () => {
    const stored = await db.rigs.get(rig.id);
    if ((stored?.revision ?? 0) !== baseRevision) throw new RigConflict(stored ?? null);
    return putRig(db, rig, baseRevision + 1, nowMs, writer);
  });
}

/** Writes a plan as a row, within a transaction of the caller's. @returns its revision */
export async function putRig(
  db: CoulanDatabase,
  rig: Rig,
  revision: number,
  nowMs: number,
  writer?: string,
): Promise<number> {
  const row = { id: rig.id, name: rig.name, revision, savedAtMs: nowMs, version: RIG_VERSION, rig };
  await db.rigs.put({ ...row, ...(writer && { writer }) });
  return revision;
}

/** Removes a rig, and the samples of its logs that no other rig shares. */
export function deleteRig(db: CoulanDatabase, rig: Rig): Promise<void> {
  return db.transaction('rw', [db.rigs, ...logTables(db)], async () => {
    await db.rigs.delete(rig.id);
    // Where another plan cannot be read, nobody knows whether it shares these logs: they stay.
    const others = await namedLogs(db).catch(() => null);
    if (others === null) return;
    const named = new Set(others);
    const unnamed = rig.logbook.logs.map((log) => log.id).filter((id) => !named.has(id));
    for (const table of logTables(db)) await table.where('logId').anyOf(unnamed).delete();
  });
}

/** Removes samples that no rig names: leavings of cancelled imports and of logs taken out of the book. */
export function deleteOrphans(db: CoulanDatabase): Promise<void> {
  return db.transaction('rw', [db.rigs, ...logTables(db)], async () => {
    const named = await namedLogs(db);
    for (const table of logTables(db)) await table.where('logId').noneOf(named).delete();
  });
}

/** Ids of all logs that any stored plan names, of unreadable ones too. @throws where a plan does not even say that */
const namedLogs = async (db: CoulanDatabase): Promise<string[]> =>
  (await db.rigs.toArray()).flatMap(({ rig }) => logIdsOf(rig));

function logIdsOf(rig: unknown): string[] {
  const logs = (rig as { logbook?: { logs?: { id?: unknown }[] } } | null)?.logbook?.logs;
  if (!Array.isArray(logs)) throw new Error('a stored plan names no logs');
  return logs.map((log) => String(log.id));
}

export const logTables = (db: CoulanDatabase) =>
  [db.logDays, db.logBlocks, db.logLevels, db.logParts, db.logRemarks] as const;
