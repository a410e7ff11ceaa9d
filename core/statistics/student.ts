import { inRange } from '../quantity/guard';

/**
 * Share of Student's t distribution below t.
 * @param degrees  of freedom, whole, ≥ 1
 * @source  M. Abramowitz, I. Stegun, Handbook of Mathematical Functions, 26.7.3 and 26.7.4: finite sums for whole degrees
 * @example studentShare(1, 1) // Cauchy: 0.75
 */
export function studentShare(t: number, degrees: number): number {
  inRange('degrees', degrees, 1, 1000);
  const angle = Math.atan(t / Math.sqrt(degrees));
  const cos2 = Math.cos(angle) ** 2;
  const odd = degrees % 2 === 1;
  let term = odd ? Math.cos(angle) : 1;
  let sum = degrees === 1 ? 0 : term;
  for (let k = odd ? 3 : 2; k <= degrees - 2; k += 2) {
    term *= (cos2 * (k - 1)) / k;
    sum += term;
  }
  const within = odd ? (2 / Math.PI) * (angle + Math.sin(angle) * sum) : Math.sin(angle) * sum;
  return 0.5 + within / 2;
}

/**
 * Value below which a share of Student's t distribution lies. @param share 0.5 … 0.9999
 * @example studentQuantile(0.975, 10) // 2.22813885
 */
export function studentQuantile(share: number, degrees: number): number {
  inRange('share', share, 0.5, 0.9999);
  let [low, high] = [0, 1e5];
  for (let round = 0; round < 200 && high - low > 1e-10 * high; round++) {
    const middle = (low + high) / 2;
    if (studentShare(middle, degrees) < share) low = middle;
    else high = middle;
  }
  return high;
}
