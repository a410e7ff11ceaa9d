import { createSelector, createSelectorFactory, defaultMemoize } from '@ngrx/store';
import { DERIVING_KEYS, type DerivingParts, rigDeriver, staleValues } from '@core/rig/derive-rig';
import type { Rig } from '@core/rig/rig';
import { movedFigures } from '@core/rig/moved-figures';
import { rigFeature } from './rig-feature';

/** The parts of a plan from which figures follow; the same object while none of them has changed. */
const selectParts = createSelectorFactory<object, DerivingParts | null>((pick) =>
  defaultMemoize(pick, undefined, (a: DerivingParts | null, b: DerivingParts | null) =>
    a === null || b === null ? a === b : sameParts(a, b),
  ),
)(rigFeature.selectRig, (rig: Rig | null) => rig);

const derive = rigDeriver();
const deriveBefore = rigDeriver();

/** All that follows from the plan; anew only when a part that it follows from has changed. */
export const selectDerived = createSelector(
  selectParts,
  rigFeature.selectQuantiles,
  (parts, quantiles) => parts && derive(parts, quantiles),
);

/** What followed from the plan before the last edit: once for all that is typed into one field. */
const selectBefore = createSelector(
  rigFeature.selectLastEdit,
  rigFeature.selectQuantiles,
  (edit, quantiles) => edit && deriveBefore(edit.before, edit.quantiles ?? quantiles),
);

/** What the last edit moved, and the settings that it made stale. */
export const selectConsequences = createSelector(
  rigFeature.selectLastEdit,
  selectBefore,
  selectParts,
  selectDerived,
  (edit, before, parts, after) => {
    if (!edit || !before || !parts || !after || sameParts(edit.before, parts)) return null;
    const nameOf = ({ stage, id }: { stage: string; id: string }) => `${stage} ${id}`;
    const staleBefore = new Set(staleValues(before).map(nameOf));
    return {
      moved: movedFigures(before, after),
      madeStale: staleValues(after).filter((value) => !staleBefore.has(nameOf(value))),
    };
  },
);

function sameParts(a: DerivingParts, b: DerivingParts): boolean {
  return DERIVING_KEYS.every((key) => a[key] === b[key]);
}
