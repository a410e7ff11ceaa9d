import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { CoulanDatabase, DaySumsRow } from '../storage/database';
import { testDatabase } from '../testing/test-database';
import { findMarks } from './find-marks';

const MIN = 60_000;
let db: CoulanDatabase;
beforeEach(() => (db = testDatabase()));
afterEach(() => db.delete());

/** An hour of one sample a minute on a day of March 2026, from 12:00 UTC. */
async function putHour(
  logId: string,
  date: number,
  volts: (minute: number) => number,
  amps: (minute: number) => number,
) {
  const startMs = Date.UTC(2026, 2, date, 12);
  const columns = {
    timeMs: Float64Array.from({ length: 60 }, (_, k) => startMs + k * MIN),
    voltageV: Float64Array.from({ length: 60 }, (_, k) => volts(k)),
    currentA: Float64Array.from({ length: 60 }, (_, k) => amps(k)),
  };
  const key = `2026-03-${String(date).padStart(2, '0')}`;
  const maxV = Math.max(...columns.voltageV);
  await db.logDays.put({ logId, key, hasVoltage: true, maxV } as DaySumsRow);
  await db.logBlocks.put({ logId, key, columns });
}
const rule = { fullV: 14, tailA: 4, holdMs: 10 * MIN, gapMs: 5 * MIN, timeZone: 'UTC' } as const;

describe('full marks of stored logs', () => {
  it('are found where voltage and current held long enough, in each log asked for', async () => {
    await putHour(
      'a',
      9,
      () => 14.2,
      (k) => (k < 30 ? 20 : 2),
    );
    await putHour(
      'a',
      10,
      () => 14.2,
      () => 20,
    );
    await putHour(
      'b',
      11,
      () => 14.2,
      () => 1,
    );
    await putHour(
      'unasked',
      12,
      () => 14.2,
      () => 1,
    );
    const marks = await findMarks(db, ['a', 'b'], rule);
    expect(marks.map(({ key }) => key)).toEqual(['2026-03-09', '2026-03-11']);
    // The last minute of the hour still holds.
    expect(marks[0]!.atMs).toBe(Date.UTC(2026, 2, 9, 12, 59));
  });
  it('are looked for only on days that reach the voltage, and once read a day is not read again', async () => {
    for (const [date, volts] of [
      [9, 14.2],
      [10, 13.9],
      [11, 14.2],
      [12, 13],
    ] as const)
      await putHour(
        'a',
        date,
        () => volts,
        () => 1,
      );
    const get = vi.spyOn(db.logBlocks, 'get');
    const read = () => get.mock.calls.map(([key]) => (key as unknown as [string, string])[1].slice(-2));
    expect((await findMarks(db, ['a'], rule)).map(({ key }) => key)).toEqual(['2026-03-09', '2026-03-11']);
    // The day after a mark ends it: its first sample is asked for.
    expect(read()).toEqual(['09', '10', '11', '12']);
    get.mockClear();
    expect(await findMarks(db, ['a'], { ...rule, tailA: 0.5 })).toEqual([]);
    expect(await findMarks(db, ['a'], { ...rule, fullV: 14.3 })).toEqual([]);
    expect(read()).toEqual([]);
  });
  it('do not hold over a day that was passed', async () => {
    const late = (date: number, volts: number, from: number) =>
      putHour(
        'a',
        date,
        (minute) => (minute >= from ? volts : 13),
        () => 1,
      );
    await late(9, 14.2, 55);
    await putHour(
      'a',
      10,
      () => 13,
      () => 1,
    );
    await late(11, 14.2, 0);
    const long = { ...rule, holdMs: 58 * MIN, gapMs: 60 * 24 * 60 * MIN };
    const [mark] = await findMarks(db, ['a'], long);
    expect(mark!.key).toBe('2026-03-11');
    expect(await findMarks(db, ['a'], { ...long, holdMs: 60 * MIN })).toEqual([]);
  });
  it('are read in the order of the days, whatever order they were stored in', async () => {
    for (const date of [12, 9, 11])
      await putHour(
        'a',
        date,
        () => 14.2,
        () => 1,
      );
    expect((await findMarks(db, ['a'], rule)).map(({ key }) => key)).toEqual([
      '2026-03-09',
      '2026-03-11',
      '2026-03-12',
    ]);
  });
  it('stand where a person set them, with what passed after', async () => {
    await putHour(
      'a',
      9,
      () => 13,
      () => -6,
    );
    const atMs = Date.UTC(2026, 2, 9, 12, 29);
    const [mark] = await findMarks(db, ['a'], { atMs: [atMs], timeZone: 'UTC', gapMs: 5 * MIN });
    expect(mark).toMatchObject({ key: '2026-03-09', atMs, inAfterAh: 0 });
    // 6 A for 30 minutes
    expect(mark!.outAfterAh).toBeCloseTo(3, 9);
  });
  it('stand by the clocks of the place, and where nothing was logged too', async () => {
    const atMs = Date.UTC(2026, 2, 9, 23, 30);
    const marks = await findMarks(db, ['a'], { atMs: [atMs], timeZone: 'Europe/Berlin', gapMs: MIN });
    expect(marks).toMatchObject([{ key: '2026-03-10', inAfterAh: 0, outAfterAh: 0 }]);
  });
});
