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
 * little of the second as then suffices. Levers are tried side by side. Every trial plays the same simulated years, so that more of a lever is compared with less.
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
  let done = 0;
  const known = new Map<string, Promise<number>>();
  const once: Evaluate = (remedy) => {
    const key = JSON.stringify(remedy);
    const asked = known.get(key) ?? evaluate(remedy);
    known.set(key, asked);
    return asked;
  };
  const single = await Promise.all(
    levers.map(async (lever) => {
      const solution = await smallest(lever, {}, targetFraction, once);
      onStep(++done, total);
      return { lever, solution };
    }),
  );
  const alone = new Map(
    single.flatMap(({ lever, solution }) => (solution.reaches ? [[lever, solution.remedy[lever] ?? 0] as const] : [])),
  );
  const paired = await Promise.all(
    pairs.map(async ([first, second]) => {
      const { step, most } = LEVER_RANGE[first];
      const half = onStepOf(first, (alone.get(first) ?? most) / 2);
      const solution = half >= step ? await smallest(second, { [first]: half }, targetFraction, once) : null;
      onStep(++done, total);
      const needed = solution?.remedy[second] ?? 0;
      const less = needed < (alone.get(second) ?? Number.POSITIVE_INFINITY);
      return solution?.reaches && needed > 0 && less ? [solution] : [];
    }),
  );
  return [...single.map(({ solution }) => solution), ...paired.flat()];
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
