import { joinRecords } from '@core/rig/records';
import { type PlanProblem, readPlan, type RowsOf } from '@core/rig/read-plan';
import type { Rig } from '@core/rig/rig';
import { type CoulanDatabase, type RigRow, type StoredRigRow, UNSAID_VERSION } from './database';
import { putRig } from './rig-rows';
import { planTables } from './tables';

export type RowRead = { ok: true; row: RigRow } | { ok: false; problem: PlanProblem };

/**
 * Reads a stored plan with its records; null where there is none of that id. What cannot be read stays where it is: it can be exported
 * as it lies, and is never written over.
 */
export function readRow(db: CoulanDatabase, id: string): Promise<RowRead | null> {
  return db.transaction('r', planTables(db), async () => {
    const stored = await db.rigs.get(id);
    if (!stored) return null;
    const plan = readPlan(stored.rig, stored.version ?? UNSAID_VERSION, await rowsOf(db, id));
    return plan.ok ? { ok: true as const, row: { ...stored, rig: plan.rig } } : plan;
  });
}

/** A stored plan with what there is of its records, unread. */
export async function planAsStored(db: CoulanDatabase, { id, rig }: StoredRigRow): Promise<unknown> {
  return joinRecords(rig, await rowsOf(db, id)).plan;
}

async function rowsOf(db: CoulanDatabase, rigId: string): Promise<RowsOf> {
  const records = await db.records.where('rigId').equals(rigId).toArray();
  const byName = new Map(records.map(({ name, rows }) => [name, rows]));
  return (name) => byName.get(name);
}

/** A plan that may not be written over, since nobody here can read it. */
export class UnreadableRow extends Error {
  constructor(readonly problem: PlanProblem) {
    super('the stored plan cannot be read');
    this.name = 'UnreadableRow';
  }
}

/**
 * Changes a stored plan that need not be open anywhere, within a transaction of the caller's over planTables or one of its own. Pages
 * that have it open follow. @returns null where there is no such rig @throws {UnreadableRow}
 */
export function changeStoredRig(
  db: CoulanDatabase,
  id: string,
  nowMs: number,
  change: (rig: Rig) => Rig,
): Promise<Rig | null> {
  return db.transaction('rw', planTables(db), async () => {
    const read = await readRow(db, id);
    if (!read) return null;
    if (!read.ok) throw new UnreadableRow(read.problem);
    const { rig, revision } = read.row;
    const next = change(rig);
    await putRig(db, next, revision + 1, nowMs, { before: rig });
    return next;
  });
}
