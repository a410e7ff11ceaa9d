import type { TracedHour } from '../../charging/trace-week';
import type { PlayedHour } from '../../counter/played-hours';

/** Weeks of the year that are played: from the eighth day of these months on. */
const WEEKS = [
  { day: 7, month: 'January' },
  { day: 97, month: 'April' },
  { day: 188, month: 'July' },
  { day: 280, month: 'October' },
] as const;
const WEEK_H = 168;
const DAY_MS = 86_400_000;
/** Where such a week stands on the sheet: in a year that is no one’s. */
const NEW_YEAR_MS = Date.UTC(2027, 0, 1);

export interface YearWeek {
  month: (typeof WEEKS)[number]['month'];
  hours: PlayedHour[];
  /** In the bank as it begins. */
  fromSoc: number;
  fromMs: number;
}

/** A week of each season out of a traced year; one that the trace does not hold whole is left out. */
export function yearWeeks(year: readonly TracedHour[]): YearWeek[] {
  return WEEKS.flatMap(({ day, month }) => {
    const from = year.findIndex((one) => one.day === day && one.hour === 0);
    const before = year[from - 1] ?? year[from];
    if (from < 0 || from + WEEK_H > year.length || !before) return [];
    const hours = year.slice(from, from + WEEK_H).map(({ offeredA, loadA }) => ({ offeredA, loadA }));
    return [{ month, hours, fromSoc: before.soc, fromMs: NEW_YEAR_MS + day * DAY_MS }];
  });
}
