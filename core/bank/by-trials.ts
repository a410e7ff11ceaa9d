import { computed, type Figure } from '../formula/figure';
import { formula } from '../formula/formula';
import type { TrialCalibration } from './runtime';

/** What both rest on. */
const TRIALS = {
  source: 'the runtime trials predicted by the same method: geometric mean of observed ÷ predicted',
  leavesOut: 'that trials were on other loads, at other temperatures, or on another bank',
};

const byTrials = formula({
  id: 'bank.required-by-trials',
  says: 'needed, by your own trials',
  unit: 'Ah',
  words: 'capacity needed ÷ (observed ÷ predicted hours)',
  terms: {
    requiredAh: { says: 'needed at the 20-hour rate', unit: 'Ah' },
    factor: { says: 'observed ÷ predicted', unit: 'Ratio' },
  },
  compute: ({ requiredAh, factor }) => requiredAh / factor,
  ...TRIALS,
});

const lasts = formula({
  id: 'runtime.by-trials',
  says: 'lasts, by your own trials',
  unit: 'H',
  words: 'hours × observed ÷ predicted hours',
  terms: {
    hours: { says: 'predicted by the same method', unit: 'H' },
    factor: { says: 'observed ÷ predicted', unit: 'Ratio' },
  },
  compute: ({ hours, factor }) => hours * factor,
  ...TRIALS,
});

const factorOf = ({ factor, trials }: TrialCalibration) =>
  computed(factor, trials === 1 ? '1 trial' : `${trials} trials`);

/** What the household's own trials make of predicted hours; null while none of that school has been observed. */
export const hoursByTrials = (hours: Figure, own: TrialCalibration | null, key: string): Figure | null =>
  own && lasts.figure({ hours, factor: factorOf(own) }, { key });

/** What the household's own trials make of a need; null while none of that school has been observed. */
export const neededByTrials = (requiredAh: Figure, own: TrialCalibration | null, key: string): Figure | null =>
  own && byTrials.figure({ requiredAh, factor: factorOf(own) }, { key });
