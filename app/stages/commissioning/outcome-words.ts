import type { Outcome } from '@core/commissioning/plan';
import type { StepState } from '@core/commissioning/standing';

export const OUTCOME_WORDS: Record<Outcome, string> = {
  pass: 'proven',
  fail: 'a snag',
  'not-here': 'not here',
  accepted: 'accepted as it is',
};

export const STATE_WORDS: Record<StepState, string> = { ...OUTCOME_WORDS, open: 'not yet', stale: 'to be repeated' };
