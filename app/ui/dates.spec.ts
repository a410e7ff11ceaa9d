import { describe, expect, it } from 'vitest';
import { clockLabel, dateLabel, dayLabel, fullDayLabel, isSunday, momentLabel, shortMonth, spanLabel } from './dates';

describe('dates in words', () => {
  it('say the year of what is kept, by the clocks of its place', () => {
    const newYear = Date.UTC(2025, 11, 31, 23, 30);
    expect(momentLabel(newYear, 'Europe/Berlin')).toBe('1 January 2026, 00:30');
    expect(momentLabel(newYear, 'UTC')).toBe('31 December 2025, 23:30');
    expect(clockLabel(newYear, 'Asia/Kolkata')).toBe('05:00');
  });
  it('follow the clocks over the turn to summer time and back', () => {
    const hour = 3_600_000;
    const spring = Date.UTC(2026, 2, 29, 0, 30);
    expect([spring, spring + hour].map((at) => momentLabel(at, 'Europe/Berlin'))).toEqual([
      '29 March 2026, 01:30',
      '29 March 2026, 03:30',
    ]);
    const autumn = Date.UTC(2026, 9, 25, 0, 30);
    expect([autumn, autumn + hour].map((at) => clockLabel(at, 'Europe/Berlin'))).toEqual(['02:30', '02:30']);
  });
  it('name a span once by its year, or by both', () => {
    expect(spanLabel('2026-03-09', '2026-04-02')).toBe('9 March to 2 April 2026');
    expect(spanLabel('2025-12-30', '2026-01-02')).toBe('30 December 2025 to 2 January 2026');
    expect(spanLabel('2026-03-09', '2026-03-09')).toBe('9 March 2026');
  });
  it('name days and months', () => {
    expect(dateLabel('2024-02-29')).toBe('29 February 2024');
    expect(dayLabel('2026-03-09')).toBe('Mon 9');
    expect(fullDayLabel('2026-03-09')).toBe('Monday 9 March 2026');
    expect([1, 6, 12].map(shortMonth)).toEqual(['Jan', 'Jun', 'Dec']);
    expect(['2026-03-08', '2026-03-09'].map(isSunday)).toEqual([true, false]);
  });
});
