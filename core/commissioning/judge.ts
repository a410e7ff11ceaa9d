import { type Figure, measured } from '../formula/figure';
import { formula } from '../formula/formula';
import type { StepContext } from './context';
import { ratedShunt } from './context';
import { type DropAnswer, judgeDrop } from './drop';
import { type ChargeReading, chargeReadings, type FullAnswer, judgeFull } from './full-charge';
import { type Gate, gateOf, type Rested } from './gate';
import { restId } from './match';
import type { CommissioningPlan, Seen } from './plan';
import { inferRollCall, type Likely, type RollVerdict } from './roll-call/infer';
import { likelihood } from './roll-call/likelihood';
import type { RollReading } from './roll-call/item';
import { seenOf } from './seen';
import type { Standing } from './standing';
import type { Step, StepOf } from './step';
import { judgeZero, type ZeroAnswer } from './zero';

/** Ask: it may be so, and is not likely: it is asked about before it counts. */
export type Answered = 'incomplete' | 'pass' | 'fail' | 'ask';

export type RestDoubt = 'negative' | 'other-system' | 'beyond-the-battery' | 'deeply-empty';

/** What may be behind an answer of the roll call, with how likely that is. */
export type LikelyCause = Likely & { figure: Figure };

/** What was entered at a step, judged. */
export type Judgement = { outcome: Answered } & (
  | { kind: 'ticked'; left: number }
  | { kind: 'rest'; doubt: RestDoubt | null }
  | { kind: 'gate'; gate: Gate }
  /** By source: no more than what a source gives whose way was closed before. */
  | { kind: 'power'; shownA: number | null; bySource: boolean }
  | { kind: 'zero'; zero: ZeroAnswer | null }
  | { kind: 'roll-call'; change: Figure | null; causes: readonly LikelyCause[]; verdict: RollVerdict }
  | { kind: 'drop'; drop: DropAnswer | null }
  | { kind: 'full-charge'; full: FullAnswer; readings: readonly ChargeReading[] }
);

/** What a judgement looks at besides what was entered. */
export interface JudgeFacts {
  context: StepContext;
  standings: readonly Standing[];
  plan: Pick<CommissioningPlan, 'meterStepA' | 'voltmeterStepV'>;
}

/**
 * What was entered at a step means, in the light of what is known of the rig and of the other steps.
 * @param seen  as entered so far
 */
export function judge(step: Step, seen: readonly Seen[], facts: JudgeFacts): Judgement {
  switch (step.kind) {
    case 'rest':
      return judgeRest(step, seen, facts);
    case 'gate': {
      const gate = gateOf(facts.context, restedOf(facts));
      const outcome = gate.faults.some(({ code }) => code === 'not-measured')
        ? 'incomplete'
        : gate.faults.length > 0
          ? 'fail'
          : 'pass';
      return { kind: 'gate', outcome, gate };
    }
    case 'power':
      return judgePower(step, seen, facts);
    case 'zero': {
      const shownA = seenOf(seen, 'shown');
      const zero = shownA === null ? null : judgeZero(shownA, seenOf(seen, 'again'), facts.plan.meterStepA);
      return { kind: 'zero', outcome: zero?.outcome ?? 'incomplete', zero };
    }
    case 'roll-call':
      return judgeRollCall(step, seen, facts);
    case 'drop': {
      const drop = judgeDrop(step, seen, facts.plan.voltmeterStepV);
      return { kind: 'drop', outcome: drop?.outcome ?? 'incomplete', drop };
    }
    case 'full-charge': {
      const readings = chargeReadings(seen);
      const full = judgeFull(step, readings);
      return { kind: 'full-charge', outcome: full.reached ? 'pass' : 'incomplete', full, readings };
    }
    default: {
      const left = step.checks.filter(({ id }) => seenOf(seen, id) === null).length;
      return { kind: 'ticked', outcome: left > 0 ? 'incomplete' : 'pass', left };
    }
  }
}

/** A cell is never beyond these at rest, V, by a little. */
const CELL_V = { lithium: [2, 3.7], lead: [1.5, 2.5] } as const;

function judgeRest(
  { nominalV }: StepOf<'rest'>,
  seen: readonly Seen[],
  { context: { chemistry } }: JudgeFacts,
): Judgement {
  const volts = seenOf(seen, 'restedV');
  const whole = volts !== null && seenOf(seen, 'restedH') !== null && seenOf(seen, 'tempC') !== null;
  if (!whole) return { kind: 'rest', outcome: 'incomplete', doubt: null };
  const cellV = (Math.abs(volts) / nominalV) * chemistry.nominalCellV;
  const [least, most] = CELL_V[chemistry.family];
  const isLikely = (volts: number) => volts >= (chemistry.restedCellV[0]?.[1] ?? least) && volts <= most;
  const doubt: RestDoubt | null =
    volts < 0
      ? 'negative'
      : isLikely(cellV)
        ? null
        : [0.25, 0.5, 2, 4].some((times) => isLikely(cellV * times))
          ? 'other-system'
          : cellV > most
            ? 'beyond-the-battery'
            : 'deeply-empty';
  // What is not this battery at all is asked about; what is, and is empty or beyond, is none to be joined.
  const outcome = doubt === null ? 'pass' : doubt === 'other-system' ? 'ask' : 'fail';
  return { kind: 'rest', outcome, doubt };
}

/** What every battery was measured as at rest; null: not, or it no longer holds. */
export function restedOf({ context, standings }: Pick<JudgeFacts, 'context' | 'standings'>): (Rested | null)[][] {
  const byId = new Map(standings.map((one) => [one.step.id, one]));
  return context.circuit.strings.map(({ seriesCount }, stringAt) =>
    Array.from({ length: seriesCount }, (_, batteryAt): Rested | null => {
      const { entry, state } = byId.get(restId(stringAt, batteryAt)) ?? { entry: null, state: 'open' };
      if (!entry || state === 'open' || state === 'stale' || state === 'not-here') return null;
      const [volts, hours, tempC] = ['restedV', 'restedH', 'tempC'].map((what) => seenOf(entry.seen, what));
      if (volts == null || hours == null || tempC == null) return null;
      return { volts, hours, tempC, gravity: seenOf(entry.seen, 'gravity'), atMs: entry.atMs };
    }),
  );
}

/** Beyond what may flow by this share of it, two steps of the meter, and by what its zero, which is set later, is usually off. */
const POWER_OFF = 0.15;
const ZERO_OFF_OF_SHUNT = 0.002;

function judgePower(
  { expected, away }: StepOf<'power'>,
  seen: readonly Seen[],
  { plan, context }: JudgeFacts,
): Judgement {
  const shownA = seenOf(seen, 'shown');
  const [range] = expected;
  if (shownA === null || !range) return { kind: 'power', outcome: 'incomplete', shownA, bySource: false };
  const [from, to] = [range.from.value, range.to?.value ?? 0];
  const most = (edge: number) => edge * (1 + POWER_OFF);
  const off = 2 * plan.meterStepA + ZERO_OFF_OF_SHUNT * (ratedShunt(context)?.ratedA ?? 0);
  const isOver = shownA > most(to) + off;
  return {
    kind: 'power',
    outcome: isOver || shownA < most(from) - off ? 'fail' : 'pass',
    shownA,
    bySource: isOver && shownA <= most(to + away.mostA) + off,
  };
}

/** Readings of the roll call that hold, with what is being entered in place of one’s own. */
function rollReadings(standings: readonly Standing[], own: StepOf<'roll-call'>, seen: readonly Seen[]): RollReading[] {
  return standings.flatMap(({ step, state, entry }) => {
    if (step.kind !== 'roll-call') return [];
    const isOwn = step.id === own.id;
    if (!isOwn && (state === 'open' || state === 'stale' || state === 'not-here')) return [];
    const of = isOwn ? seen : (entry?.seen ?? []);
    const [beforeA, afterA] = [seenOf(of, 'before'), seenOf(of, 'after')];
    return beforeA === null || afterA === null ? [] : [{ itemId: step.item.id, beforeA, afterA }];
  });
}

const seenChange = formula({
  id: 'commissioning.seen-change',
  says: 'change as seen',
  unit: 'A',
  words: 'shown after − shown before',
  terms: { afterA: { says: 'shown after', unit: 'A' }, beforeA: { says: 'shown before', unit: 'A' } },
  compute: ({ afterA, beforeA }) => afterA - beforeA,
  source: 'two readings of the monitor',
});

function judgeRollCall(
  step: StepOf<'roll-call'>,
  seen: readonly Seen[],
  { context, standings, plan }: JudgeFacts,
): Judgement {
  const items = standings.flatMap(({ step: one }) => (one.kind === 'roll-call' ? [one.item] : []));
  const readings = rollReadings(standings, step, seen);
  const verdict = inferRollCall(items, readings, ratedShunt(context), plan.meterStepA);
  const own = verdict.items.get(step.item.id);
  const [before, after] = [seenOf(seen, 'before'), seenOf(seen, 'after')];
  if (!own || before === null || after === null)
    return { kind: 'roll-call', outcome: 'incomplete', change: null, causes: [], verdict };
  const [first] = own.causes;
  const outcome = first?.cause === 'reads' ? 'pass' : first?.cause === 'below-resolution' ? 'ask' : 'fail';
  const change = seenChange.figure({ afterA: measured(after), beforeA: measured(before) }, { key: step.id });
  const facts = { change, stepA: plan.meterStepA, othersCount: verdict.items.size - 1 };
  const causes = own.causes.map((one) => ({ ...one, figure: likelihood(one, step.item, facts) }));
  return { kind: 'roll-call', outcome, change, causes, verdict };
}
