import { describe, expect, it } from 'vitest';
import { CHEMISTRIES } from '../cells/chemistry.data';
import { siteYear } from '../climate/site-year';
import { newRig } from '../rig/new-rig';
import { MONTH_DAYS, MONTH_OF_DAY, monthStart } from '../series/calendar';
import { newEngine, newSource, weekOf } from '../sources/new-source';
import { relayCurrent } from '../sources/relay-current';
import { firstDay } from './first-day';
import { sourceTable } from './source-table';
import { TableCache } from './table-cache';
import { tempOfYear } from './weather-tables';
import { CLEARNESS_STEPS, GRID_U, RELAY_STEPS, type SourceTable, type YearTables } from './year-tables';

const rig = newRig('r', 'R', 'Europe/Berlin');
const sites = siteYear(rig.charging, { ...rig.place, latitudeDeg: 48, longitudeDeg: 11 }).map((site) => ({
  ...site,
  clearness: { value: 0.5, origin: 'default' as const },
}));
const LOOP = { chemistry: CHEMISTRIES.agm, cells: 6, ohm: 0.01 };
const none: SourceTable = { id: 's', limitA: 100, scheduleA: null, relayA: null, solar: [] };
/** A of each hour of the year by its month, 0 … 11. */
const byMonth = (of: (month: number, day: number) => number) =>
  Float64Array.from({ length: 365 * 24 }, (_, k) => of(MONTH_OF_DAY[Math.floor(k / 24)]!, Math.floor(k / 24)));

describe('where a simulated year begins', () => {
  const loads = (ofMonth: (month: number) => number) => ({
    loadSets: Array.from({ length: 12 }, (_, month) => ({
      hourShares: new Float64Array(24),
      quantilesAh: new Float64Array(GRID_U + 1).fill(ofMonth(month)),
    })),
  });
  const begins = (sources: SourceTable[], ofMonth: (month: number) => number = () => 50) =>
    firstDay({ sources, ...loads(ofMonth) } as unknown as YearTables, sites);

  it('is the first day of the month in which most is left over', () => {
    expect(begins([{ ...none, scheduleA: byMonth((month) => (month === 4 ? 5 : 2)) }])).toBe(monthStart(4));
    expect(begins([{ ...none, scheduleA: byMonth(() => 2) }], (month) => (month === 9 ? 10 : 50))).toBe(monthStart(9));
    expect(begins([])).toBe(0);
  });
  it('counts a week’s days alike, whichever of them it drives on', () => {
    // In March on one day of seven with 84 A, in June every day with 11 A: 12 A a day against 11.
    const scheduleA = byMonth((month, day) => (month === 2 && day % 7 === 0 ? 84 : month === 5 ? 11 : 0));
    expect(begins([{ ...none, scheduleA }])).toBe(monthStart(2));
    const less = byMonth((month, day) => (month === 2 && day % 7 === 0 ? 76 : month === 5 ? 11 : 0));
    expect(begins([{ ...none, scheduleA: less }])).toBe(monthStart(5));
  });
  it('takes a relay at a half full bank, and an array on its share of the days at the month’s clearness', () => {
    const relayA = Float64Array.from({ length: RELAY_STEPS + 1 }, (_, k) => (k === RELAY_STEPS / 2 ? 30 : 1));
    const relay = { ...none, relayA, scheduleA: byMonth((month) => (month === 1 ? 0.5 : 0)) };
    const sun = (daysFraction: number, noonA: number): SourceTable => ({
      ...none,
      solar: [
        {
          daysFraction,
          hoursA: Float64Array.from({ length: 365 * CLEARNESS_STEPS * 24 }, (_, k) => {
            const isBright = Math.floor(k / 24) % CLEARNESS_STEPS === 10;
            return MONTH_OF_DAY[Math.floor(k / 24 / CLEARNESS_STEPS)] === 6 && isBright ? noonA : 0;
          }),
        },
      ],
    });
    expect(begins([relay, sun(1, 16)])).toBe(monthStart(6));
    expect(begins([relay, sun(1, 14)])).toBe(monthStart(1));
    expect(begins([relay, sun(0.5, 28)])).toBe(monthStart(1));
    expect(begins([relay, sun(0.5, 32)])).toBe(monthStart(6));
  });
});

describe('what a source offers, hour by hour', () => {
  const total = (values: Float64Array | null) => values?.reduce((sum, value) => sum + value, 0);
  it('a limited one gives its current in its hours, but on days on which it never runs', () => {
    const engine = { ...newEngine('e'), mode: { by: 'limited' as const, currentA: 30 }, week: weekOf([0, 2], 8, 3) };
    const whole = sourceTable(engine, [], [], LOOP);
    expect(whole).toMatchObject({ limitA: 30, relayA: null });
    const driven = MONTH_OF_DAY.flatMap((_, day) => (whole.scheduleA?.[day * 24 + 8] ? [day] : []));
    expect(total(whole.scheduleA)).toBeCloseTo(driven.length * 90, 6);
    const first = driven[0] ?? 0;
    expect([...(whole.scheduleA?.subarray(first * 24 + 7, first * 24 + 12) ?? [])]).toEqual([0, 30, 30, 30, 0]);
    const without = sourceTable(engine, [], driven.slice(0, 2), LOOP);
    expect(total(without.scheduleA)).toBeCloseTo((driven.length - 2) * 90, 6);
    const untouched = driven[2] ?? 0;
    expect(without.scheduleA?.subarray(untouched * 24, untouched * 24 + 24)).toEqual(
      whole.scheduleA?.subarray(untouched * 24, untouched * 24 + 24),
    );
  });
  it('a relay gives by the charge, from empty to full', () => {
    const mode = { by: 'relay' as const, alternatorV: 14.2, pathOhm: 0.02, limitA: 60 };
    const { relayA, scheduleA, limitA } = sourceTable(
      { ...newEngine('e'), mode, week: weekOf([0], 8, 3) },
      [],
      [],
      LOOP,
    );
    expect(limitA).toBe(60);
    expect(Math.max(...(scheduleA ?? []))).toBe(1);
    expect(relayA).toHaveLength(RELAY_STEPS + 1);
    for (const k of [0, 13, RELAY_STEPS]) expect(relayA?.[k]).toBeCloseTo(relayCurrent(mode, LOOP, k / RELAY_STEPS), 9);
  });
  it('any other gives its own hours', () => {
    const hoursA = Array.from({ length: 24 }, (_, hour) => hour / 10);
    const source = newSource('other', 'wind');
    const { scheduleA, limitA } = sourceTable({ ...source, hoursA } as typeof source, [], [], LOOP);
    expect(limitA).toBe(2.3);
    expect([...(scheduleA?.subarray(24, 48) ?? [])]).toEqual(hoursA);
  });
});

describe('the temperature of the days', () => {
  it('is that of the month in its middle, and runs straight between', () => {
    const warm = sites.map((site, k) => ({ ...site, tempC: { value: k === 6 ? 30 : 10, origin: 'default' as const } }));
    const days = tempOfYear(warm);
    const july = monthStart(6);
    expect(days[july + 15]).toBeCloseTo(30, 9);
    // Halfway to the next month’s middle, at its end.
    expect(days[july + 30]).toBeCloseTo(20 + 10 / MONTH_DAYS[6], 9);
    expect(days[july]).toBeCloseTo(20 + 10 / MONTH_DAYS[6], 9);
    expect(days[july - 14]).toBeCloseTo(11, 9);
    expect(days[monthStart(8) + 20]).toBe(10);
    expect(days[0]).toBe(10);
  });
});

describe('what is kept between two buildings of tables', () => {
  it('is made once, and the oldest goes first where there are too many', () => {
    const cache = new TableCache(2);
    let made = 0;
    const of = (key: string) => cache.of(key, () => `${key}${++made}`);
    expect([of('a'), of('b'), of('a')]).toEqual(['a1', 'b2', 'a1']);
    expect([of('c'), of('b'), of('c')]).toEqual(['c3', 'b2', 'c3']);
    expect(of('a')).toBe('a4');
    expect([of('c'), of('b')]).toEqual(['c3', 'b5']);
  });
});
