import { QuantityError } from '../quantity/quantity-error';
import { inRange } from '../quantity/guard';

/**
 * The value below which a share of a sample lies, by a straight line between the two nearest places.
 *
 *     place = share · (n − 1)
 *
 * @param sorted  rising, at least one
 * @param share   0 … 1
 * @throws {QuantityError} `wrong-shape` of an empty sample, `out-of-range`
 * @source  R. J. Hyndman, Y. Fan, American Statistician 50 (1996): definition 7
 * @example quantileOf([1, 2, 3, 4], 0.5) // 2.5
 */
export function quantileOf(sorted: ArrayLike<number>, share: number): number {
  const place = inRange('share', share, 0, 1) * (sorted.length - 1);
  const below = Math.floor(place);
  const low = sorted[below];
  if (low === undefined) throw new QuantityError('wrong-shape', 'sorted', sorted.length);
  return low + (place - below) * ((sorted[below + 1] ?? low) - low);
}
