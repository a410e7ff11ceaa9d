import { isObject } from '../plan/lift';
import { isRecordMark, type RecordMark } from '../plan/record-mark';
import type { Rig } from './rig';
import { STAGES } from './stages';

/** A list that is kept beside the plan: readings, the spans of a recording. */
export interface PlanRecord {
  /** The way to it within the plan, by the ids of what it passes: logbook.readings */
  name: string;
  rows: readonly unknown[];
}

/**
 * The plan without its records, and these. The plan is what every keystroke writes; a record is written when it has changed itself,
 * which its rows tell by being another list. Empty lists stay where they are.
 */
export function cutRecords(rig: Rig): { plan: object; records: PlanRecord[] } {
  const records: PlanRecord[] = [];
  let plan: unknown = rig;
  for (const { records: ways } of STAGES) for (const way of ways) plan = cutAt(plan, way.split('.'), [], records);
  return { plan: plan as object, records };
}

function cutAt(value: unknown, way: readonly string[], passed: readonly string[], into: PlanRecord[]): unknown {
  const [step, ...rest] = way;
  if (step === undefined) {
    if (!Array.isArray(value) || value.length === 0) return value;
    const name = passed.join('.');
    into.push({ name, rows: value });
    return { $record: name, length: value.length } satisfies RecordMark;
  }
  if (step === '*') {
    if (!Array.isArray(value)) return value;
    const items: unknown[] = value;
    const cut = items.map((item, k) =>
      cutAt(item, rest, [...passed, isObject(item) && typeof item['id'] === 'string' ? item['id'] : String(k)], into),
    );
    return cut.every((item, k) => item === items[k]) ? items : cut;
  }
  if (!isObject(value) || !(step in value)) return value;
  const cut = cutAt(value[step], rest, [...passed, step], into);
  return cut === value[step] ? value : { ...value, [step]: cut };
}

/**
 * A stored plan with its records back in their places; whatever holds none is handed on as it is.
 * @param rowsOf   the rows kept under a name; undefined where there are none
 * @returns        the plan, and the name of the first record that is not there, or not whole; null: all are
 */
export function joinRecords(
  plan: unknown,
  rowsOf: (name: string) => unknown,
): { plan: unknown; missing: string | null } {
  let missing: string | null = null;
  const join = (value: unknown): unknown => {
    if (Array.isArray(value)) {
      const items: unknown[] = value;
      const joined = items.map(join);
      return joined.every((item, k) => item === items[k]) ? items : joined;
    }
    if (!isObject(value)) return value;
    if (!isRecordMark(value)) {
      const changed = Object.entries(value).flatMap(([key, item]) => {
        const joined = join(item);
        return joined === item ? [] : [[key, joined] as const];
      });
      return changed.length === 0 ? value : { ...value, ...Object.fromEntries(changed) };
    }
    const rows = rowsOf(value.$record);
    if (Array.isArray(rows) && rows.length === value.length) return rows;
    missing ??= value.$record;
    return value;
  };
  return { plan: join(plan), missing };
}
