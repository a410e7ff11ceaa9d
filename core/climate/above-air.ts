import { inRange } from '../quantity/guard';

/** Solar constant, W/m². @source FAO Irrigation and Drainage Paper 56: 0.0820 MJ/m² a minute */
export const SOLAR_CONSTANT = 82_000 / 60;
const RAD = Math.PI / 180;

/**
 * Distance of the sun on a day of the year, as a factor of its light. @source FAO 56, equation 23
 * @example nearness(0) // 1.033
 */
export const nearness = (dayOfYear: number): number => 1 + 0.033 * Math.cos((2 * Math.PI * dayOfYear) / 365);

const declinationRad = (dayOfYear: number) => 0.409 * Math.sin((2 * Math.PI * dayOfYear) / 365 - 1.39);

/**
 * Hour angle of sunset, radians: 0 where the sun stays down, π where it stays up. @source FAO 56, equation 25
 * @example sunsetRad(0, 80) // a quarter of a turn: 1.57079633
 */
export const sunsetRad = (latitudeDeg: number, dayOfYear: number): number =>
  Math.acos(Math.max(-1, Math.min(1, -Math.tan(latitudeDeg * RAD) * Math.tan(declinationRad(dayOfYear)))));

/**
 * Energy of one day above the air on level ground, Wh/m². Clearness is counted against this.
 *
 *     H0 = 24/π · G · d · (ω·sin φ·sin δ + cos φ·cos δ·sin ω)
 *
 * @param latitudeDeg  −90 … 90, north positive
 * @param dayOfYear    1 … 366
 * @throws {QuantityError} `not-finite`, `out-of-range`
 * @source  FAO Irrigation and Drainage Paper 56, equation 21
 * @example Math.round(aboveAirWhPerM2(-20, 246) * 0.0036 * 10) / 10 // FAO 56, example 8, MJ/m²: 32.2
 */
export function aboveAirWhPerM2(latitudeDeg: number, dayOfYear: number): number {
  const phi = inRange('latitudeDeg', latitudeDeg, -90, 90) * RAD;
  const delta = declinationRad(inRange('dayOfYear', dayOfYear, 1, 366));
  const omega = sunsetRad(latitudeDeg, dayOfYear);
  const seen = omega * Math.sin(phi) * Math.sin(delta) + Math.cos(phi) * Math.cos(delta) * Math.sin(omega);
  return Math.max(0, (24 / Math.PI) * SOLAR_CONSTANT * nearness(dayOfYear) * seen);
}
