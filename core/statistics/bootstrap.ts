import { uniformInt } from 'pure-rand/distribution/uniformInt';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { quantileSorted } from 'simple-statistics';
import { inRange } from '../quantity/guard';

export interface Interval {
  low: number;
  high: number;
}

export interface BootstrapOptions {
  draws: number;
  /** Share of draws within the interval, such as 0.95. */
  confidence: number;
  seed: number;
  /** Rows drawn together as a run of neighbours, the last row being followed by the first; 1: each row by itself. */
  blockLength?: number;
}

/**
 * Percentile interval of a statistic of rows, by drawing the rows again with replacement, singly or in runs that keep a
 * rhythm such as the week. Draws whose statistic is not finite are left out.
 * Leaves out: with few runs the interval is somewhat too narrow.
 * @param rowCount    at least 2
 * @param statistic   of a drawn sample, given as indices into rows: Uint32Array [n]
 * @throws {QuantityError} `out-of-range`
 * @source  B. Efron, R. Tibshirani: An Introduction to the Bootstrap (1993), ch. 13; runs: D. Politis, J. Romano: A circular
 *          block-resampling procedure for stationary data (1992)
 */
export function bootstrapInterval(
  rowCount: number,
  statistic: (drawn: Uint32Array) => number,
  options: BootstrapOptions,
): Interval {
  const { draws, confidence, seed, blockLength = 1 } = options;
  inRange('rowCount', rowCount, 2, 1e6);
  inRange('confidence', confidence, 0.5, 0.999);
  inRange('blockLength', blockLength, 1, rowCount);
  const random = xoroshiro128plus(seed);
  const drawn = new Uint32Array(rowCount);
  const values: number[] = [];
  for (let d = 0; d < draws; d++) {
    let from = 0;
    for (let k = 0; k < rowCount; k++) {
      if (k % blockLength === 0) from = uniformInt(random, 0, rowCount - 1) - k;
      drawn[k] = (from + k) % rowCount;
    }
    const value = statistic(drawn);
    if (Number.isFinite(value)) values.push(value);
  }
  inRange('finite draws', values.length, 2, draws);
  values.sort((a, b) => a - b);
  const tail = (1 - confidence) / 2;
  return { low: quantileSorted(values, tail), high: quantileSorted(values, 1 - tail) };
}
