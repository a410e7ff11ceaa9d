import { cellsInSeries } from '../cells/cells-in-series';
import { chemistryOf, chemistryValue, curveValue } from '../cells/chemistry-of';
import { computed, type Figure } from '../formula/figure';
import { formula } from '../formula/formula';
import type { Bank } from '../bank/plan';
import type { ChemistryEdits } from '../cells/chemistry-edit';

const midway = formula({
  id: 'charging.voltage',
  says: 'bank while it charges',
  unit: 'V',
  words: 'cells × half-way between rested at half charge and absorption',
  terms: {
    cells: { says: 'cells in series', unit: 'Count' },
    restedCellV: { says: 'rested at half charge, a cell', unit: 'V' },
    absorptionCellV: { says: 'absorption, a cell', unit: 'V' },
  },
  compute: ({ cells, restedCellV, absorptionCellV }) => (cells * (restedCellV + absorptionCellV)) / 2,
  source: 'watts become amps at the voltage at which they arrive, above nominal',
  leavesOut: 'how the voltage rises over the charge',
});

/** The voltage at which a source's watts become amps. */
export function chargingVoltage(bank: Bank, edits: ChemistryEdits): Figure {
  const chemistry = chemistryOf(bank.battery, edits);
  return midway.figure({
    cells: computed(cellsInSeries(bank), 'the bank'),
    restedCellV: curveValue(chemistry, 'restedCellV', 0.5),
    absorptionCellV: chemistryValue(chemistry, 'absorptionCellV'),
  });
}
