import { isRecordMark } from '@core/plan/record-mark';
import type { StoredRigRow } from '../storage/database';

/** What the list says of a rig, as far as its stored plan tells; it may be of any version, or damaged. Records are told by their marks. */
export function summaryOf({ rig }: Pick<StoredRigRow, 'rig'>): { purpose: string; loads: number; logs: number } {
  const plan = rig as { purpose?: unknown; loads?: unknown; logbook?: { logs?: unknown } } | null;
  const count = (list: unknown) => (Array.isArray(list) || isRecordMark(list) ? list.length : 0);
  return {
    purpose: typeof plan?.purpose === 'string' ? plan.purpose : '',
    loads: count(plan?.loads),
    logs: count(plan?.logbook?.logs),
  };
}
