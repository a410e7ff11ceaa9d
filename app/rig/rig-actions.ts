import { createActionGroup, emptyProps, props } from '@ngrx/store';
import type { DayQuantiles } from '@core/audit/simulate-day';
import type { Bank, Battery, ChemistryEdits } from '@core/rig/bank';
import type { ChargingPlan } from '@core/rig/charging';
import type { Inverter } from '@core/rig/inverter';
import type { AuditPlan, Load } from '@core/rig/load';
import type { LogMapping, LogRecord, Logbook, Reading } from '@core/rig/logbook';
import type { MonitorPlan, SettingId } from '@core/rig/monitor';
import type { Rig } from '@core/rig/rig';
import type { RuntimeTrial } from '@core/rig/trial';

/** What a person does to the plan. Every one of these can be undone. */
export const RigEdits = createActionGroup({
  source: 'Rig edit',
  events: {
    'Load added': props<{ load: Load }>(),
    'Load changed': props<{ id: string; changes: Partial<Load> }>(),
    'Load removed': props<{ id: string }>(),
    'Group renamed': props<{ from: string; to: string }>(),
    'Loads added': props<{ loads: Load[]; at: number | null }>(),
    'Load moved': props<{ id: string; before: string | null; group: string }>(),
    'Audit changed': props<{ changes: Partial<AuditPlan> }>(),
    'Inverter added': props<{ inverter: Inverter }>(),
    'Inverter changed': props<{ id: string; changes: Partial<Inverter> }>(),
    'Inverter removed': props<{ id: string }>(),
    'Trial added': props<{ trial: RuntimeTrial }>(),
    'Trial changed': props<{ id: string; changes: Partial<RuntimeTrial> }>(),
    'Trial removed': props<{ id: string }>(),
    'Shelf changed': props<{ shelf: Battery[]; field?: string }>(),
    'Chemistry changed': props<{ edits: ChemistryEdits; field?: string }>(),
    'Bank changed': props<{ bank: Bank | null; field?: string }>(),
    'Charging changed': props<{ changes: Partial<ChargingPlan>; field?: string }>(),
    /** A remedy goes into the plan: bank and sources in one step. */
    'Remedy added': props<{ bank: Bank | null; charging: ChargingPlan }>(),
    'Monitor changed': props<{ changes: Partial<MonitorPlan> }>(),
    'Setting entered': props<{ id: SettingId; value: number | null; atMs: number; field?: string }>(),
    'Details changed': props<{ changes: Partial<Pick<Rig, 'name' | 'purpose' | 'place'>> }>(),
    'Reading added': props<{ reading: Reading }>(),
    'Reading removed': props<{ id: string }>(),
    'Logbook changed': props<{ changes: Partial<Pick<Logbook, 'fullSchool' | 'windowDays' | 'fullWithinDays'>> }>(),
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
