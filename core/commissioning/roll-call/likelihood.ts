import { computed, entered, type Figure, measured, type Sourced } from '../../formula/figure';
import { account } from '../../formula/formula';
import type { Likely } from './infer';
import type { RollItem } from './item';

const likely = account({
  id: 'commissioning.likely',
  says: 'how likely',
  unit: 'Fraction',
  words: 'how often it is found × how well it foretells this answer and all others, as a share of all explanations',
  terms: {
    changeA: { says: 'change as seen', unit: 'A' },
    fromA: { says: 'expected, from', unit: 'A' },
    toA: { says: 'expected, to', unit: 'A' },
    stepA: { says: 'smallest step of the meter', unit: 'A' },
    othersCount: { says: 'other answers so far', unit: 'Count' },
  },
  source: 'Bayes’ rule over every explanation of the shunt with every one of each circuit',
  leavesOut: 'how often a fault is found among people like you: what stands here for it are round figures',
});

/** An explanation of a reading with how likely it is. @param othersCount  answers that were read besides */
export const likelihood = (
  { cause, probability }: Likely,
  item: RollItem,
  { change, stepA, othersCount }: { change: Sourced; stepA: number; othersCount: number },
): Figure =>
  likely.figure(
    probability,
    {
      changeA: change,
      fromA: computed(item.fromA),
      toA: computed(item.toA),
      stepA: entered(stepA, 'as the meter shows'),
      othersCount: measured(othersCount),
    },
    { key: `${item.id}:${cause}` },
  );
