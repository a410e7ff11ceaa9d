import { afterEach, describe, expect, it, vi } from 'vitest';
import { Storage } from './storage';

type Locked = (lock: object | null) => Promise<unknown>;

/** Locks of a browser in which another tab may hold the same one. */
function locks(alone: boolean) {
  const asked: unknown[] = [];
  const request = (name: string, options: object, call: Locked) => {
    asked.push([name, options]);
    return Promise.resolve('ifAvailable' in options ? call(alone ? {} : null) : undefined);
  };
  vi.stubGlobal('navigator', { locks: { request }, storage: { persist: () => Promise.reject(new Error('no')) } });
  return asked;
}

async function opened(): Promise<Storage> {
  const storage = new Storage();
  expect(await storage.open()).toBe(true);
  await new Promise((done) => setTimeout(done, 30));
  return storage;
}

/** A day of a log that no rig knows, as an import leaves it that was broken off. */
const ORPHAN = { logId: 'gone', key: '2026-03-01' };

describe('the database of the page', () => {
  afterEach(async () => {
    vi.unstubAllGlobals();
    vi.restoreAllMocks();
    await new Storage().db.delete();
  });

  it('throws away what belongs to nothing, but only in the one tab', async () => {
    locks(false);
    const shared = await opened();
    await shared.db.logDays.put(ORPHAN as never);
    shared.db.close();
    const asked = locks(false);
    const second = await opened();
    expect(await second.db.logDays.count()).toBe(1);
    // Every tab then holds the lock together with the others.
    expect(asked).toEqual([
      ['coulan-tabs', { ifAvailable: true }],
      ['coulan-tabs', { mode: 'shared' }],
    ]);
    second.db.close();
    locks(true);
    const alone = await opened();
    expect(await alone.db.logDays.count()).toBe(0);
    alone.db.close();
  });
  it('works where the browser has neither locks nor lasting storage', async () => {
    vi.stubGlobal('navigator', {});
    const storage = await opened();
    expect(storage.blocked()).toBeNull();
    storage.db.close();
  });
  it('says why nothing can be kept', async () => {
    const storage = new Storage();
    vi.spyOn(storage.db, 'open').mockRejectedValue(new Error('storage is switched off'));
    expect(await storage.open()).toBe(false);
    expect(storage.blocked()).toContain('storage is switched off');
  });
});
