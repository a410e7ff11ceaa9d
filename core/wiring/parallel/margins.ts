import { at } from '../../quantity/guard';
import { parallelResponse, type ParallelShares, sharesOf, without } from './shares';
import type { Joining, ParallelBattery } from './topology';

/**
 * How much more resistance in both leads of the first battery puts its share off by so much of what it was, in Ω for the two together.
 *
 *     share(r) = share(0) ÷ (1 + r·Y)   ⇒   r = off ÷ ((1 − off)·Y),   Y: A through it per volt of its own
 *
 * @param off  0.05: five per cent of its share
 * @returns    Infinity where nothing else carries what it leaves, so that its share stays whatever its leads are
 * @source     Thévenin: what the rest of the network is to that battery is one resistance
 */
export function leadMarginOhm(join: Joining, batteries: readonly ParallelBattery[], off: number): number {
  const alone = batteries.map((one, k) => ({ ...one, emfV: k === 0 ? 1 : 0 }));
  const perVolt = at(parallelResponse(join(alone)).restA, 0);
  // Of a single battery nothing flows but what is drawn; what is left of it is rounding.
  return perVolt > LEAST_PER_VOLT ? off / ((1 - off) * perVolt) : Number.POSITIVE_INFINITY;
}
const LEAST_PER_VOLT = 1e-6;

/**
 * The largest current of the whole bank at which one battery that drops out takes no other with it: then each of those left stays within
 * its own limit, whichever is gone.
 * @param limitA  [batteries] of each; what may flow out of it for good
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
