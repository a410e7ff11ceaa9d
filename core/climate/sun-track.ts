import { getPosition } from 'suncalc';
import { inRange } from '../quantity/guard';
import { SUN_YEAR } from '../series/calendar';
import { zoneOffsetMs } from '../series/zone';
import { aboveAirWhPerM2, nearness, SOLAR_CONSTANT, sunsetRad } from './above-air';

export const STEPS_PER_HOUR = 3;
const STEPS = 24 * STEPS_PER_HOUR;
const DAY_MS = 86_400_000;
const RAD = Math.PI / 180;

/** The sun over one day on the clocks of a place, in the middle of every 20 minutes from local midnight. */
export interface SunTrack {
  /** [72] sine of its height; negative below the horizon. */
  sinHeight: Float64Array;
  /** [72] where it stands, radians clockwise from north. */
  azimuthRad: Float64Array;
  /** [72] cosine of its hour angle, from the highest point of the day. */
  cosHourAngle: Float64Array;
  /** Above the air, square to the sun, W/m². */
  normalWPerM2: number;
  /** Hour angle of sunset, radians, 0 … π. */
  sunsetRad: number;
  /** Energy of the day above the air on level ground. */
  aboveAirWhPerM2: number;
}

/**
 * @param latitudeDeg   −90 … 90, north positive
 * @param longitudeDeg  −180 … 180, east positive
 * @param dayOfYear     1 … 365
 * @throws {QuantityError} `not-finite`, `out-of-range`
 * @source sun position by the suncalc library; distance and sunset: FAO Irrigation and Drainage Paper 56
 */
export function sunTrack(latitudeDeg: number, longitudeDeg: number, timeZone: string, dayOfYear: number): SunTrack {
  inRange('latitudeDeg', latitudeDeg, -90, 90);
  inRange('longitudeDeg', longitudeDeg, -180, 180);
  inRange('dayOfYear', dayOfYear, 1, 366);
  const midnightMs = Date.UTC(SUN_YEAR, 0, 1) + (dayOfYear - 1) * DAY_MS;
  const startMs = midnightMs - zoneOffsetMs(timeZone, midnightMs + DAY_MS / 2);
  const sinHeight = new Float64Array(STEPS);
  const azimuthRad = new Float64Array(STEPS);
  let highest = 0;
  for (let k = 0; k < STEPS; k++) {
    const at = new Date(startMs + ((k + 0.5) / STEPS) * DAY_MS);
    const { altitude, azimuth } = getPosition(at, latitudeDeg, longitudeDeg);
    sinHeight[k] = Math.sin(altitude * RAD);
    azimuthRad[k] = azimuth * RAD;
    if (sinHeight[k]! > sinHeight[highest]!) highest = k;
  }
  const noon = vertex(sinHeight, highest);
  return {
    sinHeight,
    azimuthRad,
    cosHourAngle: Float64Array.from({ length: STEPS }, (_, k) => Math.cos((2 * Math.PI * (k - noon)) / STEPS)),
    normalWPerM2: SOLAR_CONSTANT * nearness(dayOfYear),
    sunsetRad: sunsetRad(latitudeDeg, dayOfYear),
    aboveAirWhPerM2: aboveAirWhPerM2(latitudeDeg, dayOfYear),
  };
}

/** Where between the samples the highest point lies, by a parabola through the three around it. */
function vertex(values: Float64Array, k: number): number {
  const [before, at, after] = [values[k - 1], values[k]!, values[k + 1]];
  if (before === undefined || after === undefined) return k;
  const bend = before - 2 * at + after;
  return bend < 0 ? k + (before - after) / (2 * bend) : k;
}
