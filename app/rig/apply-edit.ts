import { createReducer, on } from '@ngrx/store';
import type { Rig } from '@core/rig/rig';
import { RigEdits } from './rig-actions';

/** The plan after an edit; the same object when the edit does not concern it. */
export const applyEdit = createReducer(
  null as Rig | null,
  on(RigEdits.loadAdded, (rig, { load }) => rig && { ...rig, loads: [...rig.loads, load] }),
  on(
    RigEdits.loadChanged,
    (rig, { id, changes }) =>
      rig && { ...rig, loads: rig.loads.map((load) => (load.id === id ? { ...load, ...changes } : load)) },
  ),
  on(RigEdits.loadRemoved, (rig, { id }) => rig && { ...rig, loads: rig.loads.filter((load) => load.id !== id) }),
  on(
    RigEdits.groupRenamed,
    (rig, { from, to }) =>
      rig && { ...rig, loads: rig.loads.map((load) => (load.group === from ? { ...load, group: to } : load)) },
  ),
  on(RigEdits.inverterChanged, (rig, { inverter }) => rig && { ...rig, inverter }),
  on(RigEdits.bankChanged, (rig, { bank }) => rig && { ...rig, bank }),
  on(RigEdits.monitorChanged, (rig, { changes }) => rig && { ...rig, monitor: { ...rig.monitor, ...changes } }),
  on(RigEdits.settingEntered, (rig, { id, value, atMs }) => {
    if (!rig) return rig;
    const others = { ...rig.monitor.entered };
    delete others[id];
    return {
      ...rig,
      monitor: { ...rig.monitor, entered: value === null ? others : { ...others, [id]: { value, atMs } } },
    };
  }),
  on(RigEdits.detailsChanged, (rig, { changes }) => rig && { ...rig, ...changes }),
  on(RigEdits.readingAdded, (rig, { reading }) =>
    inLogbook(rig, (book) => ({ readings: [...book.readings, reading].sort((a, b) => a.atMs - b.atMs) })),
  ),
  on(RigEdits.readingRemoved, (rig, { id }) =>
    inLogbook(rig, (book) => ({ readings: book.readings.filter((reading) => reading.id !== id) })),
  ),
  on(RigEdits.logbookChanged, (rig, { changes }) => inLogbook(rig, () => changes)),
  on(RigEdits.logAdded, (rig, { record }) => inLogbook(rig, (book) => ({ logs: [...book.logs, record] }))),
  on(RigEdits.logRemoved, (rig, { id }) =>
    inLogbook(rig, (book) => ({ logs: book.logs.filter((log) => log.id !== id) })),
  ),
  on(RigEdits.mappingRemembered, (rig, { name, mapping }) =>
    inLogbook(rig, (book) => ({
      mappings: [...book.mappings.filter((known) => known.name !== name), { name, mapping }].slice(-50),
    })),
  ),
);

function inLogbook(rig: Rig | null, change: (book: Rig['logbook']) => Partial<Rig['logbook']>): Rig | null {
  return rig && { ...rig, logbook: { ...rig.logbook, ...change(rig.logbook) } };
}
