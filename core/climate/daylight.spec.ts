import { describe, expect, it } from 'vitest';
import type { LocalDay } from '../series/local-day';
import { daylightOf } from './daylight';

const HOUR = 3_600_000;
const day = (year: number, month: number, date: number): LocalDay => {
  const startMs = Date.UTC(year, month - 1, date);
  return { key: '', startMs, endMs: startMs + 24 * HOUR } as LocalDay;
};
const hoursOf = ({ dawnMs, duskMs }: ReturnType<typeof daylightOf>) => (duskMs - dawnMs) / HOUR;

describe('daylight', () => {
  it('is 06 to 18 where the place is not known', () => {
    const one = day(2026, 3, 9);
    for (const [latitude, longitude] of [
      [null, null],
      [70, null],
      [null, 20],
    ] as const)
      expect(daylightOf(one, latitude, longitude)).toEqual({
        dawnMs: one.startMs + 6 * HOUR,
        duskMs: one.startMs + 18 * HOUR,
      });
  });
  it('at the equinox, on the equator, is half a day and two civil twilights of 24 minutes', () => {
    const light = daylightOf(day(2026, 3, 20), 0, 0);
    expect(hoursOf(light)).toBeCloseTo(12 + 0.8, 0);
    expect(light.dawnMs).toBeGreaterThan(day(2026, 3, 20).startMs + 5 * HOUR);
  });
  it('is long in a northern June and short in December, the other way round in the south', () => {
    const [june, december] = [day(2026, 6, 21), day(2026, 12, 21)];
    expect(hoursOf(daylightOf(june, 50, 0))).toBeGreaterThan(17);
    expect(hoursOf(daylightOf(december, 50, 0))).toBeLessThan(9.5);
    expect(hoursOf(daylightOf(june, -50, 0))).toBeLessThan(9.5);
  });
  it('lasts the whole day where the sky never darkens, and has no length where it never brightens', () => {
    const [june, december] = [day(2026, 6, 21), day(2026, 12, 21)];
    expect(hoursOf(daylightOf(june, 75, 0))).toBe(24);
    expect(hoursOf(daylightOf(december, 80, 0))).toBe(0);
  });
  it('shrinks to nothing towards the pole in December, without a leap to a whole day', () => {
    let before = Number.POSITIVE_INFINITY;
    for (let latitude = 65; latitude <= 80; latitude += 0.05) {
      const hours = hoursOf(daylightOf(day(2026, 12, 21), latitude, 0));
      expect(hours).toBeLessThanOrEqual(before + 0.02);
      before = hours;
    }
    expect(before).toBe(0);
    // On that day the sun's noon lies at 90 − latitude − 23.44: 6 degrees below the horizon at 72.56.
    expect(hoursOf(daylightOf(day(2026, 12, 21), 72.4, 0))).toBeGreaterThan(0.5);
    for (const latitude of [72.6, 72.8, 73]) expect(hoursOf(daylightOf(day(2026, 12, 21), latitude, 0))).toBe(0);
  });
  it('grows to a whole day towards the pole in June, without a leap to nothing', () => {
    let before = 0;
    for (let latitude = 50; latitude <= 75; latitude += 0.05) {
      const hours = hoursOf(daylightOf(day(2026, 6, 21), latitude, 0));
      expect(hours).toBeGreaterThanOrEqual(before - 0.02);
      before = hours;
    }
    expect(before).toBe(24);
  });
  it('never leaves its day', () => {
    for (let month = 1; month <= 12; month++)
      for (const latitude of [-66, -40, 0, 40, 58, 66]) {
        const one = day(2026, month, 15);
        const { dawnMs, duskMs } = daylightOf(one, latitude, 0);
        expect(dawnMs).toBeGreaterThanOrEqual(one.startMs);
        expect(duskMs).toBeLessThanOrEqual(one.endMs);
        expect(duskMs).toBeGreaterThanOrEqual(dawnMs);
      }
  });
});
