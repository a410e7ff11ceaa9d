import type { Chemistry } from '../cells/chemistry';
import { cellsInSeries } from '../cells/cells-in-series';
import type { ChemistryEdits } from '../cells/chemistry-edit';
import { chemistryOf, chemistryValue } from '../cells/chemistry-of';
import type { VoltageLoop } from '../cells/voltage-loop';
import { computed, entered, type Figure, type Sourced } from '../formula/figure';
import { formula } from '../formula/formula';
import { asTyped } from '../quantity/format';
import type { Bank } from './plan';
import type { Battery } from '../cells/battery';

/** How fast resistance grows in the cold, per kelvin below 25 °C; typical. */
const PER_K = { lithium: 0.02, lead: 0.011 } as const;

/**
 * Internal resistance of one battery at 25 °C, Ω: off its sheet, or a typical cell's, which falls with its size.
 */
export function batteryOhm(battery: Battery, chemistry: Chemistry): Sourced {
  if (battery.resistanceOhm !== null) return entered(battery.resistanceOhm, battery.name);
  const cell = chemistryValue(chemistry, 'cell100AhMilliOhm');
  const ohm = ((cell.value / 1000) * battery.cellsInSeries * 100) / battery.capacityAh;
  return { ...cell, value: ohm, note: `${cell.note}: ${cell.value} mΩ for a cell of 100 Ah` };
}

const inCold = formula({
  id: 'bank.ohm',
  says: 'inside the bank',
  unit: 'Ohm',
  words: 'all its strings side by side, at 25 °C × times as much in the cold',
  terms: {
    warmOhm: { says: 'strings side by side, at 25 °C', unit: 'Ohm' },
    coldFactor: { says: 'times as much in the cold', unit: 'Ratio' },
  },
  compute: ({ warmOhm, coldFactor: cold }) => warmOhm * cold,
  source:
    'batteries in series add up, strings in parallel divide; in the cold typical: 2 % a kelvin for lithium, 1.1 % for lead',
  leavesOut: 'that it grows with age and towards empty',
});

/** The same for a bank at a temperature: series adds, parallel divides. Other strings are taken in parallel. */
export const bankOhm = (bank: Bank, chemistry: Chemistry, tempC: number): number =>
  inCold.of({ warmOhm: warmBankOhm(bank, chemistry), coldFactor: coldFactor(chemistry, tempC) });

/** The same with its working. */
export const bankOhmFigure = (bank: Bank, chemistry: Chemistry, tempC: number): Figure =>
  inCold.figure({
    warmOhm: computed(warmBankOhm(bank, chemistry), stringsText(bank, batteryOhm(bank.battery, chemistry).value)),
    coldFactor: computed(coldFactor(chemistry, tempC)),
  });

function warmBankOhm(bank: Bank, chemistry: Chemistry): number {
  const strings = [bank, ...bank.others].map(
    ({ battery, seriesCount, parallelCount }) => (batteryOhm(battery, chemistry).value * seriesCount) / parallelCount,
  );
  return 1 / strings.reduce((sum, one) => sum + 1 / one, 0);
}

/** "2 in series, 3 in parallel, of 5.2 mΩ each" */
const stringsText = ({ seriesCount, parallelCount, others }: Bank, ohm: number): string =>
  `${seriesCount} in series, ${parallelCount} in parallel, of ${asTyped(1000 * ohm)} mΩ each${others.length > 0 ? ', and others beside them' : ''}`;

/**
 * How many times its resistance at 25 °C a battery has in the cold; 1 in warmth.
 * @source typical: 2 % a kelvin for lithium, 1.1 % for lead
 */
export const coldFactor = (chemistry: Chemistry, tempC: number): number =>
  Math.exp(PER_K[chemistry.family] * Math.max(0, 25 - tempC));

/** A bank at a temperature, as whatever hangs on it sees it. */
export function bankLoop(bank: Bank, edits: ChemistryEdits, tempC: number): VoltageLoop {
  const chemistry = chemistryOf(bank.battery, edits);
  return { chemistry, cells: cellsInSeries(bank), ohm: bankOhm(bank, chemistry, tempC) };
}
