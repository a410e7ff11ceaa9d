import { measured, type Figure } from '../formula/figure';
import { formula } from '../formula/formula';
import type { StepContext } from './context';
import { COMMISSIONING_LIMITS as LIMITS } from './limits';
import { rest, rounded } from './rests';
import type { Step } from './step';

const adrift = formula({
  id: 'commissioning.adrift',
  says: 'counted wrongly a week',
  unit: 'AhPerWeek',
  words: 'what it shows with nothing flowing × hours of a week',
  terms: { shownA: { says: 'shown with everything off', unit: 'A' } },
  compute: ({ shownA }) => shownA * 168,
  source: 'an offset is counted day and night',
  leavesOut: 'the dead band, which would hide it, and a small load with it',
});

/** Ah a week that an offset adds up to; negative: the bank seems emptier than it is. */
export const driftAWeek = (shownA: number): Figure => adrift.figure({ shownA: measured(shownA) });

export type ZeroAnswer = {
  outcome: 'pass' | 'fail';
  shownA: number;
  adrift: Figure;
  /** Whether it is what stands after zeroing. */
  zeroed: boolean;
};

/**
 * What a meter shows with everything off: no more than one of its steps.
 * @param againA  after its zero was set again; null: it was not
 */
export function judgeZero(shownA: number, againA: number | null, stepA: number): ZeroAnswer {
  const last = againA ?? shownA;
  return {
    // Of two steps, the difference would be a step and the last digits of a sum.
    outcome: Math.abs(last) <= stepA * (1 + 1e-6) ? 'pass' : 'fail',
    shownA: last,
    adrift: driftAWeek(last),
    zeroed: againA !== null,
  };
}

export const zeroSteps = ({ shunt }: StepContext): Step[] =>
  shunt
    ? [
        {
          id: 'zero',
          kind: 'zero',
          phase: 'zero',
          name: shunt.name,
          checks: [],
          fields: [
            { what: 'shown', unit: 'A', limit: LIMITS.shownA, optional: false },
            { what: 'again', unit: 'A', limit: LIMITS.shownA, optional: true },
          ],
          expected: [],
          rests: [rest('shunt', shunt.ratingA ? `${shunt.ratingA} A, ${rounded(shunt.fullScaleV)} V` : '')],
        },
      ]
    : [];
