import * as z from 'zod';
import { REMARK_CODES } from '../logbook/import/remark';
import { pathText, type PlanProblem, readPlan, type RowsOf } from './read-plan';
import type { Rig } from './rig';
import { repeatedId } from './repeated-id';
import { RIG_FORMAT, RIG_VERSION } from './version';

const StoredRemark = z.strictObject({
  row: z.int().min(0),
  column: z.int().min(0),
  code: z.enum(REMARK_CODES),
  text: z.string().max(200),
});

const LogEntries = z.array(z.strictObject({ logId: z.string(), file: z.string(), remarks: z.array(StoredRemark) }));

/** The border format: the plan, beside it a CSV of samples for each log, named here, and a file for each of its records. */
export interface RigFile {
  format: typeof RIG_FORMAT;
  version: typeof RIG_VERSION;
  rig: Rig;
  logs: z.infer<typeof LogEntries>;
}

/** The document around a plan of any version. */
const Envelope = z.strictObject({
  format: z.literal(RIG_FORMAT),
  version: z.int().min(1),
  rig: z.unknown(),
  logs: LogEntries,
});

export type RigFileProblem =
  { code: 'not-json' } | { code: 'not-a-rig' } | PlanProblem | { code: 'logs-differ'; logId: string };

export type RigFileResult = { ok: true; file: RigFile } | { ok: false; problem: RigFileProblem };

/**
 * Reads the text of a rig file; nothing is repaired. The first wrong field is named by its path, as in rig.loads[2].quantity.
 * Files of older versions are brought up to date first.
 * @param rowsOf  the records that lie beside it in an archive; a file of its own holds them in their places
 */
export function parseRigFile(text: string, rowsOf?: RowsOf): RigFileResult {
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch {
    return { ok: false, problem: { code: 'not-json' } };
  }
  if (typeof raw !== 'object' || raw === null || !('format' in raw) || raw.format !== RIG_FORMAT) {
    return { ok: false, problem: { code: 'not-a-rig' } };
  }
  const version = 'version' in raw ? raw.version : undefined;
  if (typeof version === 'number' && version > RIG_VERSION)
    return { ok: false, problem: { code: 'newer-version', version } };
  const around = Envelope.safeParse(raw);
  if (!around.success) {
    const issue = around.error.issues[0];
    const path = issue?.code === 'unrecognized_keys' ? [...issue.path, ...issue.keys.slice(0, 1)] : (issue?.path ?? []);
    return { ok: false, problem: { code: 'wrong-field', path: pathText(path), says: issue?.message ?? '' } };
  }
  const plan = readPlan(around.data.rig, around.data.version, rowsOf);
  if (!plan.ok) return plan;
  const repeated = repeatedId({ rig: plan.rig });
  if (repeated)
    return { ok: false, problem: { code: 'wrong-field', path: pathText(repeated), says: 'another has this id' } };
  const { logs } = around.data;
  const named = new Set(logs.map((log) => log.logId));
  const orphan = plan.rig.logbook.logs.find((log) => !named.has(log.id));
  if (orphan) return { ok: false, problem: { code: 'logs-differ', logId: orphan.id } };
  return { ok: true, file: { format: RIG_FORMAT, version: RIG_VERSION, rig: plan.rig, logs } };
}
