import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { newArray, newEngine, newSource, weekOf } from '../sources/new-source';
import { newBank } from '../bank/fresh';
import { newBattery } from '../cells/new-battery';
import { newCharging } from './fresh';
import { newLoad } from '../audit/fresh';
import { newRig } from '../rig/new-rig';
import type { Source } from '../sources/source';
import { longitudeOf, siteYear } from '../climate/site-year';
import { normalQuantiles } from '../statistics/normal-quantiles';
import { normalShare } from '../statistics/normal-share';
import { buildTables } from './build-tables';
import { daysAbout, MONTH_OF_DAY, monthStart } from '../series/calendar';
import { mergeRuns, TRACE_COLUMNS } from '../simulation/runs-result';
import { simulateRuns } from '../simulation/simulate-runs';
import { TableCache } from '../simulation/table-cache';
import { clearnessByZ, tempOfYear } from '../simulation/weather-tables';
import { CLEARNESS_STEPS, GRID_Z } from '../simulation/year-tables';
import type { YearParts } from './year-parts';

const place = { name: '', timeZone: 'Europe/Berlin', latitudeDeg: 48, longitudeDeg: 11 };
const cache = new TableCache();
const sum = (values: ArrayLike<number>) => Array.from(values).reduce((a, b) => a + b, 0);

function parts(sources: Source[]): YearParts {
  const rig = newRig('r', 'R', 'Europe/Berlin');
  return {
    ...rig,
    place,
    loads: [{ ...newLoad('lamp', ''), power: { by: 'watts', powerW: 15 }, use: { by: 'always' } }],
    bank: newBank(newBattery('b', 'flooded', 6, 220)),
    charging: { ...rig.charging, sources, bankAboveTempC: 5 },
  };
}

describe('the calendar of the simulated year', () => {
  it('has 365 days in twelve months', () => {
    expect(MONTH_OF_DAY).toHaveLength(365);
    expect([0, 30, 31, 58, 59, 364].map((day) => MONTH_OF_DAY[day])).toEqual([0, 0, 1, 1, 2, 11]);
    expect([0, 1, 11].map(monthStart)).toEqual([0, 31, 334]);
  });
  it('puts a spell about the middle of its month, over the turn of the year too', () => {
    expect(daysAbout(6, 4)).toEqual([164, 165, 166, 167]);
    expect(daysAbout(1, 0)).toEqual([]);
    const long = daysAbout(1, 41);
    expect(long[0]).toBe(360);
    expect(long.at(-1)).toBe(35);
  });
});

describe('the normal distribution', () => {
  it('has the shares of the printed tables', () => {
    expect(normalShare(0)).toBeCloseTo(0.5, 7);
    expect(normalShare(1.96)).toBeCloseTo(0.975, 4);
    expect(normalShare(-1.2816)).toBeCloseTo(0.1, 4);
  });
  it('is read backwards by its quantiles, whose spread is one', () => {
    const quantiles = normalQuantiles(4096);
    expect(sum(quantiles) / 4096).toBeCloseTo(0, 6);
    expect(sum(quantiles.map((z) => z * z)) / 4096).toBeCloseTo(1, 2);
    expect(normalShare(quantiles[1023]!)).toBeCloseTo(1023.5 / 4096, 5);
  });
});

describe('weather of the months', () => {
  it('rises with z about the month’s mean', () => {
    for (const site of siteYear(newCharging(), place)) {
      const byZ = clearnessByZ(site);
      expect(byZ).toHaveLength(GRID_Z);
      expect(byZ.every((clearness, k) => k === 0 || clearness >= byZ[k - 1]!)).toBe(true);
      expect(byZ[0]!).toBeLessThan(site.clearness.value);
      expect(byZ.at(-1)!).toBeGreaterThan(site.clearness.value);
    }
  });
  it('is drawn among the days of a file, with the persistence that the file has', () => {
    // Ten dull days, ten clear ones, all year.
    const dailyClearness = MONTH_OF_DAY.map((_, day) => (Math.floor(day / 10) % 2 === 0 ? 0.2 : 0.6));
    const sites = siteYear({ ...newCharging(), weather: { by: 'file', name: 'roof', dailyClearness } }, place);
    expect(new Set(clearnessByZ(sites[4]!))).toEqual(new Set([0.2, 0.6]));
    expect(sites[4]!.persistence).toBeGreaterThan(0.7);
    const flat = siteYear(
      { ...newCharging(), weather: { by: 'file', name: 'flat', dailyClearness: Array(365).fill(0.4) } },
      place,
    );
    expect(flat[0]!.persistence).toBe(0);
    expect(flat[0]!.clearness.value).toBeCloseTo(0.4, 12);
    expect(flat[0]!.clearness.origin).toBe('measured');
  });
  it('has a temperature that passes through the months’ means', () => {
    const sites = siteYear(newCharging(), place);
    const temps = tempOfYear(sites);
    expect(temps[15]!).toBeCloseTo(sites[0]!.tempC.value, 0);
    expect(temps[196]!).toBeCloseTo(sites[6]!.tempC.value, 0);
    for (let day = 1; day < 365; day++) expect(Math.abs(temps[day]! - temps[day - 1]!)).toBeLessThan(0.4);
    expect(Math.abs(temps[0]! - temps[364]!)).toBeLessThan(0.4);
  });
  it('takes the middle of the time zone where no longitude is entered', () => {
    const of = (timeZone: string) => longitudeOf({ ...place, timeZone, longitudeDeg: null });
    expect(of('Europe/Berlin')).toBe(15);
    expect(of('UTC')).toBe(0);
    expect(of('America/New_York')).toBe(-75);
    // south of the equator the summer of the clocks is in January
    expect(of('Pacific/Auckland')).toBe(180);
    expect(longitudeOf(place)).toBe(11);
  });
  it('says as much sun as can be, and no more', () => {
    const sites = siteYear({ ...newCharging(), weather: { by: 'peak-sun', hours: Array(12).fill(12) } }, place);
    expect(sites.every(({ clearness }) => clearness.value <= 0.78)).toBe(true);
  });
});

describe('tables of a year', () => {
  it('are none without a bank', () => {
    expect(buildTables({ ...parts([]), bank: null }, cache)).toBeNull();
  });
  it('hold more light for a clearer day, and none at night', () => {
    const source = newSource('solar', 's');
    const { hoursA } = buildTables(parts([source]), cache)!.sources[0]!.solar[0]!;
    for (const day of [10, 100, 200, 300]) {
      const dayAh = (step: number) =>
        sum(hoursA.subarray((day * CLEARNESS_STEPS + step) * 24, (day * CLEARNESS_STEPS + step + 1) * 24));
      for (let step = 1; step < 15; step++) expect(dayAh(step)).toBeGreaterThan(dayAh(step - 1));
      expect(hoursA[(day * CLEARNESS_STEPS + 10) * 24 + 1]).toBe(0);
    }
  });
  it('begin the year where the surplus is largest: with the sun in summer, at once where all months are alike', () => {
    expect([120, 151, 181]).toContain(buildTables(parts([newSource('solar', 's')]), cache)!.firstDay);
  });
  it('begin in the month in which most is driven, where an alternator over a relay gives more than the sun', () => {
    const driven = {
      ...newEngine('engine'),
      months: [12],
      mode: { by: 'relay' as const, pathOhm: 0.005, limitA: 90, alternatorV: 14.4 },
      week: weekOf([0, 1, 2, 3, 4, 5, 6], 8, 6),
    } as Source;
    const { firstDay } = buildTables(parts([newSource('solar', 's'), driven]), cache)!;
    expect(firstDay).toBe(334);
  });
  it('are kept while nothing has changed, the oldest going first', () => {
    const kept = new TableCache(2);
    let made = 0;
    const make = () => ++made;
    expect([kept.of('a', make), kept.of('a', make), kept.of('b', make)]).toEqual([1, 1, 2]);
    kept.of('c', make);
    expect(kept.of('a', make)).toBe(4);
    expect(kept.of('c', make)).toBe(3);
  });
});

describe('runs', () => {
  it('of a relay give less as the bank fills, and never more than its limit', () => {
    const relay: Source = {
      ...newEngine('relay'),
      mode: { by: 'relay', alternatorV: 14.2, pathOhm: 0.03, limitA: 25 },
      week: Array(7).fill({ fromHour: 8, hours: 3 }) as { fromHour: number; hours: number }[],
    };
    const trace = { hours: new Float64Array(365 * 24 * TRACE_COLUMNS) };
    const tables = { ...buildTables(parts([relay]), cache)!, selfDischargePerDay: 0 };
    simulateRuns(tables, 0, 1, 3, trace);
    const driven = Array.from({ length: 365 }, (_, day) => {
      const at = (day * 24 + 8) * TRACE_COLUMNS;
      return { soc: trace.hours[at - TRACE_COLUMNS] ?? 1, amps: trace.hours[at + 1]! };
    }).slice(1);
    expect(Math.max(...driven.map(({ amps }) => amps))).toBeLessThanOrEqual(25);
    const sorted = [...driven].sort((a, b) => a.soc - b.soc);
    expect(sorted[0]!.amps).toBeGreaterThanOrEqual(sorted.at(-1)!.amps);
  });
  it('trace the same year that they sum', () => {
    const tables = buildTables(parts([newSource('solar', 's')]), cache)!;
    const trace = { hours: new Float64Array(365 * 24 * TRACE_COLUMNS) };
    const result = simulateRuns(tables, 4, 1, 9, trace);
    const column = (at: number) =>
      Array.from({ length: 365 * 24 }, (_, hour) => trace.hours[hour * TRACE_COLUMNS + at]!);
    expect(sum(column(1))).toBeCloseTo(sum(result.month.offeredAh), 6);
    expect(sum(column(2))).toBeCloseTo(sum(result.month.loadAh), 6);
    expect(Math.min(...column(0))).toBeCloseTo(Math.min(...result.minSoc), 12);
  });
  it('differ from one another, and come out the same when played again', () => {
    const tables = buildTables(parts([newSource('solar', 's')]), cache)!;
    const [a, b] = [simulateRuns(tables, 0, 1, 1), simulateRuns(tables, 1, 1, 1)];
    expect(a.month.offeredAh).not.toEqual(b.month.offeredAh);
    expect(simulateRuns(tables, 1, 1, 1)).toEqual(b);
    expect(mergeRuns([a, b]).runs).toBe(2);
  });
  it('count every day once in the fan', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 6 }), (runs) => {
        const { dayLowBins } = simulateRuns(buildTables(parts([newSource('solar', 's')]), cache)!, 0, runs, 2);
        expect(sum(dayLowBins)).toBe(365 * runs);
      }),
      { numRuns: 4 },
    );
  });
  it('share one controller’s limit between what is fixed and what is laid out', () => {
    const solar = newSource('solar', 's');
    if (solar.kind !== 'solar') throw new Error('solar');
    const both = {
      ...solar,
      limitA: 10,
      arrays: [newArray('roof', 300), { ...newArray('ground', 300), laidOutDaysPerWeek: 7 }],
    };
    const trace = { hours: new Float64Array(365 * 24 * TRACE_COLUMNS) };
    simulateRuns(buildTables(parts([both]), cache)!, 0, 1, 2, trace);
    const most = Math.max(...Array.from({ length: 365 * 24 }, (_, hour) => trace.hours[hour * TRACE_COLUMNS + 1]!));
    expect(most).toBeLessThanOrEqual(10 + 1e-9);
    expect(most).toBeGreaterThan(9);
  });
});
