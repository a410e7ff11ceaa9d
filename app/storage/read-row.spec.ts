import { Dexie } from 'dexie';
import { IDBKeyRange, indexedDB } from 'fake-indexeddb';
import { afterEach, describe, expect, it } from 'vitest';
import { newLoad } from '@core/audit/fresh';
import { newRig } from '@core/rig/new-rig';
import type { Rig } from '@core/rig/rig';
import { RIG_VERSION } from '@core/rig/version';
import { sampleRig } from '../testing/sample-rig';
import { CoulanDatabase, type StoredRigRow } from './database';
import { changeStoredRig, readRow, UnreadableRow } from './read-row';
import { saveRig } from './rig-rows';

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
/** A plan as it was before these parts of it came. */
function without(rig: Rig, ...parts: (keyof Rig)[]): Partial<Rig> {
  return Object.fromEntries(Object.entries(rig).filter(([key]) => !parts.includes(key as keyof Rig)));
}
const logbook1 = { fullSchool: 'three', windowDays: 14, readings: [], logs: [], mappings: [] };
const version1 = {
  ...without(base, 'audit', 'inverters', 'trials', 'shelf', 'chemistryEdits', 'charging'),
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
const version2 = without({ ...base, loads: [newLoad('a', '')] }, 'charging');
const version3 = {
  ...base,
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
    const read = readRow((await db.rigs.get('r'))!);
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
    const read = readRow((await db.rigs.get('sample'))!);
    expect(read.ok && read.row.rig).toEqual(sampleRig());
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
  it('of a newer Coulan, or with a wrong field, is named', () => {
    expect(readRow(row({ version: RIG_VERSION + 1 }))).toEqual({
      ok: false,
      problem: { code: 'newer-version', version: RIG_VERSION + 1 },
    });
    const damaged = { ...sampleRig(), loads: [{ ...newLoad('a', ''), quantity: 0 }] };
    expect(readRow(row({ rig: damaged }))).toMatchObject({
      ok: false,
      problem: { code: 'wrong-field', path: 'rig.loads[0].quantity' },
    });
    for (const rig of [null, 7, 'x', [], {}]) expect(readRow(row({ rig })).ok).toBe(false);
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
