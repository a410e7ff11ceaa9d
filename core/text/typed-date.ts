import { tz } from '@date-fns/tz';
import { parse } from 'date-fns';

/** A moment on the clocks of a place, or a month: as the whole app writes them, whatever the language of the browser. */
export type DateKind = 'moment' | 'month';

/** How each kind is written, and in what other ways it may be typed. */
const FORMATS: Record<DateKind, readonly string[]> = {
  moment: ['yyyy-M-d H:mm', "yyyy-M-d'T'H:mm", 'd.M.yyyy H:mm', 'd.M.yyyy, H:mm'],
  month: ['yyyy-M', 'M.yyyy', 'M/yyyy'],
};
const LENGTH: Record<DateKind, number> = { moment: 16, month: 7 };
/** A plan stores instants of these years; a day at each end is left for the zones. */
const FIRST_MS = Date.UTC(1970, 0, 2);
const LAST_MS = Date.UTC(2199, 11, 31);

const UTC = tz('UTC');

/**
 * Reads a typed moment or month. A date with two slashes is not read: half of the world means another day by it.
 * @returns ISO, "2026-11-25T22:07" or "2025-08"; null where it is not understood or not between 1970 and 2200
 * @example readTypedDate('9.3.2026 7:05', 'moment') // "2026-03-09T07:05"
 */
export function readTypedDate(text: string, kind: DateKind): string | null {
  const trimmed = text.trim().replace(/\s+/g, ' ');
  for (const format of FORMATS[kind]) {
    const atMs = parse(trimmed, format, new Date(0), { in: UTC }).getTime();
    if (atMs >= FIRST_MS && atMs < LAST_MS) return new Date(atMs).toISOString().slice(0, LENGTH[kind]);
  }
  return null;
}

/** An ISO moment or month as a field shows it: "2026-11-25 22:07". */
export const typedDate = (iso: string) => iso.replace('T', ' ');
