import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { CHEMISTRIES } from '@core/cells/chemistry.data';
import { type CounterSettings, PERFECT_METER } from '@core/counter/counter-settings';
import type { TraceBank } from '@core/counter/standard-traces';
import type { CoulanDatabase, DaySumsRow } from '../storage/database';
import { testDatabase } from '../testing/test-database';
import { benchAtWork } from './bench-at-work';
import type { BenchQuestion, TraceOrder } from './bench-worker-api';

const MIN = 60_000;
let db: CoulanDatabase;
beforeEach(() => (db = testDatabase()));
afterEach(() => db.delete());

const bank: TraceBank = {
  ...{ chemistry: CHEMISTRIES.agm, cells: 6, capacityAh: 100, ohm: 0.005, tempC: 20, sun: true, stopsAtA: 1 },
  ...{ absorptionV: 14.4, floatV: 13.6 },
};
const settings: CounterSettings = {
  ...{ capacityAh: 100, zeroAh: 0, coulombicFraction: 0.94, peukertExponent: 1, deadBandA: 0, averagingMs: 0 },
  ...{ reserveFraction: null, lowV: null, highV: null, relay: null },
  full: { fullV: 14, tailA: 2.5, holdMs: 10 * MIN },
};
const log: Extract<TraceOrder, { by: 'log' }> = {
  ...{ by: 'log', logId: 'a', gapMs: 5 * MIN, sureMs: [] },
  reckoning: { capacityAh: 100, coulombicFraction: 0.94, sure: { fullV: 14.2, tailA: 2, holdMs: 20 * MIN } },
};
const ask = (trace: TraceOrder, more: Partial<BenchQuestion> = {}) =>
  benchAtWork(db, () => 0).look({
    ...{ trace, sets: [{ id: 'tried', settings }], capacityAh: 100, hardware: PERFECT_METER },
    view: { fromMs: null, toMs: null, stretches: 100 },
    ...more,
  });

/** Minutes of one day, from noon. */
async function put(minutes: number, volts: number | null, amps: number, dropped: readonly number[] = []) {
  const rows = Array.from({ length: minutes }, (_, k) => k).filter((k) => !dropped.includes(k));
  const columns = {
    timeMs: Float64Array.from(rows, (k) => Date.UTC(2026, 2, 9, 12) + k * MIN),
    voltageV: volts === null ? null : Float64Array.from(rows, () => volts),
    currentA: Float64Array.from(rows, () => amps),
  };
  await db.logDays.put({ logId: 'a', key: '2026-03-09' } as DaySumsRow);
  await db.logBlocks.put({ logId: 'a', key: '2026-03-09', columns });
}

describe('the test bench at work', () => {
  it('draws a shipped day and tries each set on it', async () => {
    const look = (await ask({ by: 'standard', id: 'clear-day', bank }))!;
    expect(look).toMatchObject({ rows: 8640, tried: [{ id: 'tried', trial: { trueFulls: 1, falseMarks: 0 } }] });
    expect(look.volts!.length).toBeGreaterThan(100);
    expect(look.tried[0]!.shown.length).toBeGreaterThan(100);
    const alone = (await ask({ by: 'standard', id: 'clear-day', bank }, { view: null }))!;
    expect([alone.amps, alone.tried[0]!.shown]).toEqual([[], []]);
  });
  it('plays hours of a year', async () => {
    const hours = Array.from({ length: 24 }, () => ({ offeredA: 0, loadA: 1 }));
    const look = await ask({ by: 'hours', hours, bank, fromSoc: 0.5, fromMs: 0 });
    expect(look).toMatchObject({ rows: 24 * 120, fromMs: 0 });
  });
  it('judges a log in which a charge was beyond doubt complete', async () => {
    await put(90, 14.3, 1);
    expect((await ask(log))!.tried[0]!.trial).toMatchObject({ trueFulls: 0, falseMarks: 0, marks: [{ kind: 'true' }] });
  });
  it('lists the marks of one that proves nothing, and judges none', async () => {
    await put(15, 14.1, 1);
    const look = (await ask(log))!;
    expect(look.soc).toBeNull();
    expect(look.tried[0]!.trial).toMatchObject({ trueFulls: null, falseMarks: null, marks: [{ kind: 'unknown' }] });
    expect((await ask({ ...log, sureMs: [Date.UTC(2026, 2, 9, 12)] }))!.soc).not.toBeNull();
  });
  it('breaks a hold over missing time', async () => {
    await put(17, 14.1, 1, [3, 4, 5, 6, 7, 8]);
    expect((await ask(log))!.tried[0]!.trial.marks).toEqual([]);
  });
  it('of a log without voltage, of one row, and of none says what there is', async () => {
    await put(30, null, -5);
    expect(await ask(log)).toMatchObject({ volts: null, tried: [{ trial: { marks: [] } }] });
    await put(1, 14.3, 1);
    expect(await ask(log)).toMatchObject({ rows: 1, amps: [] });
    expect(await ask({ ...log, logId: 'gone' })).toBeNull();
  });
  it('stops a search when it is told to, and ends one that is not', async () => {
    let ms = 0;
    const bench = benchAtWork(db, () => (ms += 100));
    const order = {
      ...{ bank, base: settings, hardware: PERFECT_METER, derived: { fullV: 14.2, tailA: 2.5, holdMs: 10 * MIN } },
      allowed: { fullV: { low: 13.6, high: 14.4 }, tailA: { low: 2, high: 4 }, holdMs: { low: 0, high: 30 * MIN } },
      grid: { fullV: [14, 14.2], tailA: [2.5], holdMs: [10 * MIN] },
    };
    const shares: number[] = [];
    const result = await bench.search(order, (share) => shares.push(share));
    expect(result?.score.falseMarks).toBe(0);
    expect(shares).toEqual([1 / 3, 2 / 3]);
    const stopped = bench.search(order, () => bench.cancel());
    expect(await stopped).toBeNull();
    // One that is begun while another goes on ends that one.
    const [first, second] = [bench.search(order, () => undefined), bench.search(order, () => undefined)];
    expect([await first, (await second)?.score.falseMarks]).toEqual([null, 0]);
  });
});
