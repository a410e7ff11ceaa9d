import * as z from 'zod';
import { Battery } from '../cells/battery';
import { ChemistryEdits } from '../cells/chemistry-edit';
import { defineStage } from '../plan/stage-definition';
import { bankLift } from './lift';
import { Bank } from './plan';
import { type DayDemand, type SizedBank, sizeBank } from './size-bank';
import { RuntimeTrial } from './trial';

interface BankNeeds {
  bank: Bank | null;
  chemistryEdits: ChemistryEdits;
}

interface BankDerived {
  bank: SizedBank | null;
}

export const bankStage = defineStage({
  id: 'bank',
  Plan: {
    trials: z.array(RuntimeTrial).max(500),
    shelf: z.array(Battery).max(200),
    chemistryEdits: ChemistryEdits,
    bank: Bank.nullable(),
  },
  fresh: () => ({ trials: [], shelf: [], chemistryEdits: {}, bank: null }),
  lift: bankLift,
  records: [],
  reads: ['bank', 'chemistryEdits'],
  adds: ['bank'],
  derive: ({ plan, earlier }: { plan: BankNeeds; earlier: { demand: DayDemand } }): BankDerived => ({
    bank: plan.bank && sizeBank(plan.bank, earlier.demand, plan.chemistryEdits),
  }),
  none: () => ({ bank: null }),
  keyFigures: ({ bank }) => {
    if (!bank) return [];
    const { nominalV, capacityAh, usableAh, need } = bank;
    return [nominalV, capacityAh, usableAh, ...(need ? [need.requiredAh, need.autonomyDays] : [])];
  },
  stale: () => [],
});
