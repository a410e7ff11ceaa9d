/** Cell temperature above the air at 800 W/m², K. @source nominal operating cell temperature of 45 °C at 20 °C, usual on data sheets */
const WARMS_K_AT_800 = 25;
/** Power lost for each kelvin over 25 °C. @source usual for crystalline silicon */
const LOSS_PER_K = 0.004;

/** What a module of ratedW gives, W, in light of wPerM2 and air of ambientTempC; wind is left out. */
export function modulePower(ratedW: number, wPerM2: number, ambientTempC: number): number {
  const cellTempC = ambientTempC + (wPerM2 / 800) * WARMS_K_AT_800;
  return Math.max(0, (ratedW * wPerM2 * (1 - LOSS_PER_K * (cellTempC - 25))) / 1000);
}
