import type { MonthReason, MonthVerdict } from '@core/charging/month-verdict';
import type { ProfileIssue } from '@core/charging/profile-check';
import type { Lever, Remedy } from '@core/charging/remedies';
import type { MonthOutcome } from '@core/charging/summarise-year';
import { asTyped, formatNumber } from '@core/quantity/format';
import type { SourceKind } from '@core/sources/source';

export const MONTH_NAMES = [
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December',
] as const;
/** From one full charge to the next: beyond this the number says nothing more. */
export const SELDOM_DAYS = 90;
export const WEEKDAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'] as const;
export const monthName = (month: number): string => MONTH_NAMES[month - 1]!;

export const KIND_WORDS: Record<SourceKind, string> = {
  solar: 'solar',
  engine: 'engine',
  shore: 'shore or generator',
  other: 'other, by the hour',
};

const DOES: Record<MonthVerdict, string> = {
  'keeps-up': 'charging keeps up',
  'only-just': 'charging only just keeps up',
  'falls-behind': 'charging falls behind',
};

/** "In December charging falls behind" */
export const monthSentence = ({ month, verdict }: Pick<MonthOutcome, 'month' | 'verdict'>): string =>
  `In ${monthName(month)} ${DOES[verdict]}`;

/** Why, with the figures that say so. */
export function reasonSentence(month: MonthOutcome): string {
  const ah = (value: number) => `${formatNumber(value, 0)} Ah`;
  const { offeredAh, usedAh, refusedAh, refusedColdAh } = month;
  const says: Record<MonthReason, string> = {
    enough: `The sources offer ${ah(offeredAh.value)} a day against ${ah(usedAh.value)} used, and the bank bridges the lean days.`,
    'too-little': `The sources offer ${ah(offeredAh.value)} a day, the loads take ${ah(usedAh.value)}: too little is left to fill the bank again.`,
    temperature: `Enough is offered, ${ah(offeredAh.value)} a day, but ${ah(refusedColdAh.value)} of it comes while the bank is too cold or too hot to be charged.`,
    slow: `Enough is offered, ${ah(offeredAh.value)} a day, but the bank takes it too slowly: ${ah(refusedAh.value)} a day is refused and it is seldom full.`,
    spells: `On the whole enough is offered, ${ah(offeredAh.value)} a day against ${ah(usedAh.value)} used, but lean days in a row outlast the bank.`,
  };
  const isSeen = refusedColdAh.value >= SEEN_COLD * offeredAh.value && offeredAh.value > 0;
  return isSeen && ['too-little', 'slow', 'spells'].includes(month.reason)
    ? `${says[month.reason]} Besides, ${ah(refusedColdAh.value)} a day comes while the bank is too cold or too hot to be charged.`
    : says[month.reason];
}
/** Of what is offered: less is not worth a sentence beside the reason. */
const SEEN_COLD = 0.05;

/** The reason in a few words, for a row. */
export const REASON_WORDS: Record<MonthReason, string> = {
  enough: '',
  'too-little': 'too little offered',
  temperature: 'too cold or hot to charge',
  slow: 'taken too slowly',
  spells: 'lean days in a row',
};

const ISSUE: Record<ProfileIssue['code'], (is: string, wanted: string) => string> = {
  'absorption-high': (is, wanted) => `absorbs at ${is} V; this bank needs ${wanted} V: too high harms it`,
  'absorption-low': (is, wanted) => `absorbs at ${is} V; this bank needs ${wanted} V: it fills it late, if at all`,
  'float-high': (is, wanted) => `floats at ${is} V; this bank needs ${wanted} V: too high ages it`,
  'float-low': (is, wanted) => `floats at ${is} V; this bank needs ${wanted} V: it sinks from full`,
};
export const issueSentence = ({ code, isV, wantedV }: ProfileIssue): string =>
  ISSUE[code](asTyped(isV), formatNumber(wantedV, 1));

const LEVER: Record<Lever, (amount: number) => string> = {
  array: (watts) => `${formatNumber(watts, 0)} W more solar`,
  drive: (hours) => `${formatNumber(hours, 1)} h more driving a week`,
  shore: (hours) => `${formatNumber(hours, 1)} h more on a charger a week`,
  cut: (share) => `${formatNumber(100 * share, 0)} % less used`,
  bank: (strings) => `${strings} more ${strings === 1 ? 'string' : 'strings'} of batteries`,
};
/** "120 W more solar and 10 % less used" */
export const remedySentence = (remedy: Remedy): string =>
  (Object.entries(remedy) as [Lever, number][]).map(([lever, amount]) => LEVER[lever](amount)).join(' and ') ||
  'nothing: the target is met';

/** "in 62 years of 100" */
export const yearsInHundred = (share: number): string =>
  share > 0.995 && share < 1
    ? 'in all but a few years of a thousand'
    : share < 0.005 && share > 0
      ? 'in a few years of a thousand'
      : share === 1
        ? 'in every simulated year'
        : share === 0
          ? 'in no simulated year'
          : `in ${formatNumber(100 * share, 0)} years of 100`;
