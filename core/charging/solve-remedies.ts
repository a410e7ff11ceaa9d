import { type Lever, LEVER_RANGE, LEVERS, type Remedy } from './remedies';

/** A remedy that reaches the target, or the furthest that was tried. */
export interface Solution {
  remedy: Remedy;
  /** Share of years in which the worst month stays above the reserve. */
  stay: number;
  reaches: boolean;
}

export type Evaluate = (remedy: Remedy) => Promise<number>;

const PAIRS: readonly (readonly [Lever, Lever])[] = [
  ['array', 'cut'],
  ['array', 'bank'],
  ['array', 'drive'],
  ['array', 'shore'],
  ['drive', 'cut'],
  ['shore', 'cut'],
];

/**
 * The smallest of each lever that brings the worst month to the target, then of pairs: half of the first one's own answer with as
 * little of the second as then suffices. Every trial plays the same simulated years, so that more of a lever is compared with less.
 * @param evaluate  share of years in which the worst month stays above the reserve, with a remedy in the plan
 * @param onStep    steps done, of how many
 */
export async function solveRemedies(
  targetFraction: number,
  evaluate: Evaluate,
  onStep: (done: number, of: number) => void,
  levers: readonly Lever[] = LEVERS,
): Promise<Solution[]> {
  const pairs = PAIRS.filter(([a, b]) => levers.includes(a) && levers.includes(b));
  const total = levers.length + pairs.length;
  const solutions: Solution[] = [];
  const alone = new Map<Lever, number>();
  let done = 0;
  for (const lever of levers) {
    const solution = await smallest(lever, {}, targetFraction, evaluate);
    solutions.push(solution);
    if (solution.reaches) alone.set(lever, solution.remedy[lever]!);
    onStep(++done, total);
  }
  for (const [first, second] of pairs) {
    const { step, most } = LEVER_RANGE[first];
    const half = onStepOf(first, (alone.get(first) ?? most) / 2);
    if (half >= step) {
      const solution = await smallest(second, { [first]: half }, targetFraction, evaluate);
      const needed = solution.remedy[second] ?? 0;
      const less = needed < (alone.get(second) ?? Number.POSITIVE_INFINITY);
      if (solution.reaches && needed > 0 && less) solutions.push(solution);
    }
    onStep(++done, total);
  }
  return solutions;
}

async function smallest(lever: Lever, beside: Remedy, target: number, evaluate: Evaluate): Promise<Solution> {
  const { most, step } = LEVER_RANGE[lever];
  const withThis = (amount: number): Remedy => (amount > 0 ? { ...beside, [lever]: amount } : beside);
  const none = await evaluate(beside);
  if (none >= target) return { remedy: beside, stay: none, reaches: true };
  // Widen until it suffices, then halve: small answers are found without trying huge ones.
  let [low, high] = [0, Math.min(most, onStepOf(lever, most / 8) || step)];
  let stay = await evaluate(withThis(high));
  while (stay < target) {
    if (high >= most) return { remedy: withThis(most), stay, reaches: false };
    [low, high] = [high, Math.min(most, high * 2)];
    stay = await evaluate(withThis(high));
  }
  while (high - low > step * 1.001) {
    const middle = onStepOf(lever, (low + high) / 2);
    if (middle <= low || middle >= high) break;
    const reached = await evaluate(withThis(middle));
    if (reached >= target) [high, stay] = [middle, reached];
    else low = middle;
  }
  return { remedy: withThis(high), stay, reaches: true };
}

/** Rounded to the step in which a lever is bought. */
function onStepOf(lever: Lever, amount: number): number {
  const { step } = LEVER_RANGE[lever];
  return Number((Math.round(amount / step) * step).toFixed(4));
}
