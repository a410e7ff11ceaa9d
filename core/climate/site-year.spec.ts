import { describe, expect, it } from 'vitest';
import { newRig } from '../rig/new-rig';
import { MONTH_DAYS, monthStart } from '../series/calendar';
import { longitudeOf, siteYear } from './site-year';
import type { Weather } from './weather';

const { place, charging } = newRig('r', 'R', 'Europe/Berlin');
const persistence = (deviation: (day: number, month: number) => number) => {
  const dailyClearness = MONTH_DAYS.flatMap((days, month) =>
    Array.from({ length: days }, (_, day) => 0.5 + deviation(day, month)),
  );
  const weather = { by: 'file', name: 'f.csv', dailyClearness } as Weather;
  return siteYear({ ...charging, weather }, { ...place, latitudeDeg: 48 }).map((month) => month.persistence);
};

describe('how long weather stays as it is, off a file of days', () => {
  it('is nothing where every day differs from the one before, or all are alike', () => {
    expect(persistence((day) => (day % 2 === 0 ? 0.1 : -0.1))[0]).toBe(0);
    expect(persistence(() => 0)[0]).toBe(0);
    // A season is no weather: each month is held against its own mean.
    expect(persistence((_, month) => (month < 6 ? 0.1 : -0.1))[0]).toBe(0);
  });
  it('is never quite all: spells of a month, in and out, would come to more', () => {
    // Up in one month and down in the next: 1 less half the square of a step over the mean square of the days, 0.99.
    const ramp = (day: number, month: number) => {
      const of = MONTH_DAYS[month]!;
      return (0.2 * (month % 2 === 0 ? day - (of - 1) / 2 : (of - 1) / 2 - day)) / of;
    };
    expect(new Set(persistence(ramp))).toEqual(new Set([0.95]));
  });
  it('in pairs of days, two bright and two dull, is about nothing; in fours it is a half', () => {
    const spells = (length: number) => persistence((day) => (Math.floor(day / length) % 2 === 0 ? 0.1 : -0.1))[0]!;
    expect(spells(2)).toBeLessThan(0.08);
    expect(Math.abs(spells(4) - 0.5)).toBeLessThan(0.06);
  });
  it('takes the days of the file for the clearness of their month', () => {
    const dailyClearness = Array.from({ length: 365 }, (_, day) => (day < monthStart(1) ? 0.3 : 0.6));
    const weather = { by: 'file', name: 'f.csv', dailyClearness } as Weather;
    const months = siteYear({ ...charging, weather }, { ...place, latitudeDeg: 48 });
    expect(months.map(({ clearness }) => Number(clearness.value.toFixed(9)))).toEqual([0.3, ...Array(11).fill(0.6)]);
    expect(months[0]!.clearness.origin).toBe('measured');
  });
});

describe('a place without a longitude', () => {
  it('lies in the middle of its zone, by winter time on either half of the earth', () => {
    const at = (timeZone: string, longitudeDeg: number | null = null) =>
      longitudeOf({ ...place, timeZone, longitudeDeg });
    expect(at('Europe/Berlin')).toBe(15);
    expect(at('America/New_York')).toBe(-75);
    // Summer there is in January.
    expect(at('Australia/Sydney')).toBe(150);
    expect(at('Europe/Berlin', 7.5)).toBe(7.5);
    // Fourteen hours ahead would be beyond the map.
    expect(at('Pacific/Kiritimati')).toBe(180);
  });
});
