import { dayKeyAt } from '@core/series/local-day';

const weekday = new Intl.DateTimeFormat('en-GB', { weekday: 'short', day: 'numeric', timeZone: 'UTC' });
const dayMonth = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'long', timeZone: 'UTC' });
const date = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'long', year: 'numeric', timeZone: 'UTC' });
const month = new Intl.DateTimeFormat('en-GB', { month: 'short', timeZone: 'UTC' });
const fullDay = new Intl.DateTimeFormat('en-GB', {
  weekday: 'long',
  day: 'numeric',
  month: 'long',
  year: 'numeric',
  timeZone: 'UTC',
});

const instant = (key: string) => new Date(`${key}T12:00:00Z`);

/** "Mon 9" */
export const dayLabel = (key: string) => weekday.format(instant(key)).replace(',', '');
/** "9 March" */
export const dayMonthLabel = (key: string) => dayMonth.format(instant(key));
/** "9 March 2026" */
export const dateLabel = (key: string) => date.format(instant(key));
/** "9 March to 2 April 2026", with either year where there are two. */
export function spanLabel(from: string, to: string): string {
  if (from === to) return dateLabel(from);
  return `${from.slice(0, 4) === to.slice(0, 4) ? dayMonthLabel(from) : dateLabel(from)} to ${dateLabel(to)}`;
}
/** "Monday 9 March 2026" */
export const fullDayLabel = (key: string) => fullDay.format(instant(key)).replace(',', '');
/** "Mar" @param number 1 … 12 */
export const shortMonth = (number: number) => month.format(Date.UTC(2026, number - 1, 15));
export const isSunday = (key: string) => instant(key).getUTCDay() === 0;

/** "14:02" on the clocks of a zone. */
export function clockLabel(atMs: number, timeZone: string): string {
  return new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit', timeZone }).format(atMs);
}

/** "9 March 2026, 14:02" on the clocks of a zone: what is kept is read again after years. */
export const momentLabel = (atMs: number, timeZone: string) =>
  `${dateLabel(dayKeyAt(atMs, timeZone))}, ${clockLabel(atMs, timeZone)}`;
