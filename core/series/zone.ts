import { tzOffset } from '@date-fns/tz';

/** Whether a name is a time zone that this machine knows, such as "Europe/Berlin" or "UTC". */
export function isTimeZone(name: string): boolean {
  return name !== '' && Number.isFinite(tzOffset(name, new Date(0)));
}

/**
 * Offset of the zone from UTC at an instant, ms, positive to the east. The zone must be known.
 * @example zoneOffsetMs('Asia/Kolkata', 0) // 19800000
 */
export function zoneOffsetMs(timeZone: string, atMs: number): number {
  return tzOffset(timeZone, new Date(atMs)) * 60_000;
}
