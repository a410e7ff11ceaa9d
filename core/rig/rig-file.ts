import * as z from 'zod';
import { REMARK_CODES } from '../logbook/import/remark';
import { liftFile } from './lift';
import { Rig } from './rig';
import { RIG_FORMAT, RIG_VERSION } from './version';

const StoredRemark = z.strictObject({
  row: z.int().min(0),
  column: z.int().min(0),
  code: z.enum(REMARK_CODES),
  text: z.string().max(200),
});

/** The border format: the plan, and beside it a CSV of samples for each log, named here. */
export const RigFile = z.strictObject({
  format: z.literal(RIG_FORMAT),
  version: z.literal(RIG_VERSION),
  rig: Rig,
  logs: z.array(z.strictObject({ logId: z.string(), file: z.string(), remarks: z.array(StoredRemark) })),
});
export type RigFile = z.infer<typeof RigFile>;

export type RigFileProblem =
  | { code: 'not-json' }
  | { code: 'not-a-rig' }
  | { code: 'newer-version'; version: number }
  | { code: 'wrong-field'; path: string; says: string }
  | { code: 'logs-differ'; logId: string };

export type RigFileResult = { ok: true; file: RigFile } | { ok: false; problem: RigFileProblem };

/**
 * Reads the text of a rig file; nothing is repaired. The first wrong field is named by its path, as in rig.loads[2].quantity.
 * Files of older versions are brought up to date first.
 */
export function parseRigFile(text: string): RigFileResult {
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
  const parsed = RigFile.safeParse(liftFile(raw));
  if (!parsed.success) {
    const issue = parsed.error.issues[0]!;
    const path = issue.code === 'unrecognized_keys' ? [...issue.path, issue.keys[0]!] : issue.path;
    return { ok: false, problem: { code: 'wrong-field', path: pathText(path), says: issue.message } };
  }
  const named = new Set(parsed.data.logs.map((log) => log.logId));
  const orphan = parsed.data.rig.logbook.logs.find((log) => !named.has(log.id));
  if (orphan) return { ok: false, problem: { code: 'logs-differ', logId: orphan.id } };
  return { ok: true, file: parsed.data };
}

/** ["rig", "loads", 2, "quantity"] → "rig.loads[2].quantity" */
export function pathText(path: readonly PropertyKey[]): string {
  return path
    .map((step, k) => (typeof step === 'number' ? `[${step}]` : k === 0 ? String(step) : `.${String(step)}`))
    .join('');
}
