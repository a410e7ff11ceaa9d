import { computed, entered, type Figure, measured, type Sourced } from '../../formula/figure';
import { account } from '../../formula/formula';
import type { Likely, RollVerdict } from './infer';
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

const timesRead = account({
  id: 'commissioning.times-read',
  says: 'shown, of what flows',
  unit: 'Ratio',
  words: 'of the factors that wrong settings of a shunt make, the one that explains all readings best',
  terms: {
    likelyFraction: { says: 'that the settings are wrong', unit: 'Fraction' },
    readCount: { says: 'readings so far', unit: 'Count' },
    factorsCount: { says: 'factors that explain them nearly as well', unit: 'Count' },
  },
  source: 'ratings and millivolts of usual shunts, one set for another',
});

/** By how much a meter with wrong settings of its shunt reads wrongly. */
export const timesReadFigure = (
  { probability, factor, factors }: NonNullable<RollVerdict['shunt']>,
  readCount: number,
): Figure =>
  timesRead.figure(Math.abs(factor), {
    likelyFraction: computed(probability),
    readCount: measured(readCount),
    factorsCount: computed(factors.length),
  });
