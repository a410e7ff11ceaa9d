import type { Battery } from '../cells/battery';
import type { ChemistryId } from '../cells/chemistry';
import { CHEMISTRIES } from '../cells/chemistry.data';
import { newBattery } from '../cells/new-battery';
import type { Bank } from './plan';

/** Off for everything where a bank is reckoned by one flat share; usual. */
export const USUAL_FLAT_LOSS = 0.15;

/** What a bank is reckoned with until its owner says otherwise. */
export const FRESH_BANK = {
  ageingFraction: 1,
  coldestTempC: 25,
  autonomyDays: 2,
  flatLossFraction: USUAL_FLAT_LOSS,
};

/** A bank of such batteries, with the chemistry's own usable share. */
export function newBank(battery: Battery, seriesCount = 1, parallelCount = 1): Bank {
  return {
    battery,
    seriesCount,
    parallelCount,
    boughtIn: null,
    others: [],
    usableFraction: CHEMISTRIES[battery.chemistryId].usableFraction,
    ageingFraction: FRESH_BANK.ageingFraction,
    coldestTempC: FRESH_BANK.coldestTempC,
    autonomyDays: FRESH_BANK.autonomyDays,
    lossSchool: 'itemised',
    flatLossFraction: FRESH_BANK.flatLossFraction,
    currentSchool: 'one-may-drop-out',
  };
}

/** One 12 V battery of 100 Ah. */
export const simpleBank = (chemistryId: ChemistryId): Bank =>
  newBank(newBattery(`generic-${chemistryId}`, chemistryId, CHEMISTRIES[chemistryId].cellsPer12V, 100));
