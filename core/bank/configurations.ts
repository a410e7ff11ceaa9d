import { at } from '../quantity/guard';
import { chemistryOf } from '../cells/chemistry-of';
import { computed, entered, type Figure, type Sourced } from '../formula/figure';
import type { Battery } from '../cells/battery';
import type { Bank } from './plan';
import type { ChemistryEdits } from '../cells/chemistry-edit';
import { newBank } from './fresh';
import { autonomy } from './bank-formulas';
import { type BankSheet, bankSheet } from './bank-sheet';
import {
  peakCurrent,
  peakRate,
  pricePerLifetimeKwh,
  pricePerUsableKwh,
  spareCharge,
  spareCurrent,
  steadyCurrent,
} from './configuration-formulas';
import { type CurrentSchool, stringsCounted, stringsNeeded } from './current-schools';
import { dayAtVoltage, type DayDemand, sizeBank } from './size-bank';

/** What a bank has to meet. */
export interface ConfigurationDemand extends DayDemand {
  /** Twelve-volt blocks: 1, 2 or 4. */
  blocks: number;
  autonomyDays: number;
  /** Largest steady draw on the bank, W. */
  peakW: number;
  /** What charges at once into a bank of so many volts; null: not known. */
  chargeAt: (nominalV: number) => Figure | null;
  /** The day that half of the days, and nine in ten, stay below. */
  p50DayAh: Sourced;
  p90DayAh: Sourced;
  /** What the inverters draw at their continuous rating, W; null: none has one. */
  inverterW: number | null;
  school: CurrentSchool;
  /** As the bank itself is sized: the school of losses and what it counts with. */
  losses: Pick<Bank, 'lossSchool' | 'flatLossFraction' | 'ageingFraction' | 'coldestTempC'>;
  /** Usable shares other than the chemistry's own. */
  usableOf: (battery: Battery) => number;
}

export interface Configuration {
  battery: Battery;
  seriesCount: number;
  parallelCount: number;
  nominalV: number;
  capacityAh: Figure;
  usableAh: Figure;
  requiredAh: Figure;
  /** Days without charge: half of the times, and nine times in ten, at least so many. */
  p50Days: Figure;
  p90Days: Figure;
  /** What its sheet gives for all batteries. */
  sheet: BankSheet;
  /** Per kWh that can be used at once, and over the cycles at the planned depth. */
  pricePerUsableKwh: Figure | null;
  pricePerLifetimeKwh: Figure | null;
  /** Peak current, and against capacity, 1/h. */
  peakA: Figure;
  peakCRate: Figure;
  /** What the school allows less the peak current; null where the sheet gives no limit. */
  dischargeHeadroomA: Figure | null;
  /** What the school allows less what charges at once; null where either is not known. */
  chargeHeadroomA: Figure | null;
  /**
   * Strings that the inverters at their continuous rating, or else the peak, need under the school; Infinity where no number does;
   * null where the sheet gives no limit.
   */
  stringsNeeded: Figure | null;
  /** No other is as good or better in mass, price, price over life and days. */
  best: boolean;
}

/** Strings beyond the first that meets the need which are still shown. */
const STRINGS_MORE = 1;
const STRINGS_MOST = 12;

/**
 * All S × P of the models on a shelf that give the voltage and the capacity, the smallest parallel count first. Limits that a
 * sheet sets on series and parallel are kept; where a count within them does not suffice the model is left out.
 */
export function configurations(
  shelf: readonly Battery[],
  demand: ConfigurationDemand,
  edits: ChemistryEdits,
): Configuration[] {
  const all = shelf.flatMap((battery) => ofModel(battery, demand, edits));
  return all.map((one) => ({ ...one, best: !all.some((other) => beats(other, one)) }));
}

function ofModel(battery: Battery, demand: ConfigurationDemand, edits: ChemistryEdits): Configuration[] {
  const { cellsPer12V } = chemistryOf(battery, edits);
  const seriesCount = (demand.blocks * cellsPer12V) / battery.cellsInSeries;
  if (!Number.isInteger(seriesCount) || seriesCount > (battery.seriesMax ?? 64)) return [];
  const found: Configuration[] = [];
  let first = 0;
  for (
    let parallelCount = 1;
    parallelCount <= Math.min(battery.parallelMax ?? STRINGS_MOST, STRINGS_MOST);
    parallelCount++
  ) {
    const one = configuration(battery, seriesCount, parallelCount, demand, edits);
    if (one === null) continue;
    first = first || parallelCount;
    if (parallelCount > first + STRINGS_MORE) break;
    found.push(one);
  }
  return found;
}

/** One S × P worked out; null where its capacity does not meet the need. */
function configuration(
  battery: Battery,
  seriesCount: number,
  parallelCount: number,
  demand: ConfigurationDemand,
  edits: ChemistryEdits,
): Configuration | null {
  const bank: Bank = {
    ...newBank(battery, seriesCount, parallelCount),
    usableFraction: demand.usableOf(battery),
    ...demand.losses,
    autonomyDays: demand.autonomyDays,
  };
  const sized = sizeBank(bank, demand, edits);
  if (!sized.need?.fits) return null;
  const { capacityAh, usableAh, nominalV } = sized;
  const { dischargeA, chargeA } = battery;
  const key = `${battery.id} ${seriesCount} ${parallelCount}`;
  const atOnceA = demand.chargeAt(nominalV.value);
  const counting = computed(stringsCounted(demand.school, parallelCount), `of ${parallelCount} in parallel`);
  const peakA = peakCurrent.figure({ peakW: computed(demand.peakW, 'audit'), nominalV }, { key });
  const sheet = bankSheet(bank, sized, key);
  const { price, usableKWh, cycles } = sheet;
  const dayOf = (part: 'p50' | 'p90') => dayAtVoltage(demand[`${part}DayAh`], demand.atV, nominalV, `${key} ${part}`);
  const perKwh = price && pricePerUsableKwh.figure({ price, usableKWh }, { key });
  return {
    battery,
    seriesCount,
    parallelCount,
    nominalV: nominalV.value,
    capacityAh,
    usableAh,
    requiredAh: sized.need.requiredAh,
    p50Days: autonomy.figure({ usableAh, dayAh: dayOf('p50') }, { key: `${key} p50` }),
    p90Days: autonomy.figure({ usableAh, dayAh: dayOf('p90') }, { key: `${key} p90` }),
    sheet,
    pricePerUsableKwh: perKwh,
    pricePerLifetimeKwh: perKwh && pricePerLifetimeKwh.figure({ pricePerKwh: perKwh, cycles }, { key }),
    peakA,
    peakCRate: peakRate.figure({ peakA, capacityAh }, { key }),
    dischargeHeadroomA:
      dischargeA === null
        ? null
        : spareCurrent.figure({ counting, limitA: entered(dischargeA, battery.name), peakA }, { key }),
    chargeHeadroomA:
      chargeA === null || atOnceA === null
        ? null
        : spareCharge.figure({ counting, limitA: entered(chargeA, battery.name), atOnceA }, { key }),
    stringsNeeded:
      dischargeA === null
        ? null
        : stringsNeeded(
            demand.school,
            steadyCurrent.figure({ peakA, inverterW: computed(demand.inverterW ?? 0, 'inverters'), nominalV }, { key }),
            entered(dischargeA, battery.name),
            key,
          ),
    best: false,
  };
}

/** Whether a is at least as good as b in all that counts, and better in something. What is not known counts as worst. */
function beats(a: Configuration, b: Configuration): boolean {
  const marks = (one: Configuration) => [
    one.sheet.massKg?.value ?? Number.POSITIVE_INFINITY,
    one.sheet.price?.value ?? Number.POSITIVE_INFINITY,
    one.pricePerLifetimeKwh?.value ?? Number.POSITIVE_INFINITY,
    -one.p90Days.value,
    one.dischargeHeadroomA === null || one.dischargeHeadroomA.value >= 0 ? 0 : 1,
  ];
  const [of, other] = [marks(a), marks(b)];
  return of.every((mark, k) => mark <= at(other, k)) && of.some((mark, k) => mark < at(other, k));
}
