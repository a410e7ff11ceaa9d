import { DAYS_WANTED, HOURS_MISSING_MAX, type KeepUpNone, type KeepUpVerdict } from '@core/logbook/keep-up';
import { formatNumber } from '@core/quantity/format';
import { VERDICT_WORDS } from '../../rig/verdict-words';

const days = (count: number) => (count === 1 ? '1 day' : `${count} days`);

/** "Charging keeps up: each amp-hour was " — the figure follows. */
export const verdictLead = ({ state }: KeepUpVerdict) => `Charging ${VERDICT_WORDS[state]}: each amp-hour was `;

/** "0.98–1.06" */
export const ratioRange = ({ ratioInterval: { low, high } }: KeepUpVerdict) =>
  `${formatNumber(low, 2)}–${formatNumber(high, 2)}`;

/** Why the verdict is what it is. */
export function verdictReason(verdict: KeepUpVerdict): string {
  const { fullDays, daysSinceFull, daysUsed } = verdict;
  const last =
    daysSinceFull === null
      ? ''
      : daysSinceFull === 0
        ? ', the last on the last day'
        : `, the last ${days(daysSinceFull)} before the end`;
  switch (verdict.reason) {
    case 'replaced-surely':
      return `Even the low end of the range is above one. Full was reached on ${days(fullDays)}${last}.`;
    case 'filled-regularly':
      return `The count alone leaves it open, but the bank was full on ${days(fullDays)}${last}: it is being refilled.`;
    case 'full-marks-contradict':
      return `The count says short, yet the bank was full on ${days(fullDays)}${last}. The efficiency counted with is probably too low, or a current bypasses the shunt.`;
    case 'cannot-tell':
      return `The range spans one and full was reached on ${fullDays === 0 ? 'no day' : days(fullDays)}: ${days(daysUsed)} are too few, or it is too close to call.`;
    case 'short-surely': {
      const until = verdict.daysToReserve;
      const full = fullDays === 0 ? 'Full was never reached.' : `Full was reached on ${days(fullDays)}${last}.`;
      const run =
        until === null
          ? ''
          : until.value > 0
            ? ` At this rate the reserve is reached in ${formatNumber(until.value, 1)} days.`
            : ' The reserve has been reached.';
      return `Even the high end of the range is below one. ${full}${run}`;
    }
  }
}

export function noVerdict({ reason, daysUsed }: KeepUpNone): string {
  if (reason === 'nothing-out') return 'Nothing was taken out on these days, so nothing can be compared.';
  return `${days(daysUsed)} with at most ${HOURS_MISSING_MAX} h missing ${daysUsed === 1 ? 'is' : 'are'} in the book; ${DAYS_WANTED} are wanted for a verdict.`;
}
