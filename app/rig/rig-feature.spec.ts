import type { Action } from '@ngrx/store';
import { newLoad, newRig, simpleBank } from '@core/rig/new-rig';
import { RigEdits, RigEvents } from './rig-actions';
import { rigReducer, type RigState } from './rig-feature';

const load = { ...newLoad('a', 'Cabin'), name: 'Lamp' };
const rig = { ...newRig('r', 'R', 'UTC'), loads: [load] };
const opened = rigReducer(undefined, RigEvents.opened({ rig, revision: 3 }));
const after = (state: RigState, ...actions: Action[]) => actions.reduce(rigReducer, state);
const watts = (powerW: number) => RigEdits.loadChanged({ id: 'a', changes: { power: { by: 'watts', powerW } } });
const named = (name: string) => RigEdits.loadChanged({ id: 'a', changes: { name } });

describe('rig state', () => {
  it('undoes and redoes an edit', () => {
    const edited = after(opened, watts(40));
    const undone = after(edited, RigEvents.undo());
    expect(undone.rig).toEqual(rig);
    expect(after(undone, RigEvents.redo()).rig).toEqual(edited.rig);
  });
  it('takes typing in one field as one step, and the next field as another', () => {
    const typed = after(opened, watts(4), watts(40), watts(400), named('Lam'), named('Lamps'));
    expect(typed.past).toHaveLength(2);
    expect(after(typed, RigEvents.undo()).rig!.loads[0]).toMatchObject({ name: 'Lamp', power: { powerW: 400 } });
  });
  it('begins a new step once the field was left', () => {
    expect(after(opened, watts(4), RigEvents.settled(), watts(40)).past).toHaveLength(2);
  });
  it('never merges adding and removing', () => {
    const added = after(
      opened,
      RigEdits.loadAdded({ load: newLoad('b', '') }),
      RigEdits.loadAdded({ load: newLoad('c', '') }),
    );
    expect(added.past).toHaveLength(2);
    expect(after(added, RigEdits.loadRemoved({ id: 'a' }), RigEvents.undo()).rig!.loads.map(({ id }) => id)).toEqual([
      'a',
      'b',
      'c',
    ]);
  });
  it('takes each arrangement that is picked, and each move of a load, as a step of its own', () => {
    const bank = (cableLengthM: number) => RigEdits.bankChanged({ bank: { ...simpleBank('lfp'), cableLengthM } });
    expect(after(opened, bank(100), bank(200), bank(300)).past).toHaveLength(3);
    const two = after(opened, RigEdits.loadAdded({ load: newLoad('b', 'Deck') }));
    const move = (group: string) => RigEdits.loadMoved({ id: 'a', before: null, group });
    const moved = after(two, move('Deck'), move('Cabin'));
    expect(after(moved, RigEvents.undo()).rig!.loads.find(({ id }) => id === 'a')!.group).toBe('Deck');
  });
  it('takes typing of a setting as one step', () => {
    const enter = (value: number) => RigEdits.settingEntered({ id: 'capacity', value, atMs: 5, field: 'value' });
    expect(after(opened, enter(1), enter(16), enter(160)).past).toHaveLength(1);
  });
  it('moves a load before another, into a group, and to the end', () => {
    const three = after(
      opened,
      RigEdits.loadsAdded({ loads: [newLoad('b', 'Cabin'), newLoad('c', 'Deck')], at: null }),
    );
    const order = (state: RigState) => state.rig!.loads.map(({ id, group }) => `${id} ${group}`);
    const moved = after(three, RigEdits.loadMoved({ id: 'c', before: 'a', group: 'Cabin' }));
    expect(order(moved)).toEqual(['c Cabin', 'a Cabin', 'b Cabin']);
    expect(order(after(moved, RigEdits.loadMoved({ id: 'c', before: null, group: 'Deck' })))).toEqual([
      'a Cabin',
      'b Cabin',
      'c Deck',
    ]);
  });
  it('adds a block of loads where it is asked to, as one step', () => {
    const state = after(opened, RigEdits.loadsAdded({ loads: [newLoad('b', ''), newLoad('c', '')], at: 0 }));
    expect(state.rig!.loads.map(({ id }) => id)).toEqual(['b', 'c', 'a']);
    expect(after(state, RigEvents.undo()).rig).toEqual(rig);
  });
  it('forgets what was undone when something else is done', () => {
    const state = after(opened, watts(40), RigEvents.undo(), named('Other'));
    expect(after(state, RigEvents.redo()).rig).toBe(state.rig);
  });
  it('counts edits, so that a save knows whether it saved the newest', () => {
    expect(after(opened, watts(4), watts(40), RigEvents.undo()).edits).toBe(3);
    expect(after(opened, RigEvents.settled(), RigEvents.undo()).edits).toBe(0);
  });
  it('remembers the plan before the last step, for what moved', () => {
    expect(after(opened, watts(4), watts(40)).lastEdit!.before).toEqual(rig);
  });
  it('keeps a setting as entered, and takes it back', () => {
    const state = after(opened, RigEdits.settingEntered({ id: 'capacity', value: 160, atMs: 5 }));
    expect(state.rig!.monitor.entered.capacity).toEqual({ value: 160, atMs: 5 });
    expect(
      after(state, RigEdits.settingEntered({ id: 'capacity', value: null, atMs: 6 })).rig!.monitor.entered,
    ).toEqual({});
  });
  it('keeps readings in order of time', () => {
    const reading = (id: string, atMs: number) => ({
      id,
      atMs,
      voltageV: 12.6,
      currentA: null,
      socFraction: null,
      countAh: null,
      full: false,
      note: '',
    });
    const state = after(
      opened,
      RigEdits.readingAdded({ reading: reading('x', 9) }),
      RigEdits.readingAdded({ reading: reading('y', 2) }),
    );
    expect(state.rig!.logbook.readings.map(({ id }) => id)).toEqual(['y', 'x']);
  });
  it('follows another tab, and undo goes back to what was here', () => {
    const theirs = { ...rig, bank: simpleBank('agm') };
    const state = after(opened, RigEvents.followedOtherTab({ rig: theirs, revision: 4 }));
    expect([state.rig, state.revision, state.edits]).toEqual([theirs, 4, 0]);
    expect(after(state, RigEvents.undo()).rig).toEqual(rig);
  });
});
