import { byDefault, computed, entered, type Figure } from '../../formula/figure';
import { account, formula } from '../../formula/formula';
import { at } from '../../quantity/guard';
import { parallelShare } from '../formulas';
import type { ParallelPlan } from '../plan';
import type { BankInParallel } from './bank-in-parallel';
import { OFF_FRACTION, type WayOfJoining } from './compare';

const fairShare = formula({
  id: 'wiring.fair-share',
  says: 'would be fair',
  unit: 'Fraction',
  words: 'what it holds ÷ what all hold',
  terms: { capacityAh: { says: 'this one holds', unit: 'Ah' }, allAh: { says: 'all hold', unit: 'Ah' } },
  compute: ({ capacityAh, allAh }) => capacityAh / allAh,
  source: 'who holds more may give more',
});
const lost = account({
  id: 'wiring.parallel-loss',
  says: 'lost between and inside them',
  unit: 'W',
  words: 'current² × resistance, of every link, lead and joint, and inside every battery',
  terms: {
    totalA: { says: 'out of the bank', unit: 'A' },
    batteryOhm: { says: 'inside the first battery', unit: 'Ohm' },
  },
  source: 'the network, solved',
});
const mayDiffer = account({
  id: 'wiring.lead-margin',
  says: 'both leads of the first battery may be longer by',
  unit: 'M',
  words: 'so much that its share comes to be less by',
  terms: {
    offFraction: { says: 'of its share', unit: 'Fraction' },
    areaMm2: { says: 'section of its leads', unit: 'Mm2' },
  },
  source: 'the network, solved with a longer lead until that is so',
});
const mayDropOut = account({
  id: 'wiring.drop-out',
  says: 'one may drop out up to',
  unit: 'A',
  words: 'the most that the rest bear, whichever one is gone',
  terms: {
    leastA: { says: 'the least that one of them bears', unit: 'A' },
    count: { says: 'batteries', unit: 'Count' },
  },
  source: 'the network, solved without each in turn; limits off the sheets',
});

/** What a way of joining comes to, each figure with its working. */
export interface WayFigures {
  burdened: Figure;
  fair: Figure;
  loss: Figure;
  margin: Figure | null;
  dropOut: Figure | null;
}

/** @param currentA  out of the bank, as the way was compared at */
export function wayFigures(
  { id, burdened, lossW, leadMarginM, dropOutA }: WayOfJoining,
  { names, capacityAh, limitA, warmOhm }: BankInParallel,
  { areaMm2 }: Pick<ParallelPlan, 'areaMm2'>,
  currentA: number,
): WayFigures {
  const place = Math.max(0, names.indexOf(burdened.name));
  const totalA = computed(currentA, 'drawn');
  const limits = limitA.flatMap((one) => one ?? []);
  return {
    burdened: parallelShare.figure(
      { batteryA: computed(burdened.fraction * currentA, 'of the network'), totalA },
      { key: `way:${id}`, says: `${burdened.name}, the most burdened` },
    ),
    fair: fairShare.figure(
      {
        capacityAh: entered(at(capacityAh, place), burdened.name),
        allAh: computed(
          capacityAh.reduce((sum, ah) => sum + ah, 0),
          'all batteries',
        ),
      },
      { key: id },
    ),
    loss: lost.figure(lossW, { totalA, batteryOhm: byDefault(at(warmOhm, 0), 'its sheet, or usual') }, { key: id }),
    margin:
      leadMarginM === null
        ? null
        : mayDiffer.figure(
            leadMarginM,
            { offFraction: byDefault(OFF_FRACTION), areaMm2: entered(areaMm2) },
            { key: id },
          ),
    dropOut:
      dropOutA === null
        ? null
        : mayDropOut.figure(
            dropOutA,
            { leastA: entered(Math.min(...limits), 'off its sheet'), count: entered(names.length) },
            { key: id },
          ),
  };
}
