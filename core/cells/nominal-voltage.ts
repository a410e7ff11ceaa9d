import { byDefault, entered, type Sourced } from '../formula/figure';
import { formula } from '../formula/formula';
import { keptBy } from '../plan/kept-by';
import { chemistryOf } from './chemistry-of';
import type { CellString } from './cells-in-series';

const bankVoltage = formula({
  id: 'bank.nominal-v',
  says: 'nominal voltage',
  unit: 'V',
  words: 'batteries in series × cells in each × nominal cell voltage',
  terms: {
    seriesCount: { says: 'batteries in series', unit: 'Count' },
    cellsInSeries: { says: 'cells in each', unit: 'Count' },
    cellV: { says: 'nominal cell voltage', unit: 'V' },
  },
  compute: ({ seriesCount, cellsInSeries, cellV }) => seriesCount * cellsInSeries * cellV,
  source: 'series adds volts; nominal cell voltage of the chemistry',
});

/** Nominal voltage of the bank; 12.8 V by default where none is chosen. */
export const nominalVoltage = (bank: CellString | null): Sourced => (bank ? voltageOf(bank) : noBank);

const noBank = byDefault(12.8, 'no bank chosen: four LFP cells');

const voltageOf = keptBy((bank: CellString): Sourced => {
  const { nominalCellV, name } = chemistryOf({ chemistryId: bank.battery.chemistryId }, {});
  return bankVoltage.figure({
    seriesCount: entered(bank.seriesCount),
    cellsInSeries: entered(bank.battery.cellsInSeries, bank.battery.name),
    cellV: byDefault(nominalCellV, name),
  });
});
