/** What a generator's state grows by for each number. */
export const RANDOM_STEP = 0x6d2b79f5;
/** What 32 bits are divided by for a number in [0, 1). */
export const PER_UNIT = 1 / 4_294_967_296;

/**
 * 32 random bits of a state, 0 … 2^32 − 1. The state is kept by the caller, as a local integer, and grows by RANDOM_STEP for each
 * number: so it costs no more than if it stood there (measured in Chromium), which a generator in a class or a closure does not.
 * Good for sums, not for secrets.
 * @source  mulberry32, T. Ettinger, public domain
 * @example bitsOf(RANDOM_STEP | 0) // 1144304738
 */
export function bitsOf(state: number): number {
  let bits = Math.imul(state ^ (state >>> 15), 1 | state);
  bits = (bits + Math.imul(bits ^ (bits >>> 7), 61 | bits)) ^ bits;
  return (bits ^ (bits >>> 14)) >>> 0;
}

/**
 * Numbers of 0 … 1, the same for the same seed: for where a call costs nothing to speak of.
 * @example drawsFrom(0)() // 0.26642920868471265
 */
export function drawsFrom(seed: number): () => number {
  let state = seed | 0;
  return () => bitsOf((state = (state + RANDOM_STEP) | 0)) * PER_UNIT;
}
