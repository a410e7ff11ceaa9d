import { type PlanProblem, readPlan } from '@core/rig/read-plan';
import type { Rig } from '@core/rig/rig';
import { type CoulanDatabase, type RigRow, type StoredRigRow, UNSAID_VERSION } from './database';
import { putRig } from './rig-rows';

export type RowRead = { ok: true; row: RigRow } | { ok: false; problem: PlanProblem };

/** Reads the plan of a stored row. What cannot be read stays where it is: it can be exported as it lies, and is never written over. */
export function readRow(stored: StoredRigRow): RowRead {
  const plan = readPlan(stored.rig, stored.version ?? UNSAID_VERSION);
  return plan.ok ? { ok: true, row: { ...stored, rig: plan.rig } } : plan;
}

/** A plan that may not be written over, since nobody here can read it. */
export class UnreadableRow extends Error {
  constructor(readonly problem: PlanProblem) {
    super('the stored plan cannot be read');
    this.name = 'UnreadableRow';
  }
}

/**
 * Changes a stored plan that need not be open anywhere, within a transaction of the caller's or one of its own. Pages that have it
 * open follow. @returns null where there is no such rig @throws {UnreadableRow}
 */
export function changeStoredRig(
  db: CoulanDatabase,
  id: string,
  nowMs: number,
  change: (rig: Rig) => Rig,
): Promise<Rig | null> {
  return db.transaction('rw', db.rigs, async () => {
    const stored = await db.rigs.get(id);
    if (!stored) return null;
    const read = readRow(stored);
    if (!read.ok) throw new UnreadableRow(read.problem);
    const next = change(read.row.rig);
    await putRig(db, next, stored.revision + 1, nowMs);
    return next;
  });
}
