import { WallClock } from '@core/series/wall-clock';
import { zoneOffsetMs } from '@core/series/zone';

/** An instant as the clocks of a zone show it, ISO without a zone: "2026-03-09T14:02". */
export function toWallTime(atMs: number, timeZone: string): string {
  return new Date(atMs + zoneOffsetMs(timeZone, atMs)).toISOString().slice(0, 16);
}

/** Back again; null where the field is empty or the clocks skip that time. */
export function fromWallTime(text: string, timeZone: string): number | null {
  const wallMs = Date.parse(`${text}Z`);
  if (Number.isNaN(wallMs)) return null;
  const atMs = new WallClock(timeZone).toInstantMs(wallMs);
  return Number.isNaN(atMs) ? null : atMs;
}
