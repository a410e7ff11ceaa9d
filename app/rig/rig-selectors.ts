import { createSelector } from '@ngrx/store';
import { deriveRig, type DerivingParts, movedFigures, staleSettings } from '@core/rig/derive-rig';
import type { Rig } from '@core/rig/rig';
import { rigFeature } from './rig-feature';

const part = <Key extends keyof DerivingParts>(key: Key) =>
  createSelector(rigFeature.selectRig, (rig): Rig[Key] | null => rig?.[key] ?? null);

/** The parts of a plan from which figures follow; the same object while none of them has changed. */
const selectParts = createSelector(
  part('audit'),
  part('loads'),
  part('inverters'),
  part('bank'),
  part('charging'),
  part('monitor'),
  part('chemistryEdits'),
  (audit, loads, inverters, bank, charging, monitor, chemistryEdits): DerivingParts | null =>
    audit && loads && inverters && charging && monitor && chemistryEdits
      ? { audit, loads, inverters, bank, charging, monitor, chemistryEdits }
      : null,
);

/** All that follows from the plan; anew only when a part that it follows from has changed. */
export const selectDerived = createSelector(
  selectParts,
  rigFeature.selectQuantiles,
  (parts, quantiles) => parts && deriveRig(parts, quantiles),
);

/** What followed from the plan before the last edit: once for all that is typed into one field. */
const selectBefore = createSelector(
  rigFeature.selectLastEdit,
  rigFeature.selectQuantiles,
  (edit, quantiles) => edit && deriveRig(edit.before, edit.quantiles ?? quantiles),
);

/** What the last edit moved, and the settings that it made stale. */
export const selectConsequences = createSelector(
  rigFeature.selectLastEdit,
  selectBefore,
  selectParts,
  selectDerived,
  (edit, before, parts, after) => {
    if (!edit || !before || !parts || !after || sameParts(edit.before, parts)) return null;
    const staleBefore = new Set(staleSettings(before).map((setting) => setting.id));
    return {
      moved: movedFigures(before, after),
      madeStale: staleSettings(after).filter((setting) => !staleBefore.has(setting.id)),
    };
  },
);

const sameParts = (a: DerivingParts, b: DerivingParts) =>
  (Object.keys(b) as (keyof DerivingParts)[]).every((key) => a[key] === b[key]);
