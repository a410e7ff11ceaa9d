import { TestBed } from '@angular/core/testing';
import { Store } from '@ngrx/store';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { MONITOR_BEFORE_9 } from '@core/kept-spec/monitor-before-9';
import type { Rig } from '@core/rig/rig';
import { RIG_VERSION } from '@core/rig/version';
import { saveRig } from '../storage/rig-rows';
import { Storage } from '../storage/storage';
import { provideCoulan } from '../testing/open-page';
import { sampleRig } from '../testing/sample-rig';
import { Edit } from './edit';
import { RigEvents } from './rig-actions';
import { rigFeature } from './rig-feature';
import { laidAside, RigSession } from './rig-session';

const SPARE = 'coulan-unsaved-sample';

function begin() {
  TestBed.configureTestingModule({ providers: provideCoulan() });
  const store = TestBed.inject(Store);
  return {
    store,
    session: TestBed.inject(RigSession),
    db: TestBed.inject(Storage).db,
    state: store.selectSignal(rigFeature.selectRigState),
    rename: (name: string) => store.dispatch(Edit.set({ name }, 'name')),
  };
}

async function until(holds: () => boolean | Promise<boolean>): Promise<void> {
  for (let round = 0; round < 200; round++) {
    if (await holds()) return;
    await new Promise((done) => setTimeout(done, 10));
  }
  throw new Error(`never came true: ${holds.toString()}`);
}

/** As the page goes away. */
function leave(): void {
  dispatchEvent(new Event('pagehide'));
}

describe('the open rig', () => {
  beforeEach(() => localStorage.clear());

  it('is stored as it is made, and every edit after it', async () => {
    const { session, db, state, rename } = begin();
    await session.create(sampleRig());
    expect((await db.rigs.get('sample'))!.revision).toBe(1);
    rename('Second name');
    expect(state().saving.state).toBe('saving');
    await until(() => state().saving.state === 'saved');
    expect(await db.rigs.get('sample')).toMatchObject({ name: 'Second name', revision: 2 });
  });
  it('writes what came while a write was under way with the next, and loses nothing', async () => {
    const { session, db, rename, state } = begin();
    await session.create(sampleRig());
    for (let k = 0; k < 20; k++) rename(`Name ${k}`);
    await until(() => state().saving.state === 'saved');
    const row = (await db.rigs.get('sample'))!;
    expect(row.name).toBe('Name 19');
    expect(row.revision).toBeLessThan(20);
  });
  it('undoes in the database too', async () => {
    const { session, db, store, rename } = begin();
    await session.create(sampleRig());
    rename('Wrong');
    store.dispatch(RigEvents.undo());
    await until(async () => (await db.rigs.get('sample'))!.name === 'Sample van');
  });
  it('is followed no longer when its session has ended: it asks for nothing, and lays nothing aside', async () => {
    const { session, db, rename, state } = begin();
    session.followRows();
    await session.create(sampleRig());
    await until(() => session.rows().length === 1);
    vi.spyOn(db.rigs, 'put').mockRejectedValue(new Error('no room'));
    rename('Not written');
    await until(() => state().saving.state === 'failed');
    TestBed.resetTestingModule();
    localStorage.clear();
    leave();
    expect(localStorage).toHaveLength(0);
    vi.restoreAllMocks();
    const asked = vi.spyOn(db.rigs, 'get');
    await db.rigs.put({ id: 'other', name: 'Other', revision: 1, savedAtMs: 1, rig: {} });
    await new Promise((done) => setTimeout(done, 50));
    expect(session.rows()).toHaveLength(1);
    expect(asked).not.toHaveBeenCalled();
  });
  it('opens what is stored, and says when there is none of that name', async () => {
    const { session, db, state } = begin();
    await saveRig(db, sampleRig(), 0, 1);
    expect(await session.open('nothing')).toBe('missing');
    expect(await session.open('sample')).toBe('open');
    expect(state()).toMatchObject({ revision: 1, edits: 0, rig: { name: 'Sample van' } });
  });
  it('follows another tab while nothing here is unsaved, and can go back to before', async () => {
    const { session, db, state, store } = begin();
    await session.create(sampleRig());
    await saveRig(db, { ...sampleRig(), name: 'From the other tab' }, 1, 5);
    await until(() => state().rig!.name === 'From the other tab');
    store.dispatch(RigEvents.undo());
    await until(async () => (await db.rigs.get('sample'))!.name === 'Sample van');
    expect((await db.rigs.get('sample'))!.revision).toBe(3);
  });
  it('asks when both tabs have written, and overwrites neither', async () => {
    const { session, db, state, rename } = begin();
    await session.create(sampleRig());
    const theirs: Rig = { ...sampleRig(), name: 'Theirs' };
    // Both in the same moment: the other one is first.
    const other = saveRig(db, theirs, 1, 5);
    rename('Mine');
    await other;
    await until(() => state().conflict !== null || state().rig!.name === 'Theirs');
    expect((await db.rigs.get('sample'))!.name).toBe('Theirs');
    expect(state().rig!.name).toBe('Mine');
    const id = await session.keepMineAsCopy(state().rig!);
    expect((await db.rigs.get(id))!.name).toBe('Mine (this tab)');
    expect((await db.rigs.get('sample'))!.name).toBe('Theirs');
  });
  it('takes the other tab’s on request', async () => {
    const { session, state } = begin();
    await session.create(sampleRig());
    session.takeTheirs({ rig: { ...sampleRig(), name: 'Theirs' }, revision: 7 });
    expect(state()).toMatchObject({ revision: 7, conflict: null, edits: 0, rig: { name: 'Theirs' } });
  });
  it('says that another tab has deleted it', async () => {
    const { session, db, state, rename } = begin();
    await session.create(sampleRig());
    await db.rigs.delete('sample');
    rename('Too late');
    await until(() => state().saving.state === 'failed');
    expect(state().saving.says).toBe('another tab has deleted this rig');
    expect(state().rig!.name).toBe('Too late');
  });
  it('is shown all the same where nothing can be stored', async () => {
    const { session, db, state } = begin();
    db.close();
    await session.create(sampleRig());
    expect(state().rig!.name).toBe('Sample van');
    expect(state().saving.state).toBe('failed');
  });
  it('lays aside what is unsaved as the page goes, and takes it up again', async () => {
    const { session, db, state, rename, store } = begin();
    await session.create(sampleRig());
    rename('Typed at the last moment');
    leave();
    const spare = localStorage.getItem(SPARE)!;
    expect(JSON.parse(spare)).toMatchObject({ revision: 1, rig: { name: 'Typed at the last moment' } });
    await until(() => state().saving.state === 'saved');
    expect(localStorage.getItem(SPARE)).toBeNull();

    // As after a write that never ended: the row is as it was, the spare is there.
    session.close();
    await db.rigs.put({
      id: 'sample',
      name: 'Sample van',
      revision: 1,
      savedAtMs: 1,
      version: RIG_VERSION,
      rig: sampleRig(),
    });
    localStorage.setItem(SPARE, spare);
    store.dispatch(RigEvents.closed());
    await session.open('sample');
    expect(state()).toMatchObject({ revision: 2, rig: { name: 'Typed at the last moment' } });
  });
  it('takes the spare up though an earlier write of the same page ended after it was laid aside', async () => {
    const { session, db, state } = begin();
    await saveRig(db, sampleRig(), 0, 1, { writer: 'page one' });
    await saveRig(db, { ...sampleRig(), name: 'Typed at' }, 1, 2, { writer: 'page one' });
    const spare = {
      version: RIG_VERSION,
      rig: { ...sampleRig(), name: 'Typed at the last moment' },
      revision: 1,
      writer: 'page one',
    };
    localStorage.setItem(SPARE, JSON.stringify(spare));
    await session.open('sample');
    expect(state()).toMatchObject({ revision: 3, conflict: null, rig: { name: 'Typed at the last moment' } });
    expect((await db.rigs.get('sample'))!.name).toBe('Typed at the last moment');
    expect(localStorage.getItem(SPARE)).toBeNull();
  });
  it('asks when another page wrote after the spare was laid aside, and keeps it until there is an answer', async () => {
    const { session, db, state } = begin();
    await saveRig(db, sampleRig(), 0, 1, { writer: 'page one' });
    await saveRig(db, { ...sampleRig(), name: 'Theirs' }, 1, 2, { writer: 'page two' });
    const spare = { version: RIG_VERSION, rig: { ...sampleRig(), name: 'Mine' }, revision: 1, writer: 'page one' };
    localStorage.setItem(SPARE, JSON.stringify(spare));
    await session.open('sample');
    expect(state()).toMatchObject({ rig: { name: 'Mine' }, conflict: { revision: 2, rig: { name: 'Theirs' } } });
    expect((await db.rigs.get('sample'))!.name).toBe('Theirs');
    expect(localStorage.getItem(SPARE)).not.toBeNull();
    session.takeTheirs(state().conflict!);
    expect(state()).toMatchObject({ conflict: null, rig: { name: 'Theirs' } });
    expect(localStorage.getItem(SPARE)).toBeNull();
  });
  it('says that a spare could not be stored, and keeps it', async () => {
    const { session, db, state } = begin();
    await saveRig(db, sampleRig(), 0, 1, { writer: 'page one' });
    const spare = { version: RIG_VERSION, rig: { ...sampleRig(), name: 'Mine' }, revision: 1, writer: 'page one' };
    localStorage.setItem(SPARE, JSON.stringify(spare));
    db.rigs.hook('updating', () => {
      throw new Error('no room');
    });
    await session.open('sample');
    expect(state()).toMatchObject({ conflict: null, saving: { state: 'failed' }, rig: { name: 'Mine' } });
    expect(localStorage.getItem(SPARE)).not.toBeNull();
  });
  it('brings a spare of an older version up to date, and leaves one of a newer alone', async () => {
    const { session, db, state } = begin();
    await saveRig(db, sampleRig(), 0, 1, { writer: 'page one' });
    const spare = { version: RIG_VERSION + 1, rig: { ...sampleRig(), name: 'Newer' }, revision: 1, writer: 'page one' };
    localStorage.setItem(SPARE, JSON.stringify(spare));
    await session.open('sample');
    expect(state().rig!.name).toBe('Sample van');
    expect(localStorage.getItem(SPARE)).not.toBeNull();
    session.close();
    const { charging, ...older } = sampleRig();
    const old = { ...spare, version: 2, rig: { ...older, monitor: MONITOR_BEFORE_9, name: 'Older' } };
    localStorage.setItem(SPARE, JSON.stringify(old));
    await session.open('sample');
    expect(state().rig!.name).toBe('Older');
    expect(Object.keys(state().rig!.charging)).toEqual(Object.keys(charging));
  });
  it('tells a database that does not answer from one without the rig', async () => {
    const { session, db } = begin();
    vi.spyOn(db.rigs, 'get').mockRejectedValue(new Error('shut'));
    expect(await session.open('sample')).toBe('unreadable');
  });
  it('lists every spare that waits, one that is damaged too', () => {
    localStorage.setItem('coulan-unsaved-a', '{"rig":{"name":"Heron"}}');
    localStorage.setItem('coulan-unsaved-b', '{"rig":{"na');
    localStorage.setItem('coulan-unsaved-c', '{"rig":{"name":"Stored"}}');
    const listed = laidAside([{ id: 'c' }]).sort((one, other) => one.id.localeCompare(other.id));
    expect(listed).toEqual([
      { id: 'a', name: 'Heron' },
      { id: 'b', name: 'b' },
    ]);
  });
  it('asks where another tab stored a rig of that id while it was being made', async () => {
    const { session, db, state } = begin();
    await saveRig(db, { ...sampleRig(), name: 'Theirs' }, 0, 1);
    await session.create(sampleRig());
    await until(() => state().conflict !== null);
    expect(state().conflict!.rig.name).toBe('Theirs');
    expect((await db.rigs.get('sample'))!.name).toBe('Theirs');
  });
  it('does not stumble over a spare that is no rig', async () => {
    const { session, db, state } = begin();
    await saveRig(db, sampleRig(), 0, 1);
    localStorage.setItem(SPARE, '{"rig":');
    expect(await session.open('sample')).toBe('open');
    expect(state().rig!.name).toBe('Sample van');
  });
  it('is taken off the device with its logs', async () => {
    const { session, db, state } = begin();
    await session.create(sampleRig());
    await session.remove(sampleRig());
    expect(state().rig).toBeNull();
    expect(await db.rigs.count()).toBe(0);
  });
});
