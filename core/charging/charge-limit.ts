import { bankCurrentLimit } from '../bank/current-schools';
import { capacityOf } from '../bank/size-bank';
import { chemistryOf, chemistryValue } from '../cells/chemistry-of';
import { byDefault, entered, type Figure, type Sourced } from '../formula/figure';
import { formula } from '../formula/formula';
import type { Bank } from '../bank/plan';
import type { ChemistryEdits } from '../cells/chemistry-edit';
import type { ChargingPlan } from './plan';

const NONE_A = 100_000;

const smallest = formula({
  id: 'charging.limit',
  says: 'charging limit',
  unit: 'A',
  words: 'the smallest of what the chemistry takes, the battery sheet allows, and the sources together may give',
  terms: {
    chemistryA: { says: 'chemistry: share of capacity an hour', unit: 'A' },
    sheetA: { says: 'battery sheet, by the parallel-current rule', unit: 'A' },
    sharedA: { says: 'all sources together', unit: 'A' },
  },
  compute: ({ chemistryA, sheetA, sharedA }) => Math.min(chemistryA, sheetA, sharedA),
  source: 'limits in series',
});

const ofChemistry = formula({
  id: 'charging.chemistry-limit',
  says: 'what the chemistry takes',
  unit: 'A',
  words: 'capacity × most an hour',
  terms: {
    capacityAh: { says: 'capacity', unit: 'Ah' },
    capPerH: { says: 'most an hour, share of capacity', unit: 'Ratio' },
  },
  compute: ({ capacityAh, capPerH }) => capacityAh * capPerH,
  source: 'usual figure for the chemistry',
});

/** What all sources together may give. */
export const sharedLimit = ({ sharedLimitA }: Pick<ChargingPlan, 'sharedLimitA'>): Sourced =>
  sharedLimitA === null ? byDefault(NONE_A, 'no limit set') : entered(sharedLimitA);

/** Largest current into a bank. A limit that nobody has stated does not bind. */
export function chargeLimit(bank: Bank, plan: Pick<ChargingPlan, 'sharedLimitA'>, edits: ChemistryEdits): Figure {
  const { chargeA } = bank.battery;
  return smallest.figure({
    chemistryA: ofChemistry.figure({
      capacityAh: capacityOf(bank),
      capPerH: chemistryValue(chemistryOf(bank.battery, edits), 'acceptanceCapPerH'),
    }),
    sheetA:
      chargeA === null
        ? byDefault(NONE_A, 'not on the sheet')
        : bankCurrentLimit(bank.currentSchool, bank.parallelCount, chargeA, 'charge'),
    sharedA: sharedLimit(plan),
  });
}
