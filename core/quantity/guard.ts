import { QuantityError } from './quantity-error';

/**
 * Returns value when it is a finite number within [min, max]. @throws {QuantityError} `not-finite`, `out-of-range`
 * @example inRange('x', 3, 0, 5) // 3
 */
export function inRange(quantity: string, value: number, min: number, max: number): number {
  if (!Number.isFinite(value)) throw new QuantityError('not-finite', quantity, value);
  if (!(value >= min && value <= max)) throw new QuantityError('out-of-range', quantity, value);
  return value;
}

/**
 * The item of a list at a place that must be there.
 * @throws {QuantityError} `out-of-range` where it is not
 * @example at([5, 6], 1) // 6
 */
export function at<Item>(list: ArrayLike<Item>, place: number): Item {
  const item = list[place];
  if (item === undefined) throw new QuantityError('out-of-range', 'place', place);
  return item;
}
