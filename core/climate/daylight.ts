import { getPosition, getTimes } from 'suncalc';
import type { Daylight, LocalDay } from '../series/local-day';

const EVENING_HOURS = 18;
const MORNING_HOURS = 6;
const CIVIL_DEG = -6;
/** What the library adds for refraction below the horizon, where civil twilight is defined without. */
const REFRACTION_DEG = 0.484;
const HALF_DAY_MS = 12 * 3_600_000;

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
  const times = getTimes(new Date((day.startMs + day.endMs) / 2), latitudeDeg, longitudeDeg);
  if (times.dawn && times.dusk) return { dawnMs: clamp(times.dawn.getTime()), duskMs: clamp(times.dusk.getTime()) };
  // No two crossings were found: the sun stays on one side, or just touches it.
  const height = (ms: number) =>
    getPosition(new Date(ms), latitudeDeg, longitudeDeg).altitude - REFRACTION_DEG - CIVIL_DEG;
  const noonMs = times.solarNoon.getTime();
  const crossing = (nightMs: number) => {
    let [dark, bright] = [nightMs, noonMs];
    while (Math.abs(bright - dark) > 1000) {
      const middle = (dark + bright) / 2;
      if (height(middle) > 0) bright = middle;
      else dark = middle;
    }
    return bright;
  };
  if (!(height(noonMs) > 0)) return { dawnMs: clamp(noonMs), duskMs: clamp(noonMs) };
  const [before, after] = [noonMs - HALF_DAY_MS, noonMs + HALF_DAY_MS];
  return {
    dawnMs: height(before) > 0 ? day.startMs : clamp(crossing(before)),
    duskMs: height(after) > 0 ? day.endMs : clamp(crossing(after)),
  };
}
