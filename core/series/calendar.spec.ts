import { describe, expect, it } from 'vitest';
import { dayOfYear, daysAbout, MEAN_DAY, MONTH_DAYS, MONTH_OF_DAY, monthStart, SUN_YEAR, weekdayOf } from './calendar';

const DAY_MS = 86_400_000;
const dateOf = (day: number) => new Date(Date.UTC(SUN_YEAR, 0, 1) + day * DAY_MS);
const placeOf = (month: number, day: number) =>
  (Date.UTC(SUN_YEAR, month - 1, day) - Date.UTC(SUN_YEAR, 0, 1)) / DAY_MS;

describe('the calendar of a common year', () => {
  it('is that of its dates, day for day', () => {
    for (let day = 0; day < 365; day++) {
      const date = dateOf(day);
      expect(MONTH_OF_DAY[day]).toBe(date.getUTCMonth());
      expect(weekdayOf(day)).toBe((date.getUTCDay() + 6) % 7);
      expect(dayOfYear(date.toISOString().slice(5, 10))).toBe(day);
    }
    expect(MONTH_OF_DAY).toHaveLength(365);
    MONTH_DAYS.forEach((length, k) => {
      expect(monthStart(k)).toBe(placeOf(k + 1, 1));
      expect(length).toBe(placeOf(k + 2, 1) - placeOf(k + 1, 1));
    });
  });
  it('knows the mean day of each month, as published: 17 January, 16 February … 10 December', () => {
    const days = [17, 16, 16, 15, 15, 11, 17, 16, 15, 15, 14, 10];
    expect(MEAN_DAY).toEqual(days.map((day, k) => placeOf(k + 1, day) + 1));
  });
  it('takes days about a month’s middle, past either end of the year', () => {
    expect(daysAbout(2, 28)).toEqual(Array.from({ length: 28 }, (_, k) => 31 + k));
    expect(daysAbout(6, 1)).toEqual([placeOf(6, 16)]);
    expect(daysAbout(1, 61)).toEqual([
      ...Array.from({ length: 15 }, (_, k) => 350 + k),
      ...Array.from({ length: 46 }, (_, k) => k),
    ]);
    expect(daysAbout(12, 61).slice(-15)).toEqual(Array.from({ length: 15 }, (_, k) => k));
  });
});
