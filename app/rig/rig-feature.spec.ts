import type { Action } from '@ngrx/store';
import { newLoad } from '@core/audit/fresh';
import { newRig } from '@core/rig/new-rig';
import { simpleBank } from '@core/bank/fresh';
import { withReading } from '@core/logbook/with-reading';
import { Edit } from './edit';
import { RigEvents } from './rig-actions';
import { rigReducer, type RigState } from './rig-feature';

const load = { ...newLoad('a', 'Cabin'), name: 'Lamp' };
const rig = { ...newRig('r', 'R', 'UTC'), loads: [load] };
const opened = rigReducer(undefined, RigEvents.opened({ rig, revision: 3 }));
const after = (state: RigState, ...actions: Action[]) => actions.reduce(rigReducer, state);
const watts = (powerW: number) => Edit.change('loads', 'a', { power: { by: 'watts', powerW } });
const named = (name: string) => Edit.change('loads', 'a', { name });

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
    const added = after(opened, Edit.add('loads', newLoad('b', '')), Edit.add('loads', newLoad('c', '')));
    expect(added.past).toHaveLength(2);
    expect(after(added, Edit.remove('loads', 'a'), RigEvents.undo()).rig!.loads.map(({ id }) => id)).toEqual([
      'a',
      'b',
      'c',
    ]);
  });
  it('takes each arrangement that is picked, and each move of a load, as a step of its own', () => {
    const bank = (parallelCount: number) => Edit.set({ bank: { ...simpleBank('lfp'), parallelCount } });
    expect(after(opened, bank(100), bank(200), bank(300)).past).toHaveLength(3);
    const two = after(opened, Edit.add('loads', newLoad('b', 'Deck')));
    const move = (group: string) => Edit.move('loads', 'a', null, { group });
    const moved = after(two, move('Deck'), move('Cabin'));
    expect(after(moved, RigEvents.undo()).rig!.loads.find(({ id }) => id === 'a')!.group).toBe('Deck');
  });
  it('takes typing of a setting as one step', () => {
    const enter = (value: number) => Edit.merge('monitor', { starterA: value }, 'entered capacity');
    expect(after(opened, enter(1), enter(16), enter(160)).past).toHaveLength(1);
  });
  it('moves a load before another, into a group, and to the end', () => {
    const three = after(opened, Edit.insert('loads', [newLoad('b', 'Cabin'), newLoad('c', 'Deck')], null));
    const order = (state: RigState) => state.rig!.loads.map(({ id, group }) => `${id} ${group}`);
    const moved = after(three, Edit.move('loads', 'c', 'a', { group: 'Cabin' }));
    expect(order(moved)).toEqual(['c Cabin', 'a Cabin', 'b Cabin']);
    expect(order(after(moved, Edit.move('loads', 'c', null, { group: 'Deck' })))).toEqual([
      'a Cabin',
      'b Cabin',
      'c Deck',
    ]);
  });
  it('adds a block of loads where it is asked to, as one step', () => {
    const state = after(opened, Edit.insert('loads', [newLoad('b', ''), newLoad('c', '')], 0));
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
      Edit.merge('logbook', { readings: withReading([], reading('x', 9)) }, null),
      Edit.merge('logbook', { readings: withReading([reading('x', 9)], reading('y', 2)) }, null),
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
