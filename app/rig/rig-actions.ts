import { createActionGroup, emptyProps, props } from '@ngrx/store';
import type { Bank } from '@core/rig/bank';
import type { Inverter, Load } from '@core/rig/load';
import type { LogMapping, LogRecord, Logbook, Reading } from '@core/rig/logbook';
import type { MonitorPlan, SettingId } from '@core/rig/monitor';
import type { Rig } from '@core/rig/rig';

/** What a person does to the plan. Every one of these can be undone. */
export const RigEdits = createActionGroup({
  source: 'Rig edit',
  events: {
    'Load added': props<{ load: Load }>(),
    'Load changed': props<{ id: string; changes: Partial<Load> }>(),
    'Load removed': props<{ id: string }>(),
    'Group renamed': props<{ from: string; to: string }>(),
    'Inverter changed': props<{ inverter: Inverter | null; field?: string }>(),
    'Bank changed': props<{ bank: Bank; field?: string }>(),
    'Monitor changed': props<{ changes: Partial<MonitorPlan> }>(),
    'Setting entered': props<{ id: SettingId; value: number | null; atMs: number }>(),
    'Details changed': props<{ changes: Partial<Pick<Rig, 'name' | 'purpose' | 'place'>> }>(),
    'Reading added': props<{ reading: Reading }>(),
    'Reading removed': props<{ id: string }>(),
    'Logbook changed': props<{ changes: Partial<Pick<Logbook, 'fullSchool' | 'windowDays'>> }>(),
    'Log added': props<{ record: LogRecord }>(),
    'Log removed': props<{ id: string }>(),
    'Mapping remembered': props<{ name: string; mapping: LogMapping }>(),
  },
});

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
    Saved: props<{ revision: number; atMs: number }>(),
    'Save failed': props<{ says: string }>(),
    /** Another tab wrote the rig and nothing here was unsaved. */
    'Followed other tab': props<{ rig: Rig; revision: number }>(),
    'Conflict found': props<{ rig: Rig; revision: number }>(),
  },
});
