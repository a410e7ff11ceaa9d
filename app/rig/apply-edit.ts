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
  on(RigEdits.loadsAdded, (rig, { loads, at }) => {
    if (!rig) return rig;
    const to = at ?? rig.loads.length;
    return { ...rig, loads: [...rig.loads.slice(0, to), ...loads, ...rig.loads.slice(to)] };
  }),
  on(RigEdits.loadMoved, (rig, { id, before, group }) => {
    const moved = rig?.loads.find((load) => load.id === id);
    if (!rig || !moved) return rig;
    const others = rig.loads.filter((load) => load.id !== id);
    const at = others.findIndex((load) => load.id === before);
    const to = at < 0 ? others.length : at;
    return { ...rig, loads: [...others.slice(0, to), { ...moved, group }, ...others.slice(to)] };
  }),
  on(RigEdits.auditChanged, (rig, { changes }) => rig && { ...rig, audit: { ...rig.audit, ...changes } }),
  on(RigEdits.inverterAdded, (rig, { inverter }) => rig && { ...rig, inverters: [...rig.inverters, inverter] }),
  on(
    RigEdits.inverterChanged,
    (rig, { id, changes }) => rig && { ...rig, inverters: changed(rig.inverters, id, changes) },
  ),
  on(
    RigEdits.inverterRemoved,
    (rig, { id }) => rig && { ...rig, inverters: rig.inverters.filter((one) => one.id !== id) },
  ),
  on(RigEdits.trialAdded, (rig, { trial }) => rig && { ...rig, trials: [...rig.trials, trial] }),
  on(RigEdits.trialChanged, (rig, { id, changes }) => rig && { ...rig, trials: changed(rig.trials, id, changes) }),
  on(RigEdits.trialRemoved, (rig, { id }) => rig && { ...rig, trials: rig.trials.filter((one) => one.id !== id) }),
  on(RigEdits.shelfChanged, (rig, { shelf }) => rig && { ...rig, shelf }),
  on(RigEdits.chemistryChanged, (rig, { edits }) => rig && { ...rig, chemistryEdits: edits }),
  on(RigEdits.bankChanged, (rig, { bank }) => rig && { ...rig, bank }),
  on(RigEdits.chargingChanged, (rig, { changes }) => rig && { ...rig, charging: { ...rig.charging, ...changes } }),
  on(RigEdits.remedyAdded, (rig, { bank, charging }) => rig && { ...rig, bank, charging }),
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

const changed = <Row extends { id: string }>(rows: readonly Row[], id: string, changes: Partial<Row>): Row[] =>
  rows.map((row) => (row.id === id ? { ...row, ...changes } : row));
