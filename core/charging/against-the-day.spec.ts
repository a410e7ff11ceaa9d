import { describe, expect, it } from 'vitest';
import { auditDay } from '../audit/audit';
import { nominalVoltage } from '../cells/nominal-voltage';
import { chargingVoltage } from './charging-voltage';
import { sourceYear } from './source-day';
import type { Source } from '../sources/source';
import { newArray, newEngine, newSource, weekOf } from '../sources/new-source';
import { newBank } from '../bank/fresh';
import { newBattery } from '../cells/new-battery';
import { newLoad } from '../audit/fresh';
import { newRig } from '../rig/new-rig';
import { MONTH_DAYS } from '../series/calendar';
import { siteYear } from '../climate/site-year';
import { buildTables } from './build-tables';
import { simulateRuns } from '../simulation/simulate-runs';
import { TableCache } from '../simulation/table-cache';
import { NO_CHANGE } from '../simulation/what-if';
import type { YearParts } from './year-parts';

const RUNS = 60;
const EVERY_DAY = [0, 1, 2, 3, 4, 5, 6];

function parts(sources: Source[], watts: number): YearParts {
  const rig = newRig('r', 'R', 'Europe/Berlin');
  return {
    ...rig,
    place: { ...rig.place, latitudeDeg: 48, longitudeDeg: 11 },
    loads: [
      { ...newLoad('steady', ''), power: { by: 'watts', powerW: watts }, use: { by: 'always' }, known: 'clamp' },
      { ...newLoad('lamp', ''), power: { by: 'watts', powerW: 30 }, use: { by: 'hours', hoursPerDay: 4 } },
    ],
    bank: newBank(newBattery('b', 'lfp', 4, 200)),
    charging: { ...rig.charging, sources, bankAboveTempC: 15 },
  };
}

/** Two ways to one figure: the usual day of each month, worked out, and the mean of what was drawn day by day. */
function bothWays(source: Source) {
  const of = parts([source], 20);
  const sites = siteYear(of.charging, of.place);
  const bank = of.bank!;
  const usual = sourceYear(source, {
    sites,
    bank,
    edits: {},
    chargeV: chargingVoltage(bank, {}),
    model: of.charging.skyModel,
  });
  const { month } = simulateRuns(buildTables(of, new TableCache())!, 0, RUNS, 3);
  return MONTH_DAYS.map((days, k) => ({ usualAh: usual[k]!.value, drawnAh: month.offeredAh[k]! / RUNS / days }));
}

const sun = (more: object): Source =>
  ({ ...newSource('solar', 'sun'), limitA: 200, arrays: [newArray('a', 200)], ...more }) as Source;

describe('the simulated year against the usual day of each month', () => {
  it.each([
    ['flat', newArray('a', 200)],
    ['on a tilt to the south', { ...newArray('a', 200), tiltDeg: 60, azimuthDeg: 180 }],
    [
      'shaded in the morning',
      { ...newArray('a', 200), shade: Array.from({ length: 24 }, (_, h) => (h < 11 ? 0.8 : 0)) },
    ],
  ])('of an array %s: within a twentieth, as so few years differ from one another', (_name, array) => {
    for (const { usualAh, drawnAh } of bothWays(sun({ arrays: [array] })))
      expect(Math.abs(drawnAh / usualAh - 1)).toBeLessThan(0.05);
  });
  it('of an array laid out on three days a week: three sevenths of it', () => {
    const [out, fixed] = [3, null].map((laidOutDaysPerWeek) =>
      bothWays(sun({ arrays: [{ ...newArray('a', 200), laidOutDaysPerWeek }] })),
    );
    out!.forEach(({ usualAh, drawnAh }, k) => {
      expect(usualAh / fixed![k]!.usualAh).toBeCloseTo(3 / 7, 9);
      expect(drawnAh / fixed![k]!.drawnAh).toBeCloseTo(3 / 7, 1);
    });
  });
  it('of a DC-DC charger and of mains: the same to the last digit', () => {
    const engine: Source = {
      ...newEngine('e'),
      mode: { by: 'limited', currentA: 30 },
      week: weekOf([0, 2, 5], 9, 1.5),
    };
    const shore = { ...newSource('shore', 's'), currentA: 12, week: weekOf(EVERY_DAY, 22, 4) } as Source;
    for (const source of [engine, shore])
      for (const { usualAh, drawnAh } of bothWays(source)) expect(drawnAh).toBeCloseTo(usualAh, 6);
  });
  it('of two that come out of one charger: the generator gives what mains leave of its hours, all of them once mains fail', () => {
    const shore = (id: string, fromHour: number, hours: number, more: object) =>
      ({ ...newSource('shore', id), week: weekOf(EVERY_DAY, fromHour, hours), ...more }) as Source;
    const mains = shore('mains', 18, 12, { currentA: 20 });
    const generator = shore('gen', 16, 4, { currentA: 30, supply: 'generator', through: { sourceId: 'mains' } });
    const offered = (change: typeof NO_CHANGE) => {
      const { month } = simulateRuns(buildTables(parts([generator, mains], 20), new TableCache(), change)!, 0, 1, 3);
      return MONTH_DAYS.map((days, k) => Number((month.offeredAh[k]! / days).toFixed(6)));
    };
    // 12 h · 20 A and, from 16 to 18, 2 h · 30 A; the generator alone 4 h · 30 A.
    expect(offered(NO_CHANGE)).toEqual(MONTH_DAYS.map(() => 300));
    expect(offered({ ...NO_CHANGE, failedSourceId: 'mains' })).toEqual(MONTH_DAYS.map(() => 120));
    expect(offered({ ...NO_CHANGE, failedSourceId: 'gen' })).toEqual(MONTH_DAYS.map(() => 240));
  });
  it('of a source that is switched off or out of its months: nothing, both ways', () => {
    const summer = sun({ months: [6, 7, 8] });
    bothWays(summer).forEach(({ usualAh, drawnAh }, k) => {
      const inUse = k >= 5 && k <= 7;
      expect(usualAh > 0).toBe(inUse);
      expect(drawnAh > 0).toBe(inUse);
    });
  });
  it('of the loads: what the audit says, over the year', () => {
    const of = parts([], 20);
    const audit = auditDay(of.loads, of.inverters, of.audit, nominalVoltage(of.bank));
    const { month } = simulateRuns(buildTables(of, new TableCache())!, 0, RUNS, 3);
    const meanAh = month.loadAh.reduce((sum, ah) => sum + ah, 0) / RUNS / 365;
    expect(Math.abs(meanAh / audit.dayAh.value - 1)).toBeLessThan(0.06);
  });
});
