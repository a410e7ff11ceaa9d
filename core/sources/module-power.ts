import { inRange } from '../quantity/guard';

/** Cell temperature above the air at 800 W/m², K. @source nominal operating cell temperature of 45 °C at 20 °C, usual on data sheets */
const WARMS_K_AT_800 = 25;
/** Power lost for each kelvin over 25 °C. @source usual for crystalline silicon */
const LOSS_PER_K = 0.004;

/**
 * What a module gives, W: its rating in proportion to the light, less what warmth takes.
 *
 *     P = P_rated · G/1000 · (1 − 0.004·(T_cell − 25)),   T_cell = T_air + 25·G/800
 *
 * Left out: wind, which cools, and dirt.
 * @param ratedW        W at 1000 W/m² and 25 °C, ≥ 0
 * @param wPerM2        light on its plane, 0 … 2000
 * @param ambientTempC  −60 … 80
 * @throws {QuantityError} `not-finite`, `out-of-range`
 * @example modulePower(100, 800, 0) // 80 W at a cell of 25 °C: 80
 */
export function modulePower(ratedW: number, wPerM2: number, ambientTempC: number): number {
  inRange('ratedW', ratedW, 0, Number.MAX_VALUE);
  inRange('wPerM2', wPerM2, 0, 2000);
  inRange('ambientTempC', ambientTempC, -60, 80);
  const cellTempC = ambientTempC + (wPerM2 / 800) * WARMS_K_AT_800;
  return Math.max(0, (ratedW * wPerM2 * (1 - LOSS_PER_K * (cellTempC - 25))) / 1000);
}
