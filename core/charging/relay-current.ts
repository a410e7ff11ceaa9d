import { chemistryOf } from '../cells/chemistry-of';
import { interpolate } from '../cells/interpolate';
import { bankOhm } from '../bank/resistance';
import type { Bank, ChemistryEdits } from '../rig/bank';

/**
 * Current through a relay from the alternator into the bank, A: it falls as the bank's own voltage nears the alternator's.
 *
 *     I = min(limit, (V_alternator − V_rested(SoC)) ÷ (R_path + R_bank)), not below 0
 *
 * @param soc  0 … 1
 * Left out: the alternator's own droop when it is hot, and surface charge, which ends a charge earlier.
 * @source  Ohm's law
 */
export function relayCurrent(
  mode: { alternatorV: number; pathOhm: number; limitA: number },
  bank: Bank,
  edits: ChemistryEdits,
  soc: number,
): number {
  const chemistry = chemistryOf(bank.battery, edits);
  const restedV = interpolate(chemistry.restedCellV, soc) * bank.seriesCount * bank.battery.cellsInSeries;
  const ohm = mode.pathOhm + bankOhm(bank, chemistry, 25);
  return Math.max(0, Math.min(mode.limitA, (mode.alternatorV - restedV) / ohm));
}
