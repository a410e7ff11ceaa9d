import type { Bank } from '../bank/plan';
import { cellsInSeries } from '../cells/cells-in-series';
import type { Chemistry } from '../cells/chemistry';
import { highestCellV } from '../cells/highest-voltage';
import { byDefault, computed, entered, type Figure } from '../formula/figure';
import { account, formula } from '../formula/formula';
import type { Source } from '../sources/source';

/** What a bank may stand at while it is charged. @example highestByCells.of({ cellV: 3.65, cells: 16 }) // 58.4 */
const highestByCells = formula({
  id: 'wiring.highest-by-cells',
  says: 'highest voltage while charging',
  unit: 'V',
  words: 'cells in series × highest voltage of a cell',
  terms: {
    cells: { says: 'cells in series', unit: 'Count' },
    cellV: { says: 'absorbing, or equalising', unit: 'V' },
  },
  compute: ({ cells, cellV }) => cells * cellV,
  source: 'the chemistry; no charger of the plan is set higher',
});
const highestByCharger = account({
  id: 'wiring.highest-by-charger',
  says: 'highest voltage while charging',
  unit: 'V',
  words: 'as the charger is set',
  terms: { chargerV: { says: 'absorption', unit: 'V' } },
  source: 'the highest of the chargers under Charging, above what the chemistry asks for',
});
const bySecond = formula({
  id: 'wiring.highest-of-second',
  says: 'highest voltage while the engine runs',
  unit: 'V',
  words: 'nominal voltage × voltage while charging of nominal',
  terms: {
    nominalV: { says: 'second battery', unit: 'V' },
    chargedRatio: { says: 'while charging, of nominal', unit: 'Ratio' },
  },
  compute: ({ nominalV, chargedRatio }) => nominalV * chargedRatio,
  source: 'usual for lead behind an alternator',
});

/** The highest voltage of a bank, V: its cells’, or of the charger that is set above that. Fuses and short circuits are judged by it. */
export function highestOfBank(bank: Bank, chemistry: Chemistry, sources: readonly Source[]): Figure {
  const ofCells = highestByCells.figure({
    cells: computed(cellsInSeries(bank), 'the bank'),
    cellV: computed(highestCellV(chemistry), chemistry.name),
  });
  return sources.reduce((highest, { name, kind, absorptionV }) => {
    if (absorptionV === null || absorptionV <= highest.value) return highest;
    return highestByCharger.figure(absorptionV, { chargerV: computed(absorptionV, `${name || kind}, under Charging`) });
  }, ofCells);
}

/** A second battery while the engine runs, V: 14.8 V of 12 V. */
const CHARGED_OF_NOMINAL = 14.8 / 12;
/** @param nominalV  of that battery */
export const highestOfSecond = (nominalV: number): Figure =>
  bySecond.figure({
    nominalV: entered(nominalV, 'as it is entered'),
    chargedRatio: byDefault(CHARGED_OF_NOMINAL, '14.8 V of 12 V'),
  });
