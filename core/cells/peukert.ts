import { inRange } from '../quantity/guard';

const RATED_H = 20;

/**
 * How much faster than by plain amp-hours a steady current empties a battery, after Peukert, for a capacity rated at 20 h:
 *
 *     max(1, (I ÷ I20)^(k−1)),   I20 = C ÷ 20
 *
 * which is t = 20·(C ÷ (I·20))^k above the rated current. Below it nothing is credited: a battery gives no more than it is
 * rated for.
 * @param currentA    A, ≥ 0
 * @param capacityAh  rated at 20 h, > 0
 * @param exponent    k ≥ 1
 * @source  W. Peukert (1897)
 * @example peukertFactor(20, 100, 1.25) // (20·20/100)^0.25 = 1.41421356
 */
export function peukertFactor(currentA: number, capacityAh: number, exponent: number): number {
  return Math.max(1, ((currentA * RATED_H) / capacityAh) ** (exponent - 1));
}

/**
 * Share of the rated capacity that a day's profile leaves after Peukert: each hour's Ah counts for more where its mean
 * current exceeds the 20-hour rate. Slower hours are not credited.
 *
 *     share = Σ I_h ÷ Σ I_h · max(1, (I_h ÷ I20)^(k−1))
 *
 * Leaves out: peaks shorter than an hour.
 * @param hoursA    [24] mean current of each hour, A, ≥ 0
 * @param exponent  k ≥ 1
 * @throws {QuantityError} `out-of-range`
 * @example peukertShare([20], 100, 1.25) // 0.707106781
 */
export function peukertShare(hoursA: readonly number[], capacityAh: number, exponent: number): number {
  inRange('peukertExponent', exponent, 1, 2);
  inRange('capacityAh', capacityAh, Number.MIN_VALUE, Number.MAX_VALUE);
  let [taken, counted] = [0, 0];
  for (const currentA of hoursA) {
    taken += currentA;
    counted += currentA * peukertFactor(currentA, capacityAh, exponent);
  }
  return counted > 0 ? taken / counted : 1;
}

/**
 * Smallest capacity C with C · share(C) = wanted, where the share is peukertShare: a larger bank is drawn from more gently.
 * @param wantedAh  capacity that would be needed without Peukert
 * @example capacityWithPeukert(100, [1], 1.2) // 100
 */
export function capacityWithPeukert(wantedAh: number, hoursA: readonly number[], exponent: number): number {
  let capacityAh = wantedAh;
  for (let round = 0; round < 60; round++) {
    const next = wantedAh / peukertShare(hoursA, capacityAh, exponent);
    if (Math.abs(next - capacityAh) <= 1e-9 * next) return next;
    capacityAh = next;
  }
  return capacityAh;
}
