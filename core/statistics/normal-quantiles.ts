import { normalShare } from './normal-share';

/**
 * Quantiles of the standard normal distribution in the middle of count equal shares, rising; to be drawn from by a uniform number.
 * @returns Float64Array [count]
 */
export function normalQuantiles(count: number): Float64Array {
  const quantiles = new Float64Array(count);
  let z = -6;
  for (let k = 0; k < count; k++) {
    const share = (k + 0.5) / count;
    let [low, high] = [z, 6];
    while (high - low > 1e-9) {
      const middle = (low + high) / 2;
      if (normalShare(middle) < share) low = middle;
      else high = middle;
    }
    quantiles[k] = z = (low + high) / 2;
  }
  return quantiles;
}
