import { QuantityError } from '../quantity/quantity-error';
import type { Curve } from './chemistry';

/**
 * Value of a curve at x by straight lines between its rows; beyond the first and last row it stays at their value.
 * @param curve rows of [x, y], x strictly increasing, at least one
 * @throws {QuantityError} `not-finite`, `wrong-shape`
 * @example interpolate([[0, 1], [10, 3]], 5) // 2
 */
export function interpolate(curve: Curve, x: number): number {
  if (!Number.isFinite(x)) throw new QuantityError('not-finite', 'x', x);
  const first = curve[0];
  const last = curve[curve.length - 1];
  if (!first || !last) throw new QuantityError('wrong-shape', 'curve', curve.length);
  if (x <= first[0]) return first[1];
  if (x >= last[0]) return last[1];
  let k = 1;
  while (curve[k]![0] < x) k++;
  const [x0, y0] = curve[k - 1]!;
  const [x1, y1] = curve[k]!;
  return y0 + ((y1 - y0) * (x - x0)) / (x1 - x0);
}
