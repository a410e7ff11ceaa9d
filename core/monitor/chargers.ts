import { asTyped } from '../quantity/format';
import type { Chemistry } from '../cells/chemistry';
import { chemistryValue } from '../cells/chemistry-of';
import { byDefault, computed, entered, type Figure, type Sourced } from '../formula/figure';
import { account, formula } from '../formula/formula';
import type { Source } from '../sources/source';
import type { Profile } from './plan';

/** The chargers as a monitor meets them, V of the bank. */
export interface Chargers {
  /** Lowest absorption of any charger that can finish a charge. */
  absorptionV: Sourced;
  /** Highest of any: what the bank ever sees besides equalising. */
  highestAbsorptionV: Sourced;
  /** Highest float. */
  floatV: Sourced;
  /** The lowest absorption and the highest float that are known, whether entered for the profile or stated under Charging. */
  leastAbsorptionV: Sourced;
  mostFloatV: Sourced;
  /** What the chemistry, or the sheet, asks a charger to absorb at. */
  sheetAbsorptionV: Sourced;
  /** Where they end absorption, A; null: not known. */
  stopsAtA: Sourced | null;
  sunCharges: boolean;
}

/** A charger ends absorption at so much of the capacity where nothing is known of it; typical. */
const USUAL_STOP = { lithium: 0.02, lead: 0.01 } as const;

const stopsAt = formula({
  id: 'monitor.stops-at',
  says: 'chargers stop at',
  unit: 'A',
  words: 'usual share × rated capacity',
  terms: {
    shareFraction: { says: 'usual share', unit: 'Fraction' },
    ratedAh: { says: 'rated capacity', unit: 'Ah' },
  },
  compute: ({ shareFraction, ratedAh }) => shareFraction * ratedAh,
  source: 'typical; how a charger ends absorption stands in its menu or sheet',
});
const stopsAsEntered = account({
  id: 'monitor.stops-at',
  says: 'chargers stop at',
  unit: 'A',
  words: 'as entered',
  terms: { stopsAtA: { says: 'they stop at', unit: 'A' } },
  source: 'menu or sheet of the charger',
});

/** Where the chargers end absorption, A: as entered, or the usual share of the rated capacity. */
export const stopFigure = (
  { stopsAtA }: Pick<Chargers, 'stopsAtA'>,
  { family, name }: Chemistry,
  ratedAh: Sourced,
): Figure =>
  stopsAtA
    ? stopsAsEntered.figure(stopsAtA.value, { stopsAtA })
    : stopsAt.figure({ shareFraction: byDefault(USUAL_STOP[family], name), ratedAh });

/** Chargers that follow the bank's warmth hold another voltage than at 25 °C. */
const compensated = formula({
  id: 'monitor.compensated',
  says: 'as the chargers shift it',
  unit: 'V',
  words: 'voltage at 25 °C + shift a kelvin and cell × cells × (temperature − 25 °C)',
  terms: {
    at25V: { says: 'at 25 °C', unit: 'V' },
    shiftV: { says: 'shift a kelvin and cell', unit: 'MilliVPerK' },
    cells: { says: 'cells in series', unit: 'Count' },
    tempC: { says: 'bank', unit: 'TempC' },
  },
  compute: ({ at25V, shiftV, cells, tempC }) => at25V + shiftV * cells * (tempC - 25),
  source: 'temperature compensation by the chemistry',
});

/**
 * What was entered for the profile goes first, then the sources of the charging plan that are on and state their voltages, then the
 * chemistry. A source without a sheet of its own charges by the chemistry's.
 * @param cells  in series
 */
export function chargersOf(
  profile: Profile,
  sources: readonly Source[],
  chemistry: Chemistry,
  cells: number,
): Chargers {
  const used = sources.filter(({ on }) => on);
  const sheet = (key: 'absorptionCellV' | 'floatCellV'): Sourced => {
    const cell = chemistryValue(chemistry, key);
    return { ...cell, value: cell.value * cells, note: `${cell.note}: ${cells} cells of ${asTyped(cell.value)} V` };
  };
  const stated = (key: 'absorptionV' | 'floatV') =>
    used
      .flatMap((source) =>
        source[key] === null ? [] : [computed(source[key], `${source.name || source.kind}, under Charging`)],
      )
      .sort((a, b) => a.value - b.value);
  const [absorptions, floats] = [stated('absorptionV'), stated('floatV')];
  const { tempC, stopsAtA } = profile;
  const shift = (at25V: Sourced, key: string): Sourced | Figure => {
    if (tempC === null || tempC === 25) return at25V;
    const perCell = byDefault(chemistry.compensationCellMilliVPerK, chemistry.name);
    if (perCell.value === 0) return at25V;
    return compensated.figure(
      {
        at25V,
        shiftV: { ...perCell, value: perCell.value / 1000 },
        cells: computed(cells, 'the bank'),
        tempC: entered(tempC, profile.name),
      },
      { key },
    );
  };
  const own = profile.lowestAbsorptionV === null ? null : entered(profile.lowestAbsorptionV, 'charger');
  const lowest = own ?? absorptions[0] ?? sheet('absorptionCellV');
  const float =
    profile.highestFloatV === null ? (floats.at(-1) ?? sheet('floatCellV')) : entered(profile.highestFloatV, 'charger');
  return {
    absorptionV: shift(lowest, 'absorption'),
    highestAbsorptionV: shift(higherOf(lowest, absorptions.at(-1)), 'highest'),
    floatV: shift(float, 'float'),
    leastAbsorptionV: shift(lowerOf(lowest, absorptions[0]), 'least'),
    mostFloatV: shift(higherOf(float, floats.at(-1)), 'most'),
    sheetAbsorptionV: shift(sheet('absorptionCellV'), 'sheet'),
    stopsAtA: stopsAtA === null ? null : entered(stopsAtA, 'charger'),
    sunCharges: used.length > 0 ? used.some(({ kind }) => kind === 'solar') : profile.solarCharging,
  };
}

const higherOf = (one: Sourced, other: Sourced | undefined): Sourced =>
  other && other.value > one.value ? other : one;
const lowerOf = (one: Sourced, other: Sourced | undefined): Sourced => (other && other.value < one.value ? other : one);
