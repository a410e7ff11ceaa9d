import { QuantityError } from '../quantity/quantity-error';

const FINE = 4096;

/**
 * Quantiles of a PERT distribution: a beta on [low, high] whose mode is typical, with the usual weight of 4.
 * @param count  rows wanted; the result has count + 1 of them, at shares 0, 1/count … 1
 * @returns Float64Array [count + 1], rising
 * @throws {QuantityError} `out-of-range` unless low ≤ typical ≤ high
 * @source  D. Malcolm et al., Application of a Technique for Research and Development Program Evaluation (1959)
 * @example pertQuantiles(2, 2, 2, 4)[3] // 2
 */
export function pertQuantiles(low: number, typical: number, high: number, count: number): Float64Array {
  if (!(low <= typical && typical <= high)) throw new QuantityError('out-of-range', 'typical', typical);
  const span = high - low;
  if (span === 0) return new Float64Array(count + 1).fill(low);
  const unit = unitQuantiles((typical - low) / span, count);
  return unit.map((share) => low + span * share);
}

/** Shapes met with lately: the loads of a rig share a few, and each costs thousands of powers. */
const shapes = new Map<string, Float64Array>();
const MOST_SHAPES = 500;

/** The same on [0, 1] with its mode at the given place. */
function unitQuantiles(mode: number, count: number): Float64Array {
  // To nine digits, so that a rounding error does not make another shape of the same load on another day.
  const key = `${mode.toFixed(9)} ${count}`;
  const known = shapes.get(key);
  if (known) return known;
  const alpha = 1 + 4 * mode;
  const beta = 5 - 4 * mode;
  // The cumulative distribution on a fine grid, by the midpoint rule, then read backwards.
  const cumulative = new Float64Array(FINE + 1);
  for (let k = 0; k < FINE; k++) {
    const x = (k + 0.5) / FINE;
    cumulative[k + 1] = cumulative[k]! + x ** (alpha - 1) * (1 - x) ** (beta - 1);
  }
  const total = cumulative[FINE]!;
  const quantiles = new Float64Array(count + 1);
  let k = 0;
  for (let row = 0; row <= count; row++) {
    const wanted = (row / count) * total;
    while (k < FINE - 1 && cumulative[k + 1]! < wanted) k++;
    const inside = cumulative[k + 1]! - cumulative[k]!;
    quantiles[row] = (k + (inside > 0 ? Math.min(1, (wanted - cumulative[k]!) / inside) : 0)) / FINE;
  }
  if (shapes.size >= MOST_SHAPES) shapes.clear();
  shapes.set(key, quantiles);
  return quantiles;
}
