import { zoneOffsetMs } from './zone';

const DAY_MS = 86_400_000;

/** A local calendar day as "2026-03-09". */
export type DayKey = string;

export interface LocalDay {
  key: DayKey;
  startMs: number;
  /** The first instant of the next local day; days with a clock change last 23 or 25 h. */
  endMs: number;
}

/** When it grows light and dark on a local day. */
export interface Daylight {
  dawnMs: number;
  duskMs: number;
}

/**
 * The calendar day that the clocks of a zone show at an instant.
 * @example dayKeyAt(0, 'Asia/Tokyo') // "1970-01-01"
 */
export function dayKeyAt(atMs: number, timeZone: string): DayKey {
  return new Date(atMs + zoneOffsetMs(timeZone, atMs)).toISOString().slice(0, 10);
}

/** First instant of a calendar day in a zone. Where midnight is skipped, the instant of the skip; where it comes twice, the first. */
export function dayStartMs(key: DayKey, timeZone: string): number {
  const wallMs = Date.parse(`${key}T00:00:00Z`);
  const before = zoneOffsetMs(timeZone, wallMs - DAY_MS);
  const after = zoneOffsetMs(timeZone, wallMs + DAY_MS);
  const first = wallMs - before;
  if (before === after || zoneOffsetMs(timeZone, first) === before) return first;
  const second = wallMs - after;
  return zoneOffsetMs(timeZone, second) === after ? second : first;
}

/**
 * The key `days` calendar days later (or earlier, when negative).
 * @example shiftDay('2026-02-28', 1) // "2026-03-01"
 */
export function shiftDay(key: DayKey, days: number): DayKey {
  return new Date(Date.parse(`${key}T00:00:00Z`) + days * DAY_MS).toISOString().slice(0, 10);
}

/** The local day around an instant. */
export function localDayAt(atMs: number, timeZone: string): LocalDay {
  const key = dayKeyAt(atMs, timeZone);
  return { key, startMs: dayStartMs(key, timeZone), endMs: dayStartMs(shiftDay(key, 1), timeZone) };
}
