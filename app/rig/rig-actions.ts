import { createActionGroup, emptyProps, props } from '@ngrx/store';
import type { DayQuantiles } from '@core/audit/simulate-day';
import type { LogRecord } from '@core/logbook/plan';
import type { Rig } from '@core/rig/rig';

/** What happens to the plan as a whole. */
export const RigEvents = createActionGroup({
  source: 'Rig',
  events: {
    Opened: props<{ rig: Rig; revision: number }>(),
    Closed: emptyProps(),
    Undo: emptyProps(),
    Redo: emptyProps(),
    /** The field being typed into was left: the next edit is a step of its own. */
    Settled: emptyProps(),
    'Day simulated': props<{ quantiles: DayQuantiles }>(),
    Saved: props<{ revision: number; atMs: number }>(),
    'Save failed': props<{ says: string }>(),
    /** Another tab wrote the rig and nothing here was unsaved. */
    'Followed other tab': props<{ rig: Rig; revision: number }>(),
    /** Logs were imported into the stored plan, from this page or another; nothing else of it was changed. */
    'Logs arrived': props<{ logs: LogRecord[]; revision: number }>(),
    'Conflict found': props<{ rig: Rig; revision: number }>(),
  },
});
