import { QuantityError } from '../quantity/quantity-error';

const FINE = 4096;

/**
 * Quantiles of a PERT distribution: a beta on [low, high] whose mode is typical, with the usual weight of 4.
 * @param count  rows wanted; the result has count + 1 of them, at shares 0, 1/count … 1
 * @returns Float64Array [count + 1], rising
 * @throws {QuantityError} `out-of-range` unless low ≤ typical ≤ high
 * @source  D. Malcolm et al., Application of a Technique for Research and Development Program Evaluation (1959)
 */
export function pertQuantiles(low: number, typical: number, high: number, count: number): Float64Array {
  if (!(low <= typical && typical <= high)) throw new QuantityError('out-of-range', 'typical', typical);
  const span = high - low;
  if (span === 0) return new Float64Array(count + 1).fill(low);
  const alpha = 1 + (4 * (typical - low)) / span;
  const beta = 1 + (4 * (high - typical)) / span;
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
    quantiles[row] = low + (span * (k + (inside > 0 ? Math.min(1, (wanted - cumulative[k]!) / inside) : 0))) / FINE;
  }
  return quantiles;
}
