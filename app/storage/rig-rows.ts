import { cutRecords } from '@core/rig/records';
import type { Rig } from '@core/rig/rig';
import { RIG_VERSION } from '@core/rig/version';
import type { CoulanDatabase } from './database';
import { RigConflict } from './rig-conflict';
import { logTables, namedLogs, planTables } from './tables';

/**
 * Writes a rig that builds on `baseRevision` (0: a new one) and returns the new revision.
 * @param before  the same rig as it lies in the database: records that it shares with this one are left as they are
 * @throws {RigConflict} and leaves what is stored untouched
 */
export function saveRig(
  db: CoulanDatabase,
  rig: Rig,
  baseRevision: number,
  nowMs: number,
  { writer, before = null }: { writer?: string; before?: Rig | null } = {},
): Promise<number> {
  return db.transaction('rw', planTables(db), async () => {
    const stored = await db.rigs.get(rig.id);
    if ((stored?.revision ?? 0) !== baseRevision) throw new RigConflict(stored ?? null);
    return putRig(db, rig, baseRevision + 1, nowMs, { ...(writer && { writer }), before });
  });
}

/** Writes a plan as a row and its records beside it, within a transaction of the caller's over planTables. @returns its revision */
export async function putRig(
  db: CoulanDatabase,
  rig: Rig,
  revision: number,
  nowMs: number,
  { writer, before }: { writer?: string; before: Rig | null },
): Promise<number> {
  const { plan, records } = cutRecords(rig);
  const row = { id: rig.id, name: rig.name, revision, savedAtMs: nowMs, version: RIG_VERSION, rig: plan };
  await db.rigs.put({ ...row, ...(writer && { writer }) });
  const kept = new Map(before ? cutRecords(before).records.map(({ name, rows }) => [name, rows]) : []);
  const there = new Set((await db.records.where('rigId').equals(rig.id).primaryKeys()).map(([, name]) => name));
  const changed = records.filter(({ name, rows }) => !there.has(name) || kept.get(name) !== rows);
  if (changed.length > 0) await db.records.bulkPut(changed.map((record) => ({ rigId: rig.id, ...record })));
  const names = new Set(records.map(({ name }) => name));
  const gone = [...there].filter((name) => !names.has(name));
  if (gone.length > 0) await db.records.bulkDelete(gone.map((name): [string, string] => [rig.id, name]));
  return revision;
}

/** Removes a rig, and the samples of its logs that no other rig shares. */
export function deleteRig(db: CoulanDatabase, rig: Rig): Promise<void> {
  return db.transaction('rw', [...planTables(db), ...logTables(db)], async () => {
    await db.rigs.delete(rig.id);
    await db.records.where('rigId').equals(rig.id).delete();
    // Where another plan cannot be read, nobody knows whether it shares these logs: they stay.
    const others = await namedLogs(db).catch(() => null);
    if (others === null) return;
    const named = new Set(others);
    const unnamed = rig.logbook.logs.map((log) => log.id).filter((id) => !named.has(id));
    for (const table of logTables(db)) await table.where('logId').anyOf(unnamed).delete();
  });
}
