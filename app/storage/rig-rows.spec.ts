import { newRig } from '@core/rig/new-rig';
import type { LogRecord } from '@core/logbook/plan';
import type { Rig } from '@core/rig/rig';
import { testDatabase } from '../testing/test-database';
import type { CoulanDatabase } from './database';
import { RigConflict } from './rig-conflict';
import { deleteOrphans } from './orphans';
import { deleteRig, saveRig } from './rig-rows';

let db: CoulanDatabase;
beforeEach(() => (db = testDatabase()));
afterEach(() => db.delete());

const rig = newRig('r', 'First', 'UTC');
const withLogs = (id: string, ...logIds: string[]): Rig => ({
  ...newRig(id, id, 'UTC'),
  logbook: { ...rig.logbook, logs: logIds.map((logId) => ({ id: logId }) as LogRecord) },
});
const putSamples = (logId: string) =>
  db.logBlocks.put({
    logId,
    key: '2026-03-09',
    columns: { timeMs: Float64Array.of(1), voltageV: null, currentA: Float64Array.of(2) },
  });

describe('saveRig', () => {
  it('counts revisions', async () => {
    expect(await saveRig(db, rig, 0, 5)).toBe(1);
    expect(await saveRig(db, { ...rig, name: 'Second' }, 1, 6)).toBe(2);
    expect(await db.rigs.get('r')).toMatchObject({ name: 'Second', revision: 2, savedAtMs: 6 });
  });
  it('refuses to write over what another tab has written, and leaves it', async () => {
    await saveRig(db, rig, 0, 5);
    await saveRig(db, { ...rig, name: 'Other tab' }, 1, 6);
    const refused = await saveRig(db, { ...rig, name: 'This tab' }, 1, 7).catch((error: unknown) => error);
    expect(refused).toBeInstanceOf(RigConflict);
    expect((refused as RigConflict).theirs?.name).toBe('Other tab');
    expect((await db.rigs.get('r'))?.name).toBe('Other tab');
  });
  it('refuses to bring a deleted rig back unasked', async () => {
    await expect(saveRig(db, rig, 4, 5)).rejects.toBeInstanceOf(RigConflict);
  });
});

describe('what is deleted', () => {
  it('takes the samples of a rig along, but not those that another rig shares', async () => {
    const [one, other] = [withLogs('one', 'a', 'shared'), withLogs('other', 'shared')];
    await saveRig(db, one, 0, 1);
    await saveRig(db, other, 0, 1);
    await Promise.all(['a', 'shared', 'importing'].map(putSamples));
    await deleteRig(db, one);
    expect((await db.logBlocks.toArray()).map(({ logId }) => logId).sort()).toEqual(['importing', 'shared']);
  });
  it('tidies samples that no rig names', async () => {
    await saveRig(db, withLogs('one', 'a'), 0, 1);
    await Promise.all(['a', 'cancelled'].map(putSamples));
    await deleteOrphans(db);
    expect((await db.logBlocks.toArray()).map(({ logId }) => logId)).toEqual(['a']);
  });
  it('tidies nothing while the list of a rig’s logs is not to be found', async () => {
    await saveRig(db, withLogs('one', 'a'), 0, 1);
    await putSamples('a');
    await db.records.clear();
    await expect(deleteOrphans(db)).rejects.toThrow('names no logs');
    expect(await db.logBlocks.count()).toBe(1);
  });
});
