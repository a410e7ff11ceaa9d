import { at } from '../../quantity/guard';
import { parallelResponse, type ParallelShares, sharesOf, without } from './shares';
import type { Joining, ParallelBattery } from './topology';

/**
 * How much more resistance in both leads of one battery puts its share off by so much of what it was; Infinity where no lead is long
 * enough. In Ω for the two together.
 * @param off  0.05: five per cent of its share
 */
export function leadMarginOhm(join: Joining, batteries: readonly ParallelBattery[], off: number): number {
  const shareWith = (extraOhm: number) => {
    const changed = batteries.map((one, k) => (k === 0 ? { ...one, looseOhm: one.looseOhm + extraOhm } : one));
    return at(parallelResponse(join(changed)).perAmpere, 0);
  };
  const wanted = shareWith(0) * (1 - off);
  let [low, high] = [0, 1e-6];
  while (shareWith(high) > wanted) {
    low = high;
    high *= 2;
    if (high > 10) return Number.POSITIVE_INFINITY;
  }
  for (let k = 0; k < 60; k++) {
    const middle = (low + high) / 2;
    if (shareWith(middle) > wanted) low = middle;
    else high = middle;
  }
  return high;
}

/**
 * The largest current of the whole bank at which one battery that drops out takes no other with it: then each of those left stays within
 * its own limit, whichever is gone.
 * @param limitA  [batteries] of each; what its protection lets through for good
 * @returns       A ≥ 0; null where there is only one
 */
export function dropOutA(
  join: Joining,
  batteries: readonly ParallelBattery[],
  limitA: readonly number[],
): number | null {
  if (batteries.length < 2) return null;
  let most = Number.POSITIVE_INFINITY;
  batteries.forEach((_, gone) => {
    const { restA, perAmpere } = parallelResponse(join(without(batteries, new Set([gone]))));
    limitA.forEach((limit, k) => {
      if (k === gone || !(at(perAmpere, k) > 0)) return;
      most = Math.min(most, Math.max(0, limit - at(restA, k)) / at(perAmpere, k));
    });
  });
  return most;
}

/** The battery that carries most against what would be fair. */
export function mostBurdened(
  shares: ParallelShares,
  capacityAh: readonly number[],
): { battery: number; fraction: number; fairFraction: number } {
  const rows = sharesOf(shares, capacityAh).map((share, battery) => ({ battery, ...share }));
  return rows.reduce((most, row) =>
    row.fraction / row.fairFraction > most.fraction / most.fairFraction + 1e-12 ? row : most,
  );
}
