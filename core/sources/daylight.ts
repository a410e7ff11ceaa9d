import { getPosition, getTimes } from 'suncalc';
import type { LocalDay } from '../series/local-day';

export interface Daylight {
  dawnMs: number;
  duskMs: number;
}

const EVENING_HOURS = 18;
const MORNING_HOURS = 6;
const CIVIL_DEG = -6;

/**
 * Civil dawn and dusk of a local day. Without a position, 06:00 and 18:00 by elapsed hours. Where the sky never darkens the
 * light lasts the whole day; where it never brightens it has no length.
 * @source  sun position by the suncalc library; civil twilight = sun 6° below the horizon
 */
export function daylightOf(day: LocalDay, latitudeDeg: number | null, longitudeDeg: number | null): Daylight {
  const clamp = (ms: number) => Math.min(Math.max(ms, day.startMs), day.endMs);
  if (latitudeDeg === null || longitudeDeg === null) {
    return { dawnMs: day.startMs + MORNING_HOURS * 3_600_000, duskMs: day.startMs + EVENING_HOURS * 3_600_000 };
  }
  const noon = new Date((day.startMs + day.endMs) / 2);
  const times = getTimes(noon, latitudeDeg, longitudeDeg);
  if (times.dawn && times.dusk) return { dawnMs: clamp(times.dawn.getTime()), duskMs: clamp(times.dusk.getTime()) };
  const bright = getPosition(times.solarNoon, latitudeDeg, longitudeDeg).altitude > CIVIL_DEG;
  if (bright) return { dawnMs: day.startMs, duskMs: day.endMs };
  return { dawnMs: noon.getTime(), duskMs: noon.getTime() };
}
