import { DAY_SEED, simulateDays } from '../core/audit/simulate-day';

const LOADS = 60;

/** 60 loads of all sizes, two thirds of them used every day. */
const loads = Array.from({ length: LOADS }, (_, k) => ({
  lowAh: 0.2 + 0.1 * k,
  typicalAh: 0.5 + 0.2 * k,
  highAh: 1 + 0.5 * k,
  daysFraction: k % 3 === 0 ? 3 / 7 : 1,
}));

/** The same draws through a generator in a closure and one number at a time, for a ratio. */
function plainDays(draws: number): number {
  let state = 1;
  const random = () => {
    state = (state + 0x6d2b79f5) | 0;
    let bits = Math.imul(state ^ (state >>> 15), 1 | state);
    bits = (bits + Math.imul(bits ^ (bits >>> 7), 61 | bits)) ^ bits;
    return ((bits ^ (bits >>> 14)) >>> 0) / 4_294_967_296;
  };
  const sums = Array.from({ length: draws }, () =>
    loads.reduce((sum, load) => {
      if (random() >= load.daysFraction) return sum;
      return sum + load.lowAh + (load.highAh - load.lowAh) * random();
    }, 0),
  ).sort((a, b) => a - b);
  return sums[Math.floor(0.9 * draws)]!;
}

onmessage = ({ data: { by, draws } }: MessageEvent<{ by: string; draws: number }>) => {
  const startMs = performance.now();
  const p90Ah = by === 'coulan' ? simulateDays(loads, draws, DAY_SEED).p90Ah : plainDays(draws);
  postMessage({ ms: performance.now() - startMs, p90Ah });
};
