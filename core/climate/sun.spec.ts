import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { getPosition } from 'suncalc';
import { aboveAirWhPerM2, sunsetRad } from './above-air';
import { clearnessQuantiles } from './clearness-days';
import { diffuseShare } from './diffuse-share';
import { modulePower } from '../sources/module-power';
import { readHourly } from './read-hourly';
import { skyDay } from './sky-day';
import { STEPS_PER_HOUR, sunTrack } from './sun-track';
import { planeOfArray } from './tilted-plane';

const total = (values: Float64Array) => values.reduce((sum, value) => sum + value, 0) / STEPS_PER_HOUR;
const latitude = fc.double({ min: -65, max: 65, noNaN: true });
const dayOfYear = fc.integer({ min: 1, max: 365 });

describe('the sun', () => {
  it('stands where the published example says (NREL/TP-560-34302, appendix A.5)', () => {
    const { altitude, azimuth } = getPosition(new Date('2003-10-17T19:30:30Z'), 39.742476, -105.1786);
    expect(Math.abs(90 - altitude - 50.11)).toBeLessThan(0.5);
    expect(Math.abs(azimuth - 194.34)).toBeLessThan(0.5);
  });
  it('gives as much above the air as the published example (FAO 56, example 8)', () => {
    // 3 September, 20° south: 32.2 MJ/m²
    expect(Math.abs((aboveAirWhPerM2(-20, 246) * 3.6) / 1000 - 32.2)).toBeLessThan(0.2);
  });
  it('sets at 6 o’clock on the equator, and not at all in a northern summer night', () => {
    expect(sunsetRad(0, 80)).toBeCloseTo(Math.PI / 2, 6);
    expect(sunsetRad(70, 172)).toBeCloseTo(Math.PI, 6);
    expect(aboveAirWhPerM2(75, 355)).toBe(0);
  });
  it('has a track whose sum is the day’s, within what the almanacs differ by', () => {
    fc.assert(
      fc.property(fc.double({ min: -55, max: 55, noNaN: true }), dayOfYear, (lat, day) => {
        const track = sunTrack(lat, 12, 'UTC', day);
        const sum = total(track.sinHeight.map((sine) => Math.max(0, sine))) * track.normalWPerM2;
        expect(Math.abs(sum - aboveAirWhPerM2(lat, day))).toBeLessThan(320);
      }),
      { numRuns: 40 },
    );
  });
  it('is highest at noon by the clocks of the place', () => {
    const { sinHeight } = sunTrack(53.3, 6.1, 'Europe/Amsterdam', 15);
    const noon = (sinHeight.indexOf(Math.max(...sinHeight)) + 0.5) / STEPS_PER_HOUR;
    // 15° E is the zone's own; 8.9° further west the sun is 36 min late, and 9 min by the time of year.
    expect(noon).toBeGreaterThan(12.4);
    expect(noon).toBeLessThan(13);
  });
});

describe('light', () => {
  it('shares the sky as Erbs does', () => {
    // by hand: 1 − 0.2727·0.4 + 2.4495·0.16 − 11.9514·0.064 + 9.3879·0.0256
    expect(diffuseShare(0.4, 1.2)).toBeCloseTo(0.7583, 3);
    // 1 + 0.2832·0.5 − 2.5557·0.25 + 0.8448·0.125
    expect(diffuseShare(0.5, 1.6)).toBeCloseTo(0.6083, 3);
    expect(diffuseShare(0.8, 1.2)).toBe(0.143);
    expect(diffuseShare(0.8, 1.6)).toBe(0.175);
  });
  it('adds up to clearness × above the air, and is nowhere negative', () => {
    fc.assert(
      fc.property(latitude, dayOfYear, fc.double({ min: 0.05, max: 0.8, noNaN: true }), (lat, day, clearness) => {
        const sky = skyDay(sunTrack(lat, 0, 'UTC', day), clearness);
        const light = planeOfArray(sky, 0, 180, 'isotropic');
        expect(total(light)).toBeCloseTo(clearness * aboveAirWhPerM2(lat, day), 0);
        expect(Math.min(...sky.beamWPerM2, ...sky.diffuseWPerM2)).toBeGreaterThanOrEqual(0);
      }),
      { numRuns: 60 },
    );
  });
  it('falls on a level plane the same whichever way it looks, whatever the model', () => {
    const sky = skyDay(sunTrack(50, 0, 'UTC', 100), 0.5);
    const south = planeOfArray(sky, 0, 180, 'hay-davies');
    expect(planeOfArray(sky, 0, 20, 'hay-davies')).toEqual(south);
    expect(total(south)).toBeCloseTo(total(planeOfArray(sky, 0, 180, 'isotropic')), 6);
  });
  it('is more on a winter plane that leans to the sun, and less on one that leans away', () => {
    const sky = skyDay(sunTrack(50, 0, 'UTC', 350), 0.45);
    const level = total(planeOfArray(sky, 0, 180, 'hay-davies'));
    expect(total(planeOfArray(sky, 60, 180, 'hay-davies'))).toBeGreaterThan(1.6 * level);
    expect(total(planeOfArray(sky, 60, 0, 'hay-davies'))).toBeLessThan(0.7 * level);
  });
  it('is more by Hay and Davies than by an even sky where the plane sees the sun well', () => {
    const sky = skyDay(sunTrack(50, 0, 'UTC', 350), 0.5);
    expect(total(planeOfArray(sky, 60, 180, 'hay-davies'))).toBeGreaterThan(
      total(planeOfArray(sky, 60, 180, 'isotropic')),
    );
  });
  it('makes watts that fall as cells warm', () => {
    // 25 °C air at 800 W/m²: cells at 50 °C, 10 % less
    expect(modulePower(100, 800, 25)).toBeCloseTo(72, 9);
    expect(modulePower(100, 0, 25)).toBe(0);
  });
});

describe('clear and dull days', () => {
  const shares = Array.from({ length: 2000 }, (_, k) => (k + 0.5) / 2000);
  it('have the month’s mean', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.1, max: 0.77, noNaN: true }), (mean) => {
        const days = clearnessQuantiles(mean, shares);
        expect(days.reduce((a, b) => a + b, 0) / days.length).toBeCloseTo(mean, 3);
        expect(days.every((day, k) => k === 0 || day >= days[k - 1]!)).toBe(true);
        expect(days[0]!).toBeGreaterThanOrEqual(0.05);
      }),
    );
  });
});

describe('an hourly file', () => {
  const hour = (day: number, k: number, watts: number | string) =>
    `${new Date(Date.UTC(2025, 0, 1 + day, k)).toISOString().slice(0, 16)},${watts}`;
  const level = (day: number) => aboveAirWhPerM2(48, day + 1) / 24;
  const year = (of: (day: number, k: number) => string, days = 365) =>
    ['time,GHI W/m2', ...Array.from({ length: days * 24 }, (_, n) => of(Math.floor(n / 24), n % 24))].join('\n');

  it('gives each day’s clearness', () => {
    const read = readHourly(
      year((day, k) => hour(day, k, 0.5 * level(day))),
      48,
      0,
      'UTC',
    );
    if ('code' in read) throw new Error(read.code);
    expect(read.dailyClearness).toHaveLength(365);
    expect(read.dailyClearness.every((day) => Math.abs(day - 0.5) < 1e-3)).toBe(true);
  });
  it('puts times with an offset of their own on the clocks of the place', () => {
    // One bright day by the clocks of a place nine hours west: 7:00 to 21:00 there is 16:00 to 6:00 UTC.
    const west = (day: number, k: number) => {
      const local = day * 24 + k - 9;
      const bright = Math.floor(local / 24) === 100 && ((local % 24) + 24) % 24 >= 7;
      return `${hour(day, k, 0).slice(0, -2)}Z,${bright ? 400 : 0.2 * level(day)}`;
    };
    const read = readHourly(year(west), 48, -135, 'Etc/GMT+9');
    if ('code' in read) throw new Error(read.code);
    expect(read.dailyClearness[99]!).toBeLessThan(0.21);
    expect(read.dailyClearness[100]!).toBeGreaterThan(0.6);
    expect(read.dailyClearness[101]!).toBeLessThan(0.21);
  });
  it('counts the days that are brighter than any sky', () => {
    const read = readHourly(
      year((day, k) => hour(day, k, (day < 3 ? 0.95 : 0.5) * level(day))),
      48,
      0,
      'UTC',
    );
    if ('code' in read) throw new Error(read.code);
    expect([read.cappedDays, read.dailyClearness[0], read.dailyClearness[3]]).toEqual([3, 0.85, 0.5]);
  });
  it('lists what it cannot read, and fills the day', () => {
    const read = readHourly(
      year((day, k) => hour(day, k, day === 9 ? 'none' : 0.4 * level(day))),
      48,
      0,
      'UTC',
    );
    if ('code' in read) throw new Error(read.code);
    expect(read.remarks).toHaveLength(24);
    expect(read.remarks[0]).toEqual({ row: 218, code: 'no-number', text: 'none' });
    expect(read.filledDays).toBe(1);
    expect(read.dailyClearness[9]).toBeCloseTo(0.4, 3);
  });
  it('is refused when it is none', () => {
    expect(readHourly('', 48, 0, 'UTC')).toEqual({ code: 'empty' });
    expect(readHourly('a,b\n1,2', 48, 0, 'UTC')).toEqual({ code: 'no-columns' });
    expect(
      readHourly(
        year((day, k) => hour(day, k, 200), 40),
        48,
        0,
        'UTC',
      ),
    ).toEqual({ code: 'too-few-days', days: 40, needed: 300 });
    expect(
      readHourly(
        year((day, k) => hour(day, k, 0.3)),
        48,
        0,
        'UTC',
      ),
    ).toEqual({ code: 'not-irradiance', largest: 0.3 });
  });
});
