import type { Chemistry } from '../cells/chemistry';
import { chemistryOf, chemistryValue, curveValue } from '../cells/chemistry-of';
import { LEAST_AH } from '../audit/sizing-day';
import { asPlanned, byDefault, computed, entered, type Figure, type Sourced } from '../formula/figure';
import { FRESH_BANK } from './fresh';
import type { Bank } from './plan';
import type { ChemistryEdits } from '../cells/chemistry-edit';
import {
  agedCapacity,
  autonomy,
  bankCapacity,
  coldShare,
  dayOfOtherBank,
  flatLeft,
  itemisedLeft,
  plainLeft,
  requiredCapacity,
  sparePart,
  usableCapacity,
} from './bank-formulas';
import { nominalVoltage } from '../cells/nominal-voltage';
import { capacityWithPeukert, peukertShare } from '../cells/peukert';

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
  /** The voltage at which the day was reckoned in Ah; the bank's own where it is not named. */
  atV?: Sourced;
}

/** A day's Ah at the voltage of another bank: the same energy. */
export function dayAtVoltage(dayAh: Sourced, atV: Sourced | undefined, nominalV: Sourced, key?: string): Sourced {
  if (atV === undefined || Math.abs(atV.value - nominalV.value) < 1e-9 * nominalV.value) return dayAh;
  return dayOfOtherBank.figure({ dayAh, atV, nominalV }, key === undefined ? {} : { key });
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

const asHeld = (bank: Bank, what: keyof typeof FRESH_BANK): Sourced => asPlanned(bank[what], FRESH_BANK[what]);

/** What age has left of it. */
export const agedCapacityOf = (bank: Bank): Figure =>
  agedCapacity.figure({ capacityAh: capacityOf(bank), ageingFraction: asHeld(bank, 'ageingFraction') });

/** What of it may be used: the chemistry's own share until the bank has another. */
export function usableShare({ usableFraction }: Bank, chemistry: Chemistry): Sourced {
  const usual = chemistryValue(chemistry, 'usableFraction');
  return usableFraction === usual.value ? usual : entered(usableFraction);
}

/** Works out a bank and, where the day is above zero, whether it carries it. */
export function sizeBank(bank: Bank, demand: DayDemand, edits: ChemistryEdits): SizedBank {
  const { battery } = bank;
  const chemistry = chemistryOf(battery, edits);
  const capacityAh = capacityOf(bank);
  const nominalV = nominalVoltage(bank) as Figure;
  const usableFraction = usableShare(bank, chemistry);
  const onCurve = curveValue(chemistry, 'capacityFractionByTempC', bank.coldestTempC);
  const coldFraction = coldShare.figure(onCurve.value, {
    leftFraction: onCurve,
    coldestTempC: asHeld(bank, 'coldestTempC'),
  });
  const exponent = chemistryValue(chemistry, 'peukertExponent');
  const hoursA = demand.hoursWh.map((wh) => wh / nominalV.value);
  const peukertFraction = computed(
    peukertShare(hoursA, capacityAh.value, exponent.value),
    `exponent ${exponent.value}, hour by hour against the 20-hour rate`,
  );
  const left = (peukert: Sourced): Figure => {
    switch (bank.lossSchool) {
      case 'plain':
        return plainLeft.figure({});
      case 'flat':
        return flatLeft.figure({ flatLossFraction: asHeld(bank, 'flatLossFraction') });
      case 'itemised':
        return itemisedLeft.figure({
          ageingFraction: asHeld(bank, 'ageingFraction'),
          coldFraction,
          peukertFraction: peukert,
        });
    }
  };
  const dayAh = dayAtVoltage(demand.dayAh, demand.atV, nominalV);
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
    need: dayAh.value > LEAST_AH ? needOf() : null,
  };

  function needOf(): SizedBank['need'] {
    const autonomyDays = asHeld(bank, 'autonomyDays');
    // The bank that is needed is drawn from at a pace of its own, so its Peukert share is its own too.
    const plainAh =
      (dayAh.value * bank.autonomyDays) / (usableFraction.value * bank.ageingFraction * coldFraction.value);
    const neededAh = capacityWithPeukert(plainAh, hoursA, exponent.value);
    const ownShare = computed(peukertShare(hoursA, neededAh, exponent.value), 'of the bank that is needed');
    const requiredAh = requiredCapacity.figure({
      dayAh,
      autonomyDays,
      usableFraction,
      leftFraction: left(ownShare),
    });
    const spareAh = sparePart.figure({ capacityAh, requiredAh });
    return {
      requiredAh,
      autonomyDays: autonomy.figure({ usableAh, dayAh }),
      spareAh,
      fits: spareAh.value >= -1e-9,
    };
  }
}
