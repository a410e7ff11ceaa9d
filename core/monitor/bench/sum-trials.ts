import type { Trial } from '../../counter/trial';

/** What a set comes to over several traces. */
export interface TrialSum {
  /** Traces of which it is not known what was in the bank: they count for nothing here. */
  unjudged: number;
  trueFulls: number;
  missed: number;
  falseMarks: number;
  /** The furthest that shown and true were apart on any of them, Ah. */
  worstAh: number;
}

/** @example sumTrials([]).falseMarks // 0 */
export function sumTrials(trials: readonly Trial[]): TrialSum {
  const sum: TrialSum = { unjudged: 0, trueFulls: 0, missed: 0, falseMarks: 0, worstAh: 0 };
  for (const { trueFulls, falseMarks, missed, worst } of trials) {
    if (trueFulls === null || falseMarks === null) {
      sum.unjudged++;
      continue;
    }
    sum.trueFulls += trueFulls;
    sum.falseMarks += falseMarks;
    sum.missed += missed.length;
    sum.worstAh = Math.max(sum.worstAh, Math.abs(worst?.errorAh ?? 0));
  }
  return sum;
}
