import { TestBed } from '@angular/core/testing';
import { Store } from '@ngrx/store';
import { describe, expect, it } from 'vitest';
import { saveRig } from '../storage/rig-rows';
import { Storage } from '../storage/storage';
import { doorTo, provideCoulan } from '../testing/open-page';
import { sampleRig } from '../testing/sample-rig';
import { rigIn } from '../testing/test-database';
import { lookAtFile } from '../workers/import-into-book';
import type { ImportFailure, LogImport } from '../workers/log-worker-api';
import { LogWorkerClient } from '../workers/log-worker-client';
import { Imports } from './imports';
import { RigEvents } from './rig-actions';
import { rigFeature } from './rig-feature';
import { RigSession } from './rig-session';

const HOUR_MS = 3_600_000;
const T0 = Date.parse('2026-05-04T00:00:00Z');

/** A log in steps: 5 A out by night, 5 A in by day. */
function logFile(name: string, stepMs: number, hours: number, fromMs = T0): File {
  const rows = Array.from({ length: (hours * HOUR_MS) / stepMs + 1 }, (_, k) => {
    const atMs = fromMs + k * stepMs;
    const amps = (atMs / HOUR_MS) % 24 < 12 ? -5 : 5;
    return `${new Date(atMs).toISOString()},${(12.8 + amps / 100).toFixed(2)},${amps}`;
  });
  return new File([['time,voltage_V,current_A', ...rows, ''].join('\n')], name);
}

async function orderOf(file: File, rigId: string, logId: string): Promise<LogImport> {
  const look = await lookAtFile(file, 'UTC', 12.8);
  if ('refused' in look.layout) throw new Error(look.layout.refused);
  return {
    file,
    encoding: look.encoding,
    newlineByte: look.newlineByte,
    mapping: look.layout.mapping,
    columnCount: 3,
    rigId,
    logId,
    place: { timeZone: 'UTC', latitudeDeg: null, longitudeDeg: null },
    nowMs: 1,
  };
}

function begin(more: object[] = []) {
  TestBed.configureTestingModule({ providers: [...provideCoulan(), ...more] });
  const { db } = TestBed.inject(Storage);
  return { db, imports: TestBed.inject(Imports), session: TestBed.inject(RigSession), store: TestBed.inject(Store) };
}
const logsIn = async (db: Storage['db'], id: string) => (await rigIn(db, id)).logbook.logs;

async function until(holds: () => boolean | Promise<boolean>): Promise<void> {
  for (let round = 0; round < 300; round++) {
    if (await holds()) return;
    await new Promise((done) => setTimeout(done, 10));
  }
  throw new Error(`never came true: ${holds.toString()}`);
}

describe('an import', () => {
  it('goes into the book of its own rig, whatever rig is open when it ends', async () => {
    const { db, imports, session, store } = begin();
    await saveRig(db, { ...sampleRig(), id: 'first', name: 'First' }, 0, 1);
    await session.open('first');
    const work = imports.start(await orderOf(logFile('a.csv', 60_000, 48), 'first', 'log-a'), 'First');
    session.close();
    await session.create({ ...sampleRig(), id: 'second', name: 'Second' });
    await work;
    expect((await logsIn(db, 'first')).map(({ id }) => id)).toEqual(['log-a']);
    expect(await logsIn(db, 'second')).toEqual([]);
    expect(store.selectSignal(rigFeature.selectRig)()!.logbook.logs).toEqual([]);
    expect(imports.jobs()).toMatchObject([{ state: 'done', rigName: 'First', rowsKept: 2881 }]);
    imports.dismiss('log-a');
    expect(imports.jobs()).toEqual([]);
  });
  it('shows in the open rig as a step that can be undone, beside what is typed meanwhile', async () => {
    const { db, imports, session, store } = begin();
    await session.create(sampleRig());
    const state = store.selectSignal(rigFeature.selectRigState);
    await imports.start(await orderOf(logFile('a.csv', 600_000, 24), 'sample', 'log-a'), 'Sample van');
    await until(() => state().rig!.logbook.logs.length === 1);
    expect(state()).toMatchObject({ conflict: null, edits: 0 });
    store.dispatch(RigEvents.undo());
    await until(async () => (await logsIn(db, 'sample')).length === 0);
  });
  it('of the same file twice at once is kept once, every row of the second named as known', async () => {
    const { db, imports } = begin();
    await saveRig(db, sampleRig(), 0, 1);
    const file = logFile('a.csv', 60_000, 24);
    const [one, two] = await Promise.all([
      imports.start(await orderOf(file, 'sample', 'log-1'), 'Sample van'),
      imports.start(await orderOf(file, 'sample', 'log-2'), 'Sample van'),
    ]);
    expect(one).toMatchObject({ record: { rowsKept: 1441 } });
    expect(two).toMatchObject({ failed: 'no-rows' });
    expect((two as ImportFailure).says).toContain('1441 lie in time that is already in the book');
    expect(await logsIn(db, 'sample')).toHaveLength(1);
  });
  it('of an hourly log and a minute log of the same days counts no stretch twice', async () => {
    const total = async (first: number, second: number) => {
      TestBed.resetTestingModule();
      const { db, imports } = begin();
      await saveRig(db, sampleRig(), 0, 1);
      await imports.start(await orderOf(logFile('a.csv', first, 240), 'sample', 'log-1'), 'Sample van');
      await imports.start(await orderOf(logFile('b.csv', second, 240), 'sample', 'log-2'), 'Sample van');
      const days = await db.logDays.toArray();
      return days.reduce((sum, day) => sum + day.morning.outAh + day.daylight.outAh + day.evening.outAh, 0);
    };
    // Ten nights of twelve hours at 5 A, less what crosses zero at six and at eighteen
    const [alone, hourFirst, minuteFirst] = [
      await total(60_000, 60_000),
      await total(HOUR_MS, 60_000),
      await total(60_000, HOUR_MS),
    ];
    expect(alone).toBeGreaterThan(595);
    expect(alone).toBeLessThan(605);
    for (const ah of [hourFirst, minuteFirst]) expect(Math.abs(ah - alone)).toBeLessThan(30);
    expect(minuteFirst).toBeCloseTo(alone, 6);
  });
  it('fills the hours that another log lacks, and only those', async () => {
    const { db, imports } = begin();
    await saveRig(db, sampleRig(), 0, 1);
    const [before, after] = [logFile('a.csv', 60_000, 10), logFile('b.csv', 60_000, 10, T0 + 14 * HOUR_MS)];
    const text = (await before.text()) + (await after.text()).split('\n').slice(1).join('\n');
    await imports.start(await orderOf(new File([text], 'gap.csv'), 'sample', 'log-1'), 'Sample van');
    const filled = await imports.start(await orderOf(logFile('c.csv', 60_000, 24), 'sample', 'log-2'), 'Sample van');
    // From 10:01 to 13:59
    expect(filled).toMatchObject({ record: { rowsRead: 1441, rowsKept: 239, rowsCovered: 1202 } });
    const days = await db.logDays.toArray();
    const hours =
      days.reduce((sum, day) => sum + day.morning.coveredMs + day.daylight.coveredMs + day.evening.coveredMs, 0) /
      HOUR_MS;
    expect(hours).toBeGreaterThan(23.9);
    expect(hours).toBeLessThanOrEqual(24);
  });
  it('of a rig that was deleted meanwhile goes nowhere, and leaves nothing', async () => {
    const { db, imports } = begin();
    const result = await imports.start(await orderOf(logFile('a.csv', 600_000, 24), 'gone', 'log-1'), 'Gone');
    expect(result).toMatchObject({ failed: 'no-rig' });
    expect(await db.logBlocks.count()).toBe(0);
  });
});

describe('an import that is cancelled', () => {
  const silent = () => {
    let stopped = 0;
    const asked: string[] = [];
    const client = {
      ...doorTo({
        cancel: () => Promise.resolve(),
        takeOut: (id: string) => Promise.resolve(void asked.push(id)),
      }),
      importLog: () => new Promise<never>(() => undefined),
      stop: () => stopped++,
    };
    return { client, stopped: () => stopped, asked };
  };
  it('is over at once though the reader never answers; it is ended, and what it left taken out', async () => {
    const { client, stopped, asked } = silent();
    const { imports } = begin([{ provide: LogWorkerClient, useValue: client }]);
    const work = imports.start(await orderOf(logFile('a.csv', 600_000, 24), 'sample', 'log-1'), 'Sample van');
    await until(() => imports.jobs()[0]?.state === 'reading');
    imports.cancel('log-1');
    expect(await work).toMatchObject({ failed: 'cancelled' });
    expect(imports.jobs()).toEqual([]);
    await until(() => stopped() === 1 && asked.includes('log-1'));
  });
  it('says when what it had stored could not be taken out again', async () => {
    const { client } = silent();
    const broken = { ...client, call: () => Promise.reject(new Error('disk full')) };
    const { imports } = begin([{ provide: LogWorkerClient, useValue: broken }]);
    const work = imports.start(await orderOf(logFile('a.csv', 600_000, 24), 'sample', 'log-1'), 'Sample van');
    await until(() => imports.jobs()[0]?.state === 'reading');
    imports.cancel('log-1');
    expect(await work).toMatchObject({ failed: 'cancelled' });
    await until(() => imports.jobs()[0]?.state === 'failed');
    expect(imports.jobs()[0]).toMatchObject({
      fileName: 'a.csv',
      says: expect.stringContaining('disk full') as string,
    });
  });
  it('while it waits for another never begins', async () => {
    const { client } = silent();
    let begun = 0;
    const { imports } = begin([
      { provide: LogWorkerClient, useValue: { ...client, importLog: () => (begun++, client.importLog()) } },
    ]);
    const file = logFile('a.csv', 600_000, 24);
    const [first, second] = [await orderOf(file, 'sample', 'log-1'), await orderOf(file, 'sample', 'log-2')];
    void imports.start(first, 'Sample van');
    const work = imports.start(second, 'Sample van');
    await until(() => begun === 1);
    expect(imports.jobs().map(({ state }) => state)).toEqual(['reading', 'waiting']);
    imports.cancel('log-2');
    expect(await work).toMatchObject({ failed: 'cancelled' });
    imports.cancel('log-1');
    await until(() => imports.jobs().length === 0);
    expect(begun).toBe(1);
  });
  it('is said to have failed where the reader dies', async () => {
    const { client } = silent();
    const dying = {
      ...client,
      importLog: () => Promise.reject(new Error('the part of Coulan that reads logs could not be loaded')),
    };
    const { imports } = begin([{ provide: LogWorkerClient, useValue: dying }]);
    const result = await imports.start(await orderOf(logFile('a.csv', 600_000, 24), 'sample', 'log-1'), 'Sample van');
    expect(result).toMatchObject({
      failed: 'unreadable',
      says: 'the part of Coulan that reads logs could not be loaded',
    });
    expect(imports.jobs()).toMatchObject([{ state: 'failed' }]);
  });
});
