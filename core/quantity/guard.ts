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
