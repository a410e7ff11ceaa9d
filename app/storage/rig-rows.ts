import type { CoulanDatabase, RigRow } from './database';
import type { Rig } from '@core/rig/rig';

/** Somebody else, most likely another tab, has written this rig since it was read. */
export class RigConflict extends Error {
  constructor(readonly theirs: RigRow | null) {
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
    const revision = baseRevision + 1;
    await db.rigs.put({ id: rig.id, name: rig.name, revision, savedAtMs: nowMs, rig, ...(writer && { writer }) });
    return revision;
  });
}

/** Removes a rig, and the samples of its logs that no other rig shares. */
export function deleteRig(db: CoulanDatabase, rig: Rig): Promise<void> {
  return db.transaction('rw', [db.rigs, ...logTables(db)], async () => {
    await db.rigs.delete(rig.id);
    const named = new Set(await namedLogs(db));
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

const namedLogs = async (db: CoulanDatabase) =>
  (await db.rigs.toArray()).flatMap((row) => row.rig.logbook.logs.map((log) => log.id));

export const logTables = (db: CoulanDatabase) =>
  [db.logDays, db.logBlocks, db.logLevels, db.logParts, db.logRemarks] as const;
