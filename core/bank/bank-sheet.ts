import { at } from '../quantity/guard';
import { cellsInSeries } from '../cells/cells-in-series';
import { chemistryValue, curveValue } from '../cells/chemistry-of';
import { computed, entered, type Figure, type Sourced } from '../formula/figure';
import { account, formula, sumFigure } from '../formula/formula';
import type { Unit } from '../quantity/unit';
import type { Bank } from './plan';
import type { Battery } from '../cells/battery';
import { type SizedBank, usableShare } from './size-bank';

const energy = formula({
  id: 'bank.usable-energy',
  says: 'usable energy',
  unit: 'KWh',
  words: 'usable Ah × nominal voltage ÷ 1000',
  terms: { usableAh: { says: 'usable', unit: 'Ah' }, nominalV: { says: 'nominal voltage', unit: 'V' } },
  compute: ({ usableAh, nominalV }) => (usableAh * nominalV) / 1000,
  source: 'energy = charge × voltage',
});

const cycles = account({
  id: 'bank.cycles',
  says: 'cycles at this depth',
  unit: 'Count',
  words: 'read off the cycle curve at the usable share',
  terms: {
    atDepth: { says: 'the curve there', unit: 'Count' },
    usableFraction: { says: 'usable share', unit: 'Fraction' },
  },
  source: 'cycles to four fifths of the rated capacity',
  leavesOut: 'age, which ends most banks before their cycles do',
});

const ofCells = formula({
  id: 'bank.cell-volts',
  says: 'voltage',
  unit: 'V',
  words: 'cells in series × voltage of a cell',
  terms: { cells: { says: 'cells in series', unit: 'Count' }, cellV: { says: 'a cell', unit: 'V' } },
  compute: ({ cells, cellV }) => cells * cellV,
  source: 'series adds volts',
});

const volume = formula({
  id: 'battery.volume',
  says: 'size of one',
  unit: 'Litre',
  words: 'length × width × height',
  terms: {
    lengthMm: { says: 'length', unit: 'Mm' },
    widthMm: { says: 'width', unit: 'Mm' },
    heightMm: { says: 'height', unit: 'Mm' },
  },
  compute: ({ lengthMm, widthMm, heightMm }) => (lengthMm * widthMm * heightMm) / 1e6,
  source: 'the case alone, without air around it',
});

/** Rated Ah that one usable Ah takes, in this bank and by its losses. */
export const ratedPerUsable = (bank: Pick<Bank, 'usableFraction'>, { leftFraction }: SizedBank): Sourced =>
  computed(1 / (bank.usableFraction * leftFraction.value), 'usable share and losses of the bank');

/** What a bank is besides its charge. Null where a sheet does not say. */
export interface BankSheet {
  usableKWh: Figure;
  massKg: Figure | null;
  volumeL: Figure | null;
  price: Figure | null;
  cycles: Figure;
  absorptionV: Figure;
  floatV: Figure;
}

/** @param key  tells the figures of one bank from those of another */
export function bankSheet(bank: Bank, sized: SizedBank, key: string): BankSheet {
  const { chemistry, usableAh, nominalV } = sized;
  const atDepth = curveValue(chemistry, 'cyclesByDepth', bank.usableFraction);
  const cells = computed(cellsInSeries(bank), `${bank.seriesCount} in series`);
  const volts = (says: string, cell: 'absorptionCellV' | 'floatCellV') =>
    ofCells.figure({ cells, cellV: chemistryValue(chemistry, cell) }, { key: `${key} ${says}`, says });
  return {
    usableKWh: energy.figure({ usableAh, nominalV }, { key }),
    massKg: ofAll('mass', bank, key, (battery) => onSheet(battery.massKg, battery)),
    volumeL: ofAll('size', bank, key, volumeOf),
    price: ofAll('price', bank, key, (battery) => onSheet(battery.price, battery)),
    cycles: cycles.figure(
      atDepth.value,
      {
        atDepth,
        usableFraction: usableShare(bank, chemistry),
      },
      { key },
    ),
    absorptionV: volts('absorption', 'absorptionCellV'),
    floatV: volts('float', 'floatCellV'),
  };
}

type OfAll = 'mass' | 'size' | 'price';
const countTimes = (says: OfAll, unit: Unit) =>
  formula({
    id: `bank.${says}`,
    says,
    unit,
    words: 'batteries × one',
    terms: { count: { says: 'batteries', unit: 'Count' }, one: { says: 'one', unit } },
    compute: ({ count, one }) => count * one,
    source: 'the sheet of the battery',
  });
const OF_ALL = {
  mass: countTimes('mass', 'Kg'),
  size: countTimes('size', 'Litre'),
  price: countTimes('price', 'Price'),
};

/** Over all batteries, those of other strings too; null where the sheet of one does not say. */
function ofAll(says: OfAll, bank: Bank, key: string, each: (battery: Battery) => Sourced | null): Figure | null {
  const parts = [bank, ...bank.others].map(({ battery, seriesCount, parallelCount }, k) => {
    const one = each(battery);
    const count = computed(seriesCount * parallelCount, `${seriesCount} in series, ${parallelCount} in parallel`);
    return one && OF_ALL[says].figure({ count, one }, { key: k === 0 ? key : `${key} ${k}` });
  });
  const known = parts.filter((part) => part !== null);
  if (known.length < parts.length) return null;
  if (known.length === 1) return at(known, 0);
  const { unit } = at(known, 0);
  return sumFigure(
    { id: `bank.${says}-sum:${key}`, says, unit, source: 'addition' },
    known.map((part, k) => ({ ...part, says: k === 0 ? bank.battery.name : at(bank.others, k - 1).battery.name })),
  );
}

const onSheet = (value: number | null, { name }: Battery): Sourced | null =>
  value === null ? null : entered(value, name);

function volumeOf({ lengthMm, widthMm, heightMm }: Battery): Figure | null {
  if (lengthMm === null || widthMm === null || heightMm === null) return null;
  return volume.figure({ lengthMm: entered(lengthMm), widthMm: entered(widthMm), heightMm: entered(heightMm) });
}
