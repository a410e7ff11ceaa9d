import { CHEMISTRY_IDS, type ChemistryId } from '../cells/chemistry';
import { newBattery } from '../cells/new-battery';
import { isObject, type Json, type Lifts } from '../plan/lift';

/** How the bank was stored in older versions. */
export const bankLift: Lifts = {
  /** The bank held the chemistry. */
  1: (plan) => ({
    ...plan,
    trials: [],
    shelf: [],
    chemistryEdits: {},
    bank: isObject(plan['bank']) ? bank1(plan['bank']) : plan['bank'],
  }),
};

function bank1(bank: Json): Json {
  const { chemistryId, battery, ...rest } = bank;
  const model = isObject(battery) ? battery : {};
  return {
    ...rest,
    battery: { ...newBattery('battery', known(chemistryId), 4, 100), ...model, chemistryId },
    boughtIn: null,
    others: [],
    lossSchool: 'itemised',
    flatLossFraction: 0.15,
    currentSchool: 'one-may-drop-out',
    cableLengthM: 1.5,
    cableAreaMm2: 50,
  };
}

const known = (id: unknown): ChemistryId => CHEMISTRY_IDS.find((one) => one === id) ?? 'lfp';
