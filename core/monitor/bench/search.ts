import type { CounterSettings, MeterHardware } from '../../counter/counter-settings';
import type { Trace } from '../../counter/trace';
import { type Weight, weigh } from '../../counter/trial';

/** The three that decide where full is marked, in plain units; null where the meter does not ask for it. */
export interface FullSet {
  fullV: number;
  tailA: number | null;
  holdMs: number | null;
}
export type FullAxis = keyof FullSet;

/** Over all traces, in the order in which it counts: false marks, full banks not marked, how far the count drifts, minutes until marked. */
export interface SetScore {
  falseMarks: number;
  missed: number;
  /** The furthest that shown and true were apart, Ah, mean over the traces; what false marks make of it among it. */
  driftAh: number;
  delayMin: number;
}

export interface SearchOrder {
  /** All of known charge: many sets are tried on the coarse ones, what is found is held against the derived set on the fine ones. */
  coarse: readonly Trace[];
  fine: readonly Trace[];
  capacityAh: number;
  /** How the meter is set otherwise; its full rule is what is searched. */
  base: CounterSettings;
  hardware: MeterHardware;
  derived: FullSet;
  /** Values outside of these are shown, but never found. A voltage must lie above the lower: there float and rest are full. */
  allowed: Record<FullAxis, { low: number; high: number }>;
  /** Values to try of each, rising; one value where the meter has no such setting. */
  grid: { fullV: readonly number[]; tailA: readonly (number | null)[]; holdMs: readonly (number | null)[] };
}

export interface SearchResult {
  found: FullSet;
  score: SetScore;
  derivedScore: SetScore;
  /** Sets that do as well, of all that were tried. */
  asGood: number;
  tried: number;
  /** How the trace that is then the worst changes along each setting, the others as found. */
  along: Record<FullAxis, AlongValue[]>;
}

/** One value of a setting, and what it comes to on the trace that fares worst under it. */
export interface AlongValue {
  value: number;
  /** Which of the coarse traces. */
  trace: number;
  falseMarks: number;
  missed: number;
  worstAh: number;
}

/** Sums of decimal steps come out a hair beside them. */
const HAIR = 1e-9;
/** Less than this apart is the same, in Ah and minutes: the middle of a plateau is worth more. */
const SAME_DRIFT_AH = 0.5;
const SAME_DELAY_MIN = 20;

/** One set on each trace. */
function weightsOf(
  { capacityAh, base, hardware }: Pick<SearchOrder, 'capacityAh' | 'base' | 'hardware'>,
  traces: readonly Trace[],
  set: FullSet,
): Weight[] {
  const full = { fullV: set.fullV, tailA: set.tailA, holdMs: set.holdMs ?? 0 };
  return traces.map((trace) => weigh(trace, { ...base, full }, capacityAh, hardware));
}

/** Score of one set over all traces. */
export function scoreOf(
  { capacityAh, base, hardware }: Pick<SearchOrder, 'capacityAh' | 'base' | 'hardware'>,
  traces: readonly Trace[],
  set: FullSet,
): SetScore {
  const weights = weightsOf({ capacityAh, base, hardware }, traces, set);
  const delays = weights.flatMap(({ delayMin }) => (delayMin === null ? [] : [Math.max(0, delayMin)]));
  const mean = (values: readonly number[]) =>
    values.reduce((sum, value) => sum + value, 0) / Math.max(1, values.length);
  return {
    falseMarks: weights.reduce((sum, weight) => sum + weight.falseMarks, 0),
    missed: weights.reduce((sum, weight) => sum + weight.missed, 0),
    driftAh: mean(weights.map(({ worstAh }) => worstAh)),
    delayMin: mean(delays),
  };
}

/** Below zero: a is better than b. */
export function compareScores(a: SetScore, b: SetScore): number {
  return (
    a.falseMarks - b.falseMarks ||
    a.missed - b.missed ||
    (Math.abs(a.driftAh - b.driftAh) < 1e-9 ? 0 : a.driftAh - b.driftAh) ||
    a.delayMin - b.delayMin
  );
}

/**
 * Tries every set of a grid on every trace and takes, among those that do as well as the best, the one in the middle: how far each
 * setting may be off before something breaks counts for more than the last amp-hour. Never worse than the derived set.
 * Walks in steps, so that whoever plays it can show how far it is and stop it.
 */
export function* searchSets(order: SearchOrder): Generator<number, SearchResult> {
  const { grid, derived, allowed, coarse, fine } = order;
  const sets: FullSet[] = grid.fullV.flatMap((fullV) =>
    grid.tailA.flatMap((tailA) => grid.holdMs.map((holdMs) => ({ fullV, tailA, holdMs }))),
  );
  const within = (axis: FullAxis, value: number | null) =>
    value === null || (value >= allowed[axis].low * (1 - HAIR) && value <= allowed[axis].high * (1 + HAIR));
  const inRange = sets.map(
    ({ fullV, tailA, holdMs }) =>
      fullV > allowed.fullV.low * (1 + HAIR) &&
      within('fullV', fullV) &&
      within('tailA', tailA) &&
      within('holdMs', holdMs),
  );
  const derivedCoarse = scoreOf(order, coarse, derived);
  const scores: (SetScore | null)[] = [];
  for (const [k, set] of sets.entries()) {
    scores.push(inRange[k] ? scoreOf(order, coarse, set) : null);
    yield scores.length / (sets.length + 1);
  }
  const best = scores.reduce<SetScore>(
    (least, score) => (score && compareScores(score, least) < 0 ? score : least),
    derivedCoarse,
  );
  const good = scores.map(
    (score) =>
      score !== null &&
      score.falseMarks === best.falseMarks &&
      score.missed === best.missed &&
      score.driftAh <= best.driftAh + SAME_DRIFT_AH &&
      score.delayMin <= best.delayMin + SAME_DELAY_MIN,
  );
  const middle = middleOf(good, grid.fullV.length, grid.tailA.length, grid.holdMs.length);
  const derivedScore = scoreOf(order, fine, derived);
  const proposed = middle === null ? derived : sets[middle]!;
  const proposedScore = scoreOf(order, fine, proposed);
  const keeps = compareScores(proposedScore, derivedScore) > 0;
  const found = keeps ? derived : proposed;
  return {
    found,
    score: keeps ? derivedScore : proposedScore,
    derivedScore,
    asGood: good.filter(Boolean).length,
    tried: scores.filter((score) => score !== null).length,
    along: {
      fullV: alongOf(order, found, 'fullV'),
      tailA: alongOf(order, found, 'tailA'),
      holdMs: alongOf(order, found, 'holdMs'),
    },
  };
}

function alongOf(order: SearchOrder, found: FullSet, axis: FullAxis): AlongValue[] {
  return order.grid[axis].flatMap((value) => {
    if (value === null) return [];
    const weights = weightsOf(order, order.coarse, { ...found, [axis]: value });
    const trace = weights.reduce((worst, weight, k) => (isWorse(weight, weights[worst]!) ? k : worst), 0);
    const worst = weights[trace];
    return worst ? [{ value, trace, falseMarks: worst.falseMarks, missed: worst.missed, worstAh: worst.worstAh }] : [];
  });
}

/** In the order in which a score counts. */
const isWorse = (a: Weight, b: Weight): boolean =>
  a.falseMarks !== b.falseMarks
    ? a.falseMarks > b.falseMarks
    : a.missed !== b.missed
      ? a.missed > b.missed
      : a.worstAh > b.worstAh;

/** The good place from which the nearest bad one, or the edge of the grid, is furthest in steps; of equals the first. */
function middleOf(good: readonly boolean[], volts: number, tails: number, holds: number): number | null {
  let [middle, furthest] = [-1, -1];
  for (let v = 0; v < volts; v++)
    for (let t = 0; t < tails; t++)
      for (let h = 0; h < holds; h++) {
        const at = (v * tails + t) * holds + h;
        if (!good[at]) continue;
        const room = roomAround(good, [v, t, h], [volts, tails, holds]);
        if (room > furthest) [middle, furthest] = [at, room];
      }
  return middle < 0 ? null : middle;
}

type Place = readonly [number, number, number];

/** Sum over the axes of the steps to the nearer bad place on that axis; an axis of one place has no room to give. */
function roomAround(good: readonly boolean[], place: Place, sizes: Place): number {
  let room = 0;
  for (let axis = 0; axis < 3; axis++) {
    const walk = (by: 1 | -1) => {
      let steps = 0;
      const at: [number, number, number] = [...place];
      for (;;) {
        at[axis]! += by;
        if (at[axis]! < 0 || at[axis]! >= sizes[axis]! || !good[(at[0] * sizes[1] + at[1]) * sizes[2] + at[2]]) break;
        steps++;
      }
      return steps;
    };
    if (sizes[axis]! > 1) room += Math.min(walk(1), walk(-1));
  }
  return room;
}
