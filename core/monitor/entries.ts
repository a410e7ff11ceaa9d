import type { KeyedEntry, MonitorPlan } from './plan';
import type { Keyed } from './plan';
import type { SettingId } from './setting-id';

/** What stands in the meter of one setting, and who put it there when. */
export interface NowKeyed extends Keyed {
  atMs: number;
  by: string;
}

/** What stands in a profile of the meter: of each setting the last that was keyed in. */
export function nowKeyed(entries: readonly KeyedEntry[], profileId: string): ReadonlyMap<SettingId, NowKeyed> {
  const found = new Map<SettingId, NowKeyed>();
  for (const { profileId: of, atMs, by, values } of entries)
    if (of === profileId)
      for (const keyed of values) {
        const before = found.get(keyed.id);
        if (!before || before.atMs <= atMs) found.set(keyed.id, { ...keyed, atMs, by });
      }
  return found;
}

/** What is keyed in within so long of the last is the same sitting. */
const SITTING_MS = 30 * 60_000;

/** Who sits at the meter, when, and the id of the entry should it be a new one. */
export interface Sitting {
  profileId: string;
  atMs: number;
  by: string;
  newId: string;
}

/**
 * The entries with one more value: in the sitting that is still going on, or in a new one. A value of null takes what this sitting
 * keyed in of it back; what was keyed in before stands again.
 */
export function withKeyed(
  entries: MonitorPlan['entries'],
  { profileId, atMs, by, newId }: Sitting,
  id: SettingId,
  keyed: Omit<Keyed, 'id'> | null,
): MonitorPlan['entries'] {
  const last = entries.findLast((entry) => entry.profileId === profileId);
  const open = last && atMs - last.atMs < SITTING_MS && last.by === by ? last : null;
  const put = (values: Keyed[]) => [...values.filter((one) => one.id !== id), ...(keyed ? [{ id, ...keyed }] : [])];
  if (!open)
    return keyed ? [...entries, { id: newId, atMs, by, profileId, values: put([]), note: '', photo: null }] : entries;
  const values = put(open.values);
  return entries.flatMap((entry) =>
    entry !== open
      ? [entry]
      : values.length === 0 && !entry.photo && entry.note === ''
        ? []
        : [{ ...entry, values, atMs }],
  );
}
