import { inRange } from '../quantity/guard';
import { studentQuantile } from './student';

export interface Interval {
  low: number;
  high: number;
}

/** One day's two sums. */
export interface RatioDay {
  /** Its place in the calendar, whole; days may be missing between. */
  place: number;
  above: number;
  below: number;
}

export interface RatioEstimate {
  /** Means of a day. Where the days follow a week, every weekday counts alike. */
  above: number;
  below: number;
  ratio: number;
  /** Null where the days cannot carry a range. */
  interval: Interval | null;
  /** The same of above − below. */
  differenceInterval: Interval;
  /** Waves that the scatter was read off: degrees of freedom. */
  waves: number;
}

const WEEK = 7;

/**
 * Ratio of two means over days that depend on one another, with a range that covers.
 *
 * Weather lingers, so days count for less than their number. The scatter of the mean is therefore read off the slow waves of
 * the days alone: the squares of their first few cosine sums are each an estimate of it, however the days hang together
 * within a shorter time, and Student's t with as many degrees of freedom gives the range. Even the slowest waves of a short
 * log are faster than the mean itself: the scatter is raised by a factor that falls with its length, chosen so that logs with
 * a persistence of 0 to 0.6 are covered (`npm run bench` prints how often). The range of the ratio follows by Fieller's
 * theorem. Where charging follows the week, each weekday's own mean is taken out first, and the waves see what is left.
 *
 * Leaves out: slow changes over many weeks, such as the season: days of another season do not tell of this one.
 * @param days       in order of place, at least 3; with a week at least 14 that hold every weekday
 * @param confidence such as 0.95
 * @throws {QuantityError} `out-of-range`
 * @source  equal-weighted cosine estimator: U. K. Müller, M. W. Watson; E. Lazarus, D. Lewis, J. Stock, M. Watson, HAR Inference,
 *          Journal of Business & Economic Statistics 36 (2018); E. C. Fieller, J. R. Statist. Soc. B 16 (1954)
 */
export function ratioInterval(days: readonly RatioDay[], weekly: boolean, confidence: number): RatioEstimate {
  inRange('days', days.length, 3, 1e6);
  inRange('confidence', confidence, 0.5, 0.999);
  const groups = weekly ? WEEK : 1;
  const groupOf = days.map(({ place }) => place % groups);
  const sizes = Array<number>(groups).fill(0);
  for (const group of groupOf) sizes[group] = (sizes[group] ?? 0) + 1;
  inRange('days of each weekday', Math.min(...sizes), 1, 1e6);

  const meansOf = (values: readonly number[]) => {
    const means = Array<number>(groups).fill(0);
    values.forEach((value, k) => {
      const group = groupOf[k] ?? 0;
      means[group] = (means[group] ?? 0) + value / (sizes[group] ?? 1);
    });
    return means;
  };
  const mean = (values: readonly number[]) => meansOf(values).reduce((sum, one) => sum + one, 0) / groups;
  const centred = (values: readonly number[]) => {
    const means = meansOf(values);
    return values.map((value, k) => value - (means[groupOf[k] ?? 0] ?? 0));
  };

  const [aboves, belows] = [days.map(({ above }) => above), days.map(({ below }) => below)];
  const [above, below] = [mean(aboves), mean(belows)];
  const first = days[0]?.place ?? 0;
  const length = (days.at(-1)?.place ?? 0) - first + 1;
  const waves = wavesOf(days.length, weekly);
  let [aa, ab, bb] = [0, 0, 0];
  for (let wave = 1; wave <= waves; wave++) {
    const basis = centred(days.map(({ place }) => Math.cos((Math.PI * wave * (place - first + 0.5)) / length)));
    const norm = Math.sqrt(basis.reduce((sum, one) => sum + one * one, 0));
    const along = (values: readonly number[]) =>
      norm > 1e-9 ? basis.reduce((sum, one, k) => sum + one * (values[k] ?? 0), 0) / norm : 0;
    const [a, b] = [along(aboves), along(belows)];
    aa += (a * a) / waves;
    ab += (a * b) / waves;
    bb += (b * b) / waves;
  }
  // What a mean of the groups' means scatters by, against a single day.
  const ofMean = sizes.reduce((sum, size) => sum + 1 / size, 0) / (groups * groups);
  const t = studentQuantile(0.5 + confidence / 2, waves);
  const reach = t * t * ofMean * raisedBy(days.length, weekly);

  const halfDifference = Math.sqrt(Math.max(0, reach * (aa - 2 * ab + bb)));
  const [leading, half, last] = [below * below - reach * bb, above * below - reach * ab, above * above - reach * aa];
  const root = Math.sqrt(Math.max(0, half * half - leading * last));
  return {
    above,
    below,
    ratio: above / below,
    interval: leading > 0 ? { low: (half - root) / leading, high: (half + root) / leading } : null,
    differenceInterval: { low: above - below - halfDifference, high: above - below + halfDifference },
    waves,
  };
}

/** Few enough that they are slow, many enough that t is not all tail. */
const wavesOf = (days: number, weekly: boolean): number =>
  Math.max(2, Math.floor(Math.sqrt(days) - 0.7) - (weekly ? 1 : 0));

/** How much the scatter is raised, since the slowest waves are still faster than the mean. */
const raisedBy = (days: number, weekly: boolean): number => (weekly ? 1.15 + 20 / days : 1 + 3.4 / Math.sqrt(days));
