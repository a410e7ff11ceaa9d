import type { BeyondBank } from '@core/logbook/beyond-bank';
import { DAYS_WANTED, HOURS_MISSING_MAX, type KeepUpNone, type KeepUpVerdict } from '@core/logbook/keep-up';
import { formatNumber } from '@core/quantity/format';
import { fullDayLabel } from '../../ui/dates';
import { VERDICT_WORDS } from '../../rig/verdict-words';

const days = (count: number) => (count === 1 ? '1 day' : `${count} days`);

/** "Charging keeps up: each amp-hour was " — the figure follows. */
export const verdictLead = ({ state }: KeepUpVerdict) => `Charging ${VERDICT_WORDS[state]}: each amp-hour was `;

/** "0.98–1.06"; empty while there is no range. */
export const ratioRange = ({ ratioInterval }: KeepUpVerdict) =>
  ratioInterval ? `${formatNumber(ratioInterval.low, 2)}–${formatNumber(ratioInterval.high, 2)}` : '';

/** Why the verdict is what it is. */
export function verdictReason(verdict: KeepUpVerdict): string {
  const { fullDays, daysUsed, moreDays } = verdict;
  const reached =
    verdict.lastFull === null
      ? 'Full was never reached.'
      : `Full was reached on ${fullDays === 0 ? 'no day' : days(fullDays)} of these, last on ${fullDayLabel(verdict.lastFull)}.`;
  const below = verdict.reserveDays?.value ?? 0;
  const full =
    below === 0 ? reached : `${reached} The bank ended ${below === 1 ? 'one' : below} of these days below its reserve.`;
  const more =
    moreDays === null
      ? ''
      : ` About ${moreDays === 1 ? 'one more day' : `${moreDays} more days`} like these would tell.`;
  switch (verdict.reason) {
    case 'replaced-surely':
      return `Even the low end of the range is at least one. ${full}`;
    case 'filled-regularly':
      return `The count alone leaves it open, but no stretch without a full mark is longer than ${days(verdict.longestWithoutFull)}: the bank is being refilled. ${full}`;
    case 'full-marks-contradict':
      return `The count says short, yet no stretch without a full mark is longer than ${days(verdict.longestWithoutFull)}. The efficiency counted with is probably too low, or a current bypasses the shunt. ${full}`;
    case 'close-to-call':
      return `The range spans one: it is too close to call. ${full}${more}`;
    case 'too-few-days':
      return `${days(daysUsed)} cannot carry a range.${more} ${full}`;
    case 'follows-the-week':
      return `Two days bring most of what comes in: charging seems to follow the week, and two weeks are needed to see it whole.${more} ${full}`;
    case 'short-surely': {
      const until = verdict.daysToReserve;
      const run =
        until === null
          ? ''
          : until.value > 0
            ? ` At this rate the reserve is reached in ${formatNumber(until.value, 1)} days.`
            : ' The reserve has been reached.';
      return `Even the high end of the range is below one. ${full}${below > 0 ? '' : run}`;
    }
  }
}

/** What lies between "Over 14 days in a row " with its figure, and the end. */
export const BEYOND_WORDS: Record<BeyondBank['way'], { than: string; cannot: string; why: string }> = {
  in: {
    than: 'more went in than came out',
    cannot: 'cannot take that',
    why: 'A load may bypass the shunt, or the meter’s zero or scale is off.',
  },
  out: {
    than: 'more came out than went in',
    cannot: 'cannot give that',
    why: 'A charger may bypass the shunt, the meter’s zero or scale is off, or the bank is larger than entered.',
  },
};

/** "Of the 14 days looked at, 9 are not in the book." Empty where none are missing. */
export const missingWords = ({ days: all, daysMissing }: Pick<KeepUpVerdict, 'days' | 'daysMissing'>): string =>
  daysMissing === 0
    ? ''
    : `Of the ${all} days looked at, ${daysMissing} ${daysMissing === 1 ? 'is' : 'are'} not in the book.`;

export function noVerdict({ reason, daysUsed, daysMissing }: KeepUpNone): string {
  if (reason === 'nothing-out') return 'Nothing was taken out on these days, so nothing can be compared.';
  const missing =
    daysMissing === 0 ? '' : ` ${days(daysMissing)} of the time looked at ${daysMissing === 1 ? 'is' : 'are'} missing.`;
  return `${days(daysUsed)} with at most ${HOURS_MISSING_MAX} h missing ${daysUsed === 1 ? 'is' : 'are'} in the book; ${DAYS_WANTED} are wanted for a verdict.${missing}`;
}
