import { computed, type Figure } from '../formula/figure';
import { formula } from '../formula/formula';
import type { TrialCalibration } from './runtime';

const byTrials = formula({
  id: 'bank.required-by-trials',
  says: 'needed, by your own trials',
  unit: 'Ah',
  words: 'capacity needed ÷ observed ÷ predicted hours',
  terms: {
    requiredAh: { says: 'needed at the 20-hour rate', unit: 'Ah' },
    factor: { says: 'observed ÷ predicted', unit: 'Ratio' },
  },
  compute: ({ requiredAh, factor }) => requiredAh / factor,
  source: 'the runtime trials predicted by the same method: geometric mean of observed ÷ predicted',
  leavesOut: 'that trials were on other loads, at other temperatures, or on another bank',
});

/** What the household's own trials make of a need; null while none of that school has been observed. */
export const neededByTrials = (requiredAh: Figure, own: TrialCalibration | null, key: string): Figure | null =>
  own &&
  byTrials.figure(
    { requiredAh, factor: computed(own.factor, own.trials === 1 ? '1 trial' : `${own.trials} trials`) },
    { key },
  );
