import type { RemarkCode } from '@core/logbook/import/remark';

/** What was odd about a row. */
export const REMARK_WORDS: Record<RemarkCode, string> = {
  'missing-column': 'a cell is missing',
  'extra-column': 'more cells than the other rows have',
  'empty-cell': 'an empty cell',
  'not-a-time': 'not a time in the chosen format',
  'skipped-time': 'a time that the clocks skipped that night',
  'time-out-of-range': 'a time before 1990 or after 2099',
  'not-a-number': 'not a number',
  'voltage-impossible': 'a voltage that this bank cannot have',
  'current-impossible': 'a current over the limit',
  'duplicate-time': 'the same instant a second time; the first was kept',
  'backward-time': 'earlier than the row before it; put in order and kept',
  'already-covered': 'time that is already in the book',
  'open-quote': 'a quote is opened and never closed',
};
