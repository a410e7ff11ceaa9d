import { Dexie } from 'dexie';
import { IDBKeyRange, indexedDB } from 'fake-indexeddb';
import { afterEach, describe, expect, it } from 'vitest';
import { newLoad } from '@core/audit/fresh';
import type { Recording } from '@core/audit/load';
import { MONITOR_BEFORE_9 } from '@core/kept-spec/monitor-before-9';
import type { Reading } from '@core/logbook/plan';
import { newRig } from '@core/rig/new-rig';
import type { Rig } from '@core/rig/rig';
import { RIG_VERSION } from '@core/rig/version';
import { sampleRig } from '../testing/sample-rig';
import { CoulanDatabase, type StoredRigRow } from './database';
import { changeStoredRig, readRow, UnreadableRow } from './read-row';
import { deleteRig, saveRig } from './rig-rows';

const STORES = {
  rigs: 'id',
  logDays: '[logId+key], logId',
  logBlocks: '[logId+key], logId',
  logLevels: '[logId+key], logId',
  logParts: '++id, [logId+key], logId',
  logRemarks: 'logId',
};
let serial = 0;
const made: string[] = [];
afterEach(async () => {
  for (const name of made.splice(0)) await Dexie.delete(name).catch(() => undefined);
});

/** A database as a Coulan of that time left it. */
async function databaseOf(version: number, rig: object): Promise<CoulanDatabase> {
  const name = `past-${serial++}`;
  made.push(name);
  const old = new Dexie(name, { indexedDB, IDBKeyRange });
  old.version(version).stores(STORES);
  await old.open();
  await old.table('rigs').put({ id: 'r', name: 'Old', revision: 4, savedAtMs: 1, rig });
  old.close();
  const db = new CoulanDatabase(name, { indexedDB, IDBKeyRange });
  await db.open();
  return db;
}

const base = newRig('r', 'Old', 'UTC');
const older = { ...base, monitor: MONITOR_BEFORE_9 } as unknown as Rig;
/** A plan as it was before these parts of it came. */
function without(rig: Rig, ...parts: (keyof Rig)[]): Partial<Rig> {
  return Object.fromEntries(Object.entries(rig).filter(([key]) => !parts.includes(key as keyof Rig)));
}
const logbook1 = { fullSchool: 'three', windowDays: 14, readings: [], logs: [], mappings: [] };
const version1 = {
  ...without(older, 'audit', 'inverters', 'trials', 'shelf', 'chemistryEdits', 'charging'),
  logbook: logbook1,
  loads: [
    {
      id: 'a',
      name: 'Lamp',
      group: '',
      supply: 'dc',
      power: { by: 'watts', powerW: 5 },
      use: { by: 'always' },
      quantity: 1,
    },
  ],
  inverter: { name: 'Inv', efficiencyFraction: 0.88, standbyW: 9, hoursOnPerDay: 10 },
};
const version2 = without({ ...older, loads: [newLoad('a', '')] }, 'charging');
const version3 = {
  ...older,
  logbook: logbook1,
  loads: [{ ...newLoad('a', ''), use: { by: 'logged', unit: 'Wh', low: 1, typical: 2, high: 3, days: 9 } }],
};

describe('plans stored by every Coulan so far', () => {
  it.each([
    [1, version1],
    [2, { ...version2, logbook: logbook1 }],
    [3, version3],
  ])('of version %i open in a database of that time', async (version, rig) => {
    const db = await databaseOf(version, rig);
    const read = (await readRow(db, 'r'))!;
    if (!read.ok) throw new Error(JSON.stringify(read.problem));
    expect(read.row.rig.loads).toHaveLength(1);
    expect(Object.keys(read.row.rig.charging)).toEqual(Object.keys(base.charging));
    expect(read.row.rig.logbook.fullWithinDays).toBe(7);
    // And are stored in today's version with the next edit.
    await saveRig(db, { ...read.row.rig, name: 'Renamed' }, 4, 5);
    expect(await db.rigs.get('r')).toMatchObject({ version: RIG_VERSION, name: 'Renamed', revision: 5 });
  });
  it('of this version come back as they are', async () => {
    const db = await databaseOf(3, version3);
    await db.rigs.delete('r');
    await saveRig(db, sampleRig(), 0, 1);
    const read = (await readRow(db, 'sample'))!;
    expect(read.ok && read.row.rig).toEqual(sampleRig());
  });
});

describe('the records of a plan', () => {
  const reading = (id: string, atMs: number): Reading => ({
    id,
    atMs,
    voltageV: 12.6,
    currentA: null,
    socFraction: null,
    countAh: null,
    full: false,
    note: '',
  });
  const recording: Recording = {
    from: 'table',
    atMs: 0,
    states: [{ name: 'on', powerW: 40 }],
    spans: Array.from({ length: 300 }, () => ({ state: 0, seconds: 60 })),
  };
  const full = (): Rig => {
    const rig = sampleRig();
    const timed = { by: 'timed' as const, recording, hoursPerDay: 24 };
    return {
      ...rig,
      loads: [{ ...newLoad('fridge', ''), use: timed }, ...rig.loads],
      logbook: { ...rig.logbook, readings: [reading('a', 1), reading('b', 2)] },
      charging: {
        ...rig.charging,
        weather: { by: 'file', name: 'hours.csv', dailyClearness: Array<number>(365).fill(0.4) },
      },
    };
  };
  const names = async (db: CoulanDatabase) => (await db.records.toArray()).map(({ name }) => name).sort();
  it('lie beside it, and come back in their places', async () => {
    const db = await databaseOf(3, version3);
    await saveRig(db, full(), 0, 1);
    expect(await names(db)).toEqual([
      'charging.weather.dailyClearness',
      'loads.fridge.use.recording.spans',
      'logbook.readings',
    ]);
    expect(JSON.stringify((await db.rigs.get('sample'))!.rig)).not.toContain('"seconds"');
    const read = (await readRow(db, 'sample'))!;
    expect(read.ok && read.row.rig).toEqual(full());
  });
  it('are written only when they have changed themselves, and go with what held them', async () => {
    const db = await databaseOf(3, version3);
    const rig = full();
    await saveRig(db, rig, 0, 1);
    const writes: string[] = [];
    db.records.hook('creating', (_key, { name }) => void writes.push(name));
    db.records.hook('updating', (_changes, _key, { name }) => void writes.push(name));
    const renamed = { ...rig, name: 'Other' };
    await saveRig(db, renamed, 1, 2, { before: rig });
    expect(writes).toEqual([]);
    const read = { ...renamed, logbook: { ...rig.logbook, readings: [...rig.logbook.readings, reading('c', 3)] } };
    await saveRig(db, read, 2, 3, { before: renamed });
    expect(writes).toEqual(['logbook.readings']);
    await saveRig(db, { ...read, loads: [] }, 3, 4, { before: read });
    expect(await names(db)).toEqual(['charging.weather.dailyClearness', 'logbook.readings']);
    await deleteRig(db, read);
    expect(await names(db)).toEqual([]);
  });
  it('that are gone, or not whole, are missed and never taken for empty', async () => {
    const db = await databaseOf(3, version3);
    await saveRig(db, full(), 0, 1);
    await db.records.update(['sample', 'logbook.readings'], { rows: [reading('a', 1)] });
    expect(await readRow(db, 'sample')).toEqual({
      ok: false,
      problem: { code: 'record-missing', name: 'logbook.readings' },
    });
  });
  it('of a plan from before, which held them, are taken out with its next edit', async () => {
    const db = await databaseOf(3, version3);
    await db.rigs.put({ id: 'sample', name: 'X', revision: 1, savedAtMs: 0, rig: full(), version: RIG_VERSION });
    await changeStoredRig(db, 'sample', 2, (rig) => ({ ...rig, name: 'Y' }));
    expect(await names(db)).toHaveLength(3);
    const read = (await readRow(db, 'sample'))!;
    expect(read.ok && read.row.rig.logbook.readings).toHaveLength(2);
  });
});

describe('a plan that cannot be read', () => {
  const row = (more: Partial<StoredRigRow>): StoredRigRow => ({
    id: 'sample',
    name: 'X',
    revision: 1,
    savedAtMs: 0,
    rig: sampleRig(),
    version: RIG_VERSION,
    ...more,
  });
  const readAs = async (more: Partial<StoredRigRow>) => {
    const db = await databaseOf(3, version3);
    await db.rigs.put(row(more));
    return readRow(db, 'sample');
  };
  it('of a newer Coulan, or with a wrong field, is named', async () => {
    expect(await readAs({ version: RIG_VERSION + 1 })).toEqual({
      ok: false,
      problem: { code: 'newer-version', version: RIG_VERSION + 1 },
    });
    const damaged = { ...sampleRig(), loads: [{ ...newLoad('a', ''), quantity: 0 }] };
    expect(await readAs({ rig: damaged })).toMatchObject({
      ok: false,
      problem: { code: 'wrong-field', path: 'rig.loads[0].quantity' },
    });
    for (const rig of [null, 7, 'x', [], {}]) expect((await readAs({ rig }))!.ok).toBe(false);
  });
  it('is never written over', async () => {
    const db = await databaseOf(3, version3);
    const newer = row({ id: 'r', version: RIG_VERSION + 1, rig: { odd: true } });
    await db.rigs.put(newer);
    await expect(changeStoredRig(db, 'r', 9, (rig: Rig) => rig)).rejects.toBeInstanceOf(UnreadableRow);
    await expect(saveRig(db, { ...base, name: 'Mine' }, 0, 9)).rejects.toThrow();
    expect(await db.rigs.get('r')).toEqual(newer);
  });
});
