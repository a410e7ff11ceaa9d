import { computed, type Figure, type Sourced } from '../formula/figure';
import { formula } from '../formula/formula';

const onUsable = formula({
  id: 'monitor.on-usable',
  says: 'on the usable scale',
  unit: 'Fraction',
  words: '(share of the rated capacity − reserve) ÷ usable share; 0 below the reserve',
  terms: {
    ratedFraction: { says: 'share of the rated capacity', unit: 'Fraction' },
    usableFraction: { says: 'usable share', unit: 'Fraction' },
  },
  compute: ({ ratedFraction, usableFraction }) => Math.max(0, (ratedFraction - (1 - usableFraction)) / usableFraction),
  source: 'both scales are full at the same charge',
});

/** What a meter set to the usable part shows where one set to the rated capacity shows a share. @param usableFraction  0 … 1, > 0 */
export const onUsableScale = (ratedFraction: number, usableFraction: Sourced): Figure =>
  onUsable.figure({ ratedFraction: computed(ratedFraction), usableFraction }, { key: String(ratedFraction) });

/** Shares of the rated capacity at which the two scales are worth comparing: full, three quarters, half, the reserve. */
export const comparedShares = (usableFraction: number): number[] =>
  [...new Set([1, 0.75, 0.5, Number((1 - usableFraction).toFixed(6))])].sort((a, b) => b - a);
