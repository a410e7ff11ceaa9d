import { formula } from '../formula/formula';
import { inRange } from '../quantity/guard';

/** Annealed copper at 20 °C, Ω·m. @source IEC 60028 */
export const COPPER_OHM_M = 1.7241e-8;
/** Per kelvin. @source IEC 60028 */
export const COPPER_PER_K = 0.00393;

/**
 * Resistance of a copper conductor, Ω.
 *
 *     R = ρ20 · L · (1 + α20·(T − 20)) / A
 *
 * Left out: crimps and joints, and the skin effect, which direct current has not.
 * @param lengthM         of the whole conductor, ≥ 0: out and back for a two-wire run
 * @param areaMm2         of ONE wire, > 0
 * @param conductorTempC  −60 … 200
 * @throws {QuantityError} `not-finite`, `out-of-range`
 * @source  IEC 60028
 * @example copperOhm(10, 10, 20) // 0.0017241 · 10 = 0.017241
 */
export function copperOhm(lengthM: number, areaMm2: number, conductorTempC: number): number {
  inRange('lengthM', lengthM, 0, Number.MAX_VALUE);
  inRange('areaMm2', areaMm2, Number.MIN_VALUE, Number.MAX_VALUE);
  inRange('conductorTempC', conductorTempC, -60, 200);
  return (COPPER_OHM_M * lengthM * (1 + COPPER_PER_K * (conductorTempC - 20))) / (areaMm2 * 1e-6);
}

/** Annealed copper. @source IEC 60028 */
const COPPER_KG_PER_M3 = 8890;

/**
 * Copper in a conductor, kg, without its insulation.
 * @example copperKg(10, 50) // 4.445
 */
export const copperKg = (lengthM: number, areaMm2: number): number => lengthM * areaMm2 * 1e-6 * COPPER_KG_PER_M3;

export const voltageDrop = formula({
  id: 'conductors.drop',
  says: 'voltage lost',
  unit: 'V',
  words: 'current × 2 × length × resistivity ÷ section',
  terms: {
    currentA: { says: 'current', unit: 'A' },
    oneWayLengthM: { says: 'length, one way', unit: 'M' },
    areaMm2: { says: 'section', unit: 'Mm2' },
    conductorTempC: { says: 'conductor', unit: 'TempC' },
  },
  compute: ({ currentA, oneWayLengthM, areaMm2, conductorTempC }) =>
    currentA * copperOhm(2 * oneWayLengthM, areaMm2, conductorTempC),
  source: 'Ohm’s law; copper after IEC 60028',
  leavesOut: 'crimps, fuses, switches',
});
