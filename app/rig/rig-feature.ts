import { type Action, createFeature, createReducer, createSelector, on } from '@ngrx/store';
import type { DayQuantiles } from '@core/audit/simulate-day';
import type { Rig } from '@core/rig/rig';
import { applyEdit, edited } from './edit';
import { RigEvents } from './rig-actions';

export interface RigState {
  rig: Rig | null;
  /** Earlier plans, oldest first, and later ones that undo has left behind, nearest first. */
  past: Rig[];
  future: Rig[];
  /** The edit that typing goes on adding to; null once the field is left. */
  openEdit: string | null;
  /** The plan before the last edit, and its day as drawn. */
  lastEdit: { before: Rig; quantiles: DayQuantiles | null } | null;
  /** The audited day as the simulation last drew it. */
  quantiles: DayQuantiles | null;
  /** Counts changes of the plan, so that a save knows whether it saved the newest. */
  edits: number;
  revision: number;
  saving: { state: 'saved' | 'saving' | 'failed'; atMs: number | null; says: string };
  conflict: { rig: Rig; revision: number } | null;
}

const UNDO_STEPS = 200;

const initial: RigState = {
  rig: null,
  past: [],
  future: [],
  openEdit: null,
  lastEdit: null,
  quantiles: null,
  edits: 0,
  revision: 0,
  saving: { state: 'saved', atMs: null, says: '' },
  conflict: null,
};

const events = createReducer(
  initial,
  on(RigEvents.opened, (_state, { rig, revision }): RigState => ({ ...initial, rig, revision })),
  on(RigEvents.closed, (): RigState => initial),
  on(RigEvents.daySimulated, (state, { quantiles }): RigState => ({ ...state, quantiles })),
  on(RigEvents.settled, (state): RigState => (state.openEdit === null ? state : { ...state, openEdit: null })),
  on(RigEvents.undo, (state): RigState => {
    const rig = state.past.at(-1);
    if (!rig || !state.rig) return state;
    return changed({
      ...state,
      rig,
      past: state.past.slice(0, -1),
      future: [state.rig, ...state.future],
      openEdit: null,
      lastEdit: { before: state.rig, quantiles: state.quantiles },
    });
  }),
  on(RigEvents.redo, (state): RigState => {
    const [rig, ...future] = state.future;
    if (!rig || !state.rig) return state;
    return changed({
      ...state,
      rig,
      past: [...state.past, state.rig],
      future,
      openEdit: null,
      lastEdit: { before: state.rig, quantiles: state.quantiles },
    });
  }),
  on(RigEvents.saved, (state, { revision, atMs }): RigState => ({
    ...state,
    revision,
    saving: { state: 'saved', atMs, says: '' },
  })),
  on(RigEvents.saveFailed, (state, { says }): RigState => ({
    ...state,
    saving: { ...state.saving, state: 'failed', says },
  })),
  on(RigEvents.followedOtherTab, (state, { rig, revision }): RigState =>
    state.rig ? written(state, state.rig, rig, revision) : state,
  ),
  on(RigEvents.logsArrived, (state, { logs, revision }): RigState => {
    if (!state.rig) return state;
    const { logbook } = state.rig;
    const known = new Set(logbook.logs.map(({ id }) => id));
    const added = logs.filter(({ id }) => !known.has(id));
    const rig = { ...state.rig, logbook: { ...logbook, logs: [...logbook.logs, ...added] } };
    return written(state, state.rig, rig, revision);
  }),
  on(RigEvents.conflictFound, (state, { rig, revision }): RigState => ({ ...state, conflict: { rig, revision } })),
);

/** Plan, undo and saving in one: an edit that changes the plan puts the old one on the pile. */
export function rigReducer(state: RigState = initial, action: Action): RigState {
  if (!isEdit(action) || state.rig === null) return events(state, action);
  const rig = applyEdit(state.rig, action.edit);
  if (rig === state.rig) return state;
  const name = action.step;
  const goesOn = name !== null && name === state.openEdit && state.past.length > 0;
  return changed({
    ...state,
    rig,
    past: goesOn ? state.past : [...state.past, state.rig].slice(-UNDO_STEPS),
    future: [],
    openEdit: name,
    lastEdit: goesOn && state.lastEdit ? state.lastEdit : { before: state.rig, quantiles: state.quantiles },
  });
}

/** The plan as it was written elsewhere; what stood before can be had back by undo. */
const written = (state: RigState, before: Rig, rig: Rig, revision: number): RigState => ({
  ...state,
  rig,
  revision,
  past: [...state.past, before].slice(-UNDO_STEPS),
  future: [],
  openEdit: null,
  lastEdit: { before, quantiles: state.quantiles },
});

const changed = (state: RigState): RigState => ({
  ...state,
  edits: state.edits + 1,
  saving: { ...state.saving, state: 'saving' },
});

const isEdit = (action: Action): action is ReturnType<typeof edited> => action.type === edited.type;

export const rigFeature = createFeature({
  name: 'rig',
  reducer: rigReducer,
  extraSelectors: ({ selectPast, selectFuture, selectRigState }) => ({
    selectCanUndo: createSelector(selectPast, (past) => past.length > 0),
    selectCanRedo: createSelector(selectFuture, (future) => future.length > 0),
    selectOpenRig: createSelector(selectRigState, ({ rig, revision, edits }) =>
      rig ? { rig, revision, edits } : null,
    ),
  }),
});
