import { inRange } from '../quantity/guard';

export interface Point {
  x: number;
  y: number;
}

/**
 * Points for a line of limited width: of each of `stretches` equal parts of the time the lowest and the highest sample, in
 * the order in which they came, so that no spike is lost. A step longer than gapMs becomes a point without a value (NaN),
 * which breaks the line.
 * @param timeMs  [n], strictly increasing
 * @param values  [n]
 * @returns       at most 2 points a stretch, and the breaks
 * @throws {QuantityError} `out-of-range`
 */
export function envelope(
  timeMs: Float64Array,
  values: ArrayLike<number>,
  fromMs: number,
  toMs: number,
  stretches: number,
  gapMs: number,
): Point[] {
  inRange('stretches', stretches, 1, 100_000);
  const width = (toMs - fromMs) / stretches;
  const points: Point[] = [];
  const count = timeMs.length;
  let k = 0;
  while (k < count && timeMs[k]! < fromMs) k++;
  let lastMs = Number.NaN;
  while (k < count && timeMs[k]! <= toMs) {
    const endMs = fromMs + (Math.floor((timeMs[k]! - fromMs) / width) + 1) * width;
    if (timeMs[k]! - lastMs > gapMs) points.push({ x: (lastMs + timeMs[k]!) / 2, y: Number.NaN });
    let [low, high] = [k, k];
    lastMs = timeMs[k]!;
    for (k++; k < count && timeMs[k]! < endMs && timeMs[k]! <= toMs && timeMs[k]! - lastMs <= gapMs; k++) {
      if (values[k]! < values[low]!) low = k;
      if (values[k]! > values[high]!) high = k;
      lastMs = timeMs[k]!;
    }
    points.push({ x: timeMs[Math.min(low, high)]!, y: values[Math.min(low, high)]! });
    if (low !== high) points.push({ x: timeMs[Math.max(low, high)]!, y: values[Math.max(low, high)]! });
  }
  return points;
}
