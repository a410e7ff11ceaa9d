import type { KeepUpState } from '@core/logbook/keep-up';

/** The verdicts, as they are said everywhere. */
export const VERDICT_WORDS: Record<KeepUpState, string> = {
  'keeps-up': 'keeps up',
  'only-just': 'only just',
  'falls-behind': 'falls behind',
  open: 'cannot be judged yet',
};
