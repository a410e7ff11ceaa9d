import type { CounterSettings } from '../../counter/counter-settings';
import type { Trial } from '../../counter/trial';
import { FALSE_BELOW, FULL_FROM } from '../../counter/true-fulls';
import { byDefault, computed, entered, type Figure } from '../../formula/figure';
import { account, formula, sumOver } from '../../formula/formula';

const length = account({
  id: 'monitor.trace-days',
  says: 'days of the trace',
  unit: 'Day',
  words: 'last instant − first instant',
  terms: {},
  source: 'the trace',
});
const fulls = account({
  id: 'monitor.true-fulls',
  says: 'truly full',
  unit: 'Count',
  words: 'times at which the bank truly came to',
  terms: { fullFraction: { says: 'full from', unit: 'Fraction' } },
  source: 'the true charge of the trace; a fullness that it began with counts for nothing',
});
const marked = account({
  id: 'monitor.marked',
  says: 'of these marked',
  unit: 'Count',
  words: 'times that the meter said full in such a stretch, or a little before and still in it',
  terms: {
    trueFulls: { says: 'truly full', unit: 'Count' },
    marks: { says: 'full marks in all', unit: 'Count' },
  },
  source: 'the meter’s own rule, row by row',
});
const marksAlone = account({
  id: 'monitor.marks',
  says: 'full marks',
  unit: 'Count',
  words: 'times that the meter said full',
  terms: {},
  source: 'the meter’s own rule, row by row; nothing proves what was in the bank',
});
const missedOf = formula({
  id: 'monitor.missed',
  says: 'missed',
  unit: 'Count',
  words: 'truly full − of these marked',
  terms: { trueFulls: { says: 'truly full', unit: 'Count' }, marked: { says: 'of these marked', unit: 'Count' } },
  compute: ({ trueFulls, marked }) => trueFulls - marked,
  source: 'each is listed with its cause',
});
const falsely = account({
  id: 'monitor.false-marks',
  says: 'false marks',
  unit: 'Count',
  words: 'full marks while the bank held less than',
  terms: {
    leastFraction: { says: 'no false mark from', unit: 'Fraction' },
    marks: { says: 'full marks in all', unit: 'Count' },
  },
  source: 'the true charge of the trace at the instant of each mark',
});
const drift = account({
  id: 'monitor.drift',
  says: 'drift a week',
  unit: 'AhPerWeek',
  words: 'Ah that the meter counted − Ah that truly came and went, in a week; jumps at full marks and gaps left out',
  terms: {
    days: { says: 'days of the trace', unit: 'Day' },
    efficiencyFraction: { says: 'efficiency as set', unit: 'Fraction' },
    peukertExponent: { says: 'Peukert as set', unit: 'Ratio' },
    deadBandA: { says: 'dead band as set', unit: 'A' },
  },
  source: 'the counter, row by row, against the true charge; positive: it shows too much',
});
const worstOf = formula({
  id: 'monitor.most-wrong',
  says: 'most wrong',
  unit: 'Ah',
  words: '(charge as shown − true charge) × capacity of the bank, where they lie furthest apart',
  terms: {
    shownFraction: { says: 'shown then, as a share of the bank', unit: 'Fraction' },
    soc: { says: 'truly in the bank then', unit: 'Fraction' },
    capacityAh: { says: 'capacity of the bank', unit: 'Ah' },
  },
  compute: ({ shownFraction, soc, capacityAh }) => (shownFraction - soc) * capacityAh,
  source: 'the counter, row by row, against the true charge; positive: it shows too much. A capacity set wrong counts',
});
const hours = account({
  id: 'monitor.hours-off',
  says: 'hours left, off by',
  unit: 'Fraction',
  words:
    'hours as shown ÷ true hours − 1, asked every half hour of each long draw; the middle of all answers. True: what was in the bank ÷ the mean current of the rest of that draw',
  terms: {
    averagingMin: { says: 'averaged over, as set', unit: 'Minute' },
    zeroAh: { says: 'left in the bank at 0 % of the meter', unit: 'Ah' },
  },
  source: 'the counter, row by row, against the true charge',
});

/** What one set comes to on one trace, each figure with its working; null: it cannot be known of that trace. */
export interface TrialFigures {
  days: Figure;
  trueFulls: Figure | null;
  marked: Figure;
  missed: Figure | null;
  falseMarks: Figure | null;
  drift: Figure | null;
  mostWrong: Figure | null;
  hoursOff: Figure | null;
}

/**
 * @param key         names trace and set
 * @param capacityAh  what the bank really holds
 */
export function trialFigures(key: string, trial: Trial, set: CounterSettings, capacityAh: number): TrialFigures {
  const of = { key };
  const marks = computed(trial.marks.length);
  const days = length.figure(trial.days, {}, of);
  const { trueFulls: count, worst } = trial;
  const trueFulls =
    count === null ? null : fulls.figure(count, { fullFraction: byDefault(FULL_FROM, 'as good as full') }, of);
  const markedOnes =
    trueFulls === null || trial.marked === null
      ? marksAlone.figure(trial.marks.length, {}, of)
      : marked.figure(trial.marked, { trueFulls, marks }, of);
  return {
    days,
    trueFulls,
    marked: markedOnes,
    missed: trueFulls && missedOf.figure({ trueFulls, marked: markedOnes }, of),
    falseMarks:
      trial.falseMarks === null
        ? null
        : falsely.figure(trial.falseMarks, { leastFraction: byDefault(FALSE_BELOW), marks }, of),
    drift:
      trial.driftAhPerWeek === null
        ? null
        : drift.figure(
            trial.driftAhPerWeek,
            {
              days,
              efficiencyFraction: entered(set.coulombicFraction),
              peukertExponent: entered(set.peukertExponent),
              deadBandA: entered(set.deadBandA),
            },
            of,
          ),
    mostWrong:
      worst &&
      worstOf.figure(
        { shownFraction: computed(worst.shown), soc: computed(worst.soc), capacityAh: computed(capacityAh) },
        of,
      ),
    hoursOff:
      trial.hoursOffFraction === null
        ? null
        : hours.figure(
            trial.hoursOffFraction,
            { averagingMin: entered(set.averagingMs / 60_000), zeroAh: computed(set.zeroAh) },
            of,
          ),
  };
}

/** What a set comes to over several traces. */
export interface TotalFigures {
  /** Traces of which it is not known what was in the bank: they count for nothing here. */
  unjudged: number;
  trueFulls: Figure;
  missed: Figure;
  falseMarks: Figure;
  /** The furthest that shown and true were apart on any of them. */
  mostWrong: Figure;
}

const furthest = account({
  id: 'monitor.total-most-wrong',
  says: 'most wrong on any trace',
  unit: 'Ah',
  words: 'the furthest that shown and true were apart on any of',
  terms: { traces: { says: 'traces that are judged', unit: 'Count' } },
  source: 'most wrong of each trace, whatever its sign',
});

/** @param traces  by name; those that nothing proves count for nothing */
export function totalFigures(key: string, traces: readonly { says: string; of: TrialFigures }[]): TotalFigures {
  const judged = traces.flatMap(({ says, of: { trueFulls, missed, falseMarks, mostWrong } }) =>
    trueFulls && missed && falseMarks ? [{ says, trueFulls, missed, falseMarks, mostWrong }] : [],
  );
  const total = (id: string, says: string, of: (one: (typeof judged)[number]) => Figure) =>
    sumOver(
      { id: `monitor.total-${id}:${key}`, says, unit: 'Count', source: 'every trace that is judged' },
      judged,
      of,
    );
  return {
    unjudged: traces.length - judged.length,
    trueFulls: total('fulls', 'truly full, all traces', (one) => one.trueFulls),
    missed: total('missed', 'missed, all traces', (one) => one.missed),
    falseMarks: total('false', 'false marks, all traces', (one) => one.falseMarks),
    mostWrong: furthest.figure(
      Math.max(0, ...judged.map(({ mostWrong }) => Math.abs(mostWrong?.value ?? 0))),
      { traces: computed(judged.length) },
      { key },
    ),
  };
}
