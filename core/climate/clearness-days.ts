const LEAST = 0.05;
const LEAST_MEAN = 0.08;
/** Clearer months are not met with. */
export const MOST_MEAN = 0.78;

/**
 * How clear the days of a month are, when the month's mean is given: the clearness below which a share of its days lies. The
 * steepness is solved for, so that the mean comes out as given.
 * @param mean    of the month, 0 … 0.78; below 0.08 every day is like it
 * @param shares  each 0 … 1
 * @returns       clearness of the day at each share
 * @source  P. Bendt, M. Collares-Pereira, A. Rabl, Solar Energy 27 (1981); largest clearness: K. G. T. Hollands, R. G. Huget (1983);
 *          both as in Duffie & Beckman, 2.9
 * @example clearnessQuantiles(0.05, [0.5])[0] // 0.05
 */
export function clearnessQuantiles(mean: number, shares: readonly number[]): number[] {
  if (mean < LEAST_MEAN) return shares.map(() => mean);
  const within = Math.min(MOST_MEAN, mean);
  const most = Math.max(within + 0.03, 0.6313 + 0.267 * within - 11.9 * (within - 0.75) ** 8);
  const steepness = steepnessFor((within - LEAST) / (most - LEAST));
  return shares.map((share) => LEAST + (most - LEAST) * exponentialQuantile(steepness, share));
}

/**
 * Clearness of the day at each share of a month's days: drawn about its mean, or among the days of a file.
 * @param fileDays  clearness of each day of the file in that month; null without a file
 */
export function clearnessAt(mean: number, fileDays: readonly number[] | null, shares: readonly number[]): number[] {
  if (!fileDays) return clearnessQuantiles(mean, shares);
  const sorted = [...fileDays].sort((a, b) => a - b);
  return shares.map((share) => sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))]!);
}

/** Quantile of the density e^(g·x) on 0 … 1. */
function exponentialQuantile(g: number, share: number): number {
  return Math.abs(g) < 1e-6 ? share : Math.log1p(share * Math.expm1(g)) / g;
}

const exponentialMean = (g: number) => (Math.abs(g) < 1e-4 ? 0.5 + g / 12 : 1 / (1 - Math.exp(-g)) - 1 / g);

function steepnessFor(mean: number): number {
  let [low, high] = [-400, 400];
  for (let k = 0; k < 80; k++) {
    const middle = (low + high) / 2;
    if (exponentialMean(middle) < mean) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
