import { interpolate } from '../cells/interpolate';
import type { VoltageLoop } from '../cells/voltage-loop';
import { inRange } from '../quantity/guard';

/**
 * Current through a relay from the alternator into the bank, A: it falls as the bank's own voltage nears the alternator's.
 *
 *     I = min(limit, (V_alternator − V_rested(SoC)) ÷ (R_path + R_bank)), not below 0
 *
 * Left out: the alternator's own droop when it is hot, and surface charge, which ends a charge earlier.
 * @param mode  alternatorV (V, > 0), pathOhm (Ω, > 0), limitA (A, ≥ 0)
 * @param bank  cells in series and their resistance, Ω, while it charges
 * @param soc   0 … 1
 * @throws {QuantityError} `not-finite`, `out-of-range`
 * @source  Ohm's law
 */
export function relayCurrent(
  mode: { alternatorV: number; pathOhm: number; limitA: number },
  { chemistry, cells, ohm }: VoltageLoop,
  soc: number,
): number {
  const restedV = interpolate(chemistry.restedCellV, inRange('soc', soc, 0, 1)) * cells;
  const allOhm = inRange('relayOhm', mode.pathOhm + ohm, Number.MIN_VALUE, Number.MAX_VALUE);
  return Math.max(0, Math.min(mode.limitA, (mode.alternatorV - restedV) / allOhm));
}
