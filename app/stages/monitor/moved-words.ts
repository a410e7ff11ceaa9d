import type { MovedInput } from '@core/plan/stamped';
import type { UnitChoice } from '../../ui/unit-choice';

/** What a setting rested on and how it has changed: "batteries in series: 1, now 2". */
export function movedWords({ says, unit, before, after }: MovedInput, units: UnitChoice): string {
  const text = (value: number) => units.text(value, unit);
  if (before === null) return `${says}: new, ${text(after)}`;
  return after === null
    ? `${says}: was ${text(before)}, no longer counts`
    : `${says}: was ${text(before)}, now ${text(after)}`;
}
