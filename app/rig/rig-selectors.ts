import { createSelector } from '@ngrx/store';
import { deriveRig, movedFigures, staleSettings } from '@core/rig/derive-rig';
import type { Rig } from '@core/rig/rig';
import { rigFeature } from './rig-feature';

const selectLoads = createSelector(rigFeature.selectRig, (rig) => rig?.loads ?? null);
const selectInverter = createSelector(rigFeature.selectRig, (rig) => rig?.inverter ?? null);
const selectBank = createSelector(rigFeature.selectRig, (rig) => rig?.bank ?? null);
const selectMonitor = createSelector(rigFeature.selectRig, (rig) => rig?.monitor ?? null);

/** All that follows from the plan; anew only when a part that it follows from has changed. */
export const selectDerived = createSelector(
  selectLoads,
  selectInverter,
  selectBank,
  selectMonitor,
  (loads, inverter, bank, monitor) => (loads && monitor ? deriveRig({ loads, inverter, bank, monitor }) : null),
);

const sameInputs = (a: Rig, b: Rig) =>
  a.loads === b.loads && a.inverter === b.inverter && a.bank === b.bank && a.monitor === b.monitor;

/** What the last edit moved, and the settings that it made stale. */
export const selectConsequences = createSelector(
  rigFeature.selectLastEdit,
  rigFeature.selectRig,
  selectDerived,
  (edit, rig, after) => {
    if (!edit || !rig || !after || sameInputs(edit.before, rig)) return null;
    const before = deriveRig(edit.before);
    const staleBefore = new Set(staleSettings(before).map((setting) => setting.id));
    return {
      moved: movedFigures(before, after),
      madeStale: staleSettings(after).filter((setting) => !staleBefore.has(setting.id)),
    };
  },
);
