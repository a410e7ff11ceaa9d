import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { CoulanDatabase } from '../storage/database';
import { testDatabase } from '../testing/test-database';
import { findMarks } from './find-marks';

const MIN = 60_000;
let db: CoulanDatabase;
beforeEach(() => (db = testDatabase()));
afterEach(() => db.delete());

/** An hour of one sample a minute on a day of March 2026, from 12:00 UTC. */
function putHour(logId: string, date: number, volts: (minute: number) => number, amps: (minute: number) => number) {
  const startMs = Date.UTC(2026, 2, date, 12);
  const columns = {
    timeMs: Float64Array.from({ length: 60 }, (_, k) => startMs + k * MIN),
    voltageV: Float64Array.from({ length: 60 }, (_, k) => volts(k)),
    currentA: Float64Array.from({ length: 60 }, (_, k) => amps(k)),
  };
  return db.logBlocks.put({ logId, key: `2026-03-${String(date).padStart(2, '0')}`, columns });
}
const rule = { school: 'three', fullV: 14, tailA: 4, holdMs: 10 * MIN, gapMs: 5 * MIN, timeZone: 'UTC' } as const;

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
    const [mark] = await findMarks(db, ['a'], { school: 'hand', atMs: [atMs], timeZone: 'UTC', gapMs: 5 * MIN });
    expect(mark).toMatchObject({ key: '2026-03-09', atMs, inAfterAh: 0 });
    // 6 A for 30 minutes
    expect(mark!.outAfterAh).toBeCloseTo(3, 9);
  });
  it('stand by the clocks of the place, and where nothing was logged too', async () => {
    const atMs = Date.UTC(2026, 2, 9, 23, 30);
    const marks = await findMarks(db, ['a'], { school: 'hand', atMs: [atMs], timeZone: 'Europe/Berlin', gapMs: MIN });
    expect(marks).toMatchObject([{ key: '2026-03-10', inAfterAh: 0, outAfterAh: 0 }]);
  });
});
