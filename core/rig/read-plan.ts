import { liftRig } from './lift';
import { joinRecords } from './records';
import { Rig } from './rig';
import { RIG_VERSION } from './version';

export type PlanProblem =
  | { code: 'newer-version'; version: number }
  | { code: 'record-missing'; name: string }
  | { code: 'wrong-field'; path: string; says: string };

export type RowsOf = (name: string) => unknown;

export type PlanRead = { ok: true; rig: Rig } | { ok: false; problem: PlanProblem };

/**
 * The one door for plans, wherever they were kept: in a file, in the database, laid aside, or written by another page. Lifts an
 * older version to this one and judges every field; nothing is repaired.
 * @param version  of the rig file that the plan was written in
 * @param rowsOf   its records, by name; undefined where there is none
 */
export function readPlan(stored: unknown, version: number, rowsOf: RowsOf = () => undefined): PlanRead {
  if (version > RIG_VERSION) return { ok: false, problem: { code: 'newer-version', version } };
  const { plan, missing } = joinRecords(stored, rowsOf);
  if (missing !== null) return { ok: false, problem: { code: 'record-missing', name: missing } };
  const parsed = Rig.safeParse(liftRig(plan, version));
  if (parsed.success) return { ok: true, rig: parsed.data };
  const issue = parsed.error.issues[0];
  const path = issue?.code === 'unrecognized_keys' ? [...issue.path, ...issue.keys.slice(0, 1)] : (issue?.path ?? []);
  return { ok: false, problem: { code: 'wrong-field', path: pathText(['rig', ...path]), says: issue?.message ?? '' } };
}

/** ["rig", "loads", 2, "quantity"] → "rig.loads[2].quantity" */
export function pathText(path: readonly PropertyKey[]): string {
  return path
    .map((step, k) => (typeof step === 'number' ? `[${step}]` : k === 0 ? String(step) : `.${String(step)}`))
    .join('');
}
