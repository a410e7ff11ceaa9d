import type { Chemistry } from '../cells/chemistry';
import { chemistryOf, chemistryValue, curveValue } from '../cells/chemistry-of';
import { byDefault, computed, entered, type Figure, type Sourced } from '../formula/figure';
import type { Bank, ChemistryEdits } from '../rig/bank';
import {
  agedCapacity,
  autonomy,
  bankCapacity,
  bankVoltage,
  coldShare,
  flatLeft,
  itemisedLeft,
  requiredCapacity,
  sparePart,
  usableCapacity,
} from './bank-formulas';
import { capacityWithPeukert, peukertShare } from './peukert';

/** The bank against the day it is sized for. `need` is null while nothing is audited. */
export interface SizedBank {
  chemistry: Chemistry;
  nominalV: Figure;
  capacityAh: Figure;
  /** What losses leave of the rated capacity, in the chosen school. */
  leftFraction: Figure;
  coldFraction: Sourced;
  peukertFraction: Sourced;
  usableAh: Figure;
  need: { requiredAh: Figure; autonomyDays: Figure; spareAh: Figure; fits: boolean } | null;
}

/** What the audit asks of a bank. */
export interface DayDemand {
  /** The day that the bank is sized for. */
  dayAh: Sourced;
  /** [24] mean draw of each hour of that day, W. */
  hoursWh: readonly number[];
}

/** Nominal voltage of the bank; 12.8 V by default where none is chosen. */
export function nominalVoltage(bank: Bank | null): Sourced {
  if (bank === null) return byDefault(12.8, 'no bank chosen: four LFP cells');
  const { nominalCellV, name } = chemistryOf({ chemistryId: bank.battery.chemistryId }, {});
  return bankVoltage.figure({
    seriesCount: entered(bank.seriesCount),
    cellsInSeries: entered(bank.battery.cellsInSeries, bank.battery.name),
    cellV: byDefault(nominalCellV, name),
  });
}

/** Rated capacity of all strings. */
export function capacityOf({ battery, parallelCount, others }: Bank): Figure {
  return bankCapacity.figure({
    parallelCount: entered(parallelCount),
    capacityAh: entered(battery.capacityAh, battery.name),
    othersAh:
      others.length === 0
        ? byDefault(0, 'none')
        : entered(
            others.reduce((sum, other) => sum + other.parallelCount * other.battery.capacityAh, 0),
            'mixed in',
          ),
  });
}

/** What age has left of it. */
export const agedCapacityOf = (bank: Bank): Figure =>
  agedCapacity.figure({ capacityAh: capacityOf(bank), ageingFraction: entered(bank.ageingFraction) });

/** Works out a bank and, where the day is above zero, whether it carries it. */
export function sizeBank(bank: Bank, demand: DayDemand, edits: ChemistryEdits): SizedBank {
  const { battery } = bank;
  const chemistry = chemistryOf(battery, edits);
  const capacityAh = capacityOf(bank);
  const nominalV = nominalVoltage(bank) as Figure;
  const usualShare = chemistryValue(chemistry, 'usableFraction');
  const usableFraction = bank.usableFraction === usualShare.value ? usualShare : entered(bank.usableFraction);
  const coldFraction = coldShare.figure({
    leftFraction: curveValue(chemistry, 'capacityFractionByTempC', bank.coldestTempC),
    coldestTempC: entered(bank.coldestTempC),
  });
  const exponent = chemistryValue(chemistry, 'peukertExponent');
  const hoursA = demand.hoursWh.map((wh) => wh / nominalV.value);
  const peukertFraction = computed(
    peukertShare(hoursA, capacityAh.value, exponent.value),
    `exponent ${exponent.value}, hour by hour against the 20-hour rate`,
  );
  const left = (peukert: Sourced) =>
    bank.lossSchool === 'flat'
      ? flatLeft.figure({ flatLossFraction: entered(bank.flatLossFraction) })
      : itemisedLeft.figure({ ageingFraction: entered(bank.ageingFraction), coldFraction, peukertFraction: peukert });
  const leftFraction = left(peukertFraction);
  const usableAh = usableCapacity.figure({ capacityAh, usableFraction, leftFraction });
  return {
    chemistry,
    nominalV,
    capacityAh,
    leftFraction,
    coldFraction,
    peukertFraction,
    usableAh,
    need: demand.dayAh.value > 0 ? needOf() : null,
  };

  function needOf(): SizedBank['need'] {
    const autonomyDays = entered(bank.autonomyDays);
    // The bank that is needed is drawn from at a pace of its own, so its Peukert share is its own too.
    const plainAh =
      (demand.dayAh.value * bank.autonomyDays) / (usableFraction.value * bank.ageingFraction * coldFraction.value);
    const neededAh = capacityWithPeukert(plainAh, hoursA, exponent.value);
    const ownShare = computed(peukertShare(hoursA, neededAh, exponent.value), 'of the bank that is needed');
    const requiredAh = requiredCapacity.figure({
      dayAh: demand.dayAh,
      autonomyDays,
      usableFraction,
      leftFraction: left(ownShare),
    });
    const spareAh = sparePart.figure({ capacityAh, requiredAh });
    return {
      requiredAh,
      autonomyDays: autonomy.figure({ usableAh, dayAh: demand.dayAh }),
      spareAh,
      fits: spareAh.value >= -1e-9,
    };
  }
}
