import { inRange } from '../quantity/guard';
import { pertQuantiles } from '../statistics/pert';
import { bitsOf, PER_UNIT, RANDOM_STEP } from '../statistics/random-bits';
import { quantileOf } from '../statistics/quantile';

/** One load as the simulation sees it: a day on which it is used, and on what share of days that is. */
export interface DayOfLoad {
  lowAh: number;
  typicalAh: number;
  highAh: number;
  daysFraction: number;
}

export interface DayQuantiles {
  p10Ah: number;
  p50Ah: number;
  p90Ah: number;
  meanAh: number;
  /** All loads typical, on their share of days: tells what the quantiles were drawn for. */
  typicalAh: number;
  draws: number;
}

/** One seed for all rigs, so that the same loads give the same day on every device. */
export const DAY_SEED = 20_260_301;
const TABLE = 1024;
const SEED_STEP = 0x9e3779b9;

/**
 * Daily Ah of all loads together: each drawn from its PERT distribution on the days on which it is used, independent of
 * the others. Seeded: the same loads give the same quantiles.
 * @param draws   1,000 … 10,000,000
 * @throws {QuantityError} `out-of-range`
 */
export function simulateDays(loads: readonly DayOfLoad[], draws: number, seed: number): DayQuantiles {
  const sums = drawDays(loads, draws, seed);
  const meanAh = sums.reduce((sum, ah) => sum + ah, 0) / draws;
  const at = (share: number) => quantileOf(sums, share);
  const typicalAh = loads.reduce((sum, load) => sum + load.typicalAh * load.daysFraction, 0);
  return { p10Ah: at(0.1), p50Ah: at(0.5), p90Ah: at(0.9), meanAh, typicalAh, draws };
}

/** Ah of the drawn days, rising. @throws {QuantityError} `out-of-range` unless 1,000 … 10,000,000 draws */
export function drawDays(loads: readonly DayOfLoad[], draws: number, seed: number): Float64Array {
  inRange('draws', draws, 1000, 10_000_000);
  const sums = new Float64Array(draws);
  loads.forEach((load, k) => addDraws(sums, load, seed + k * SEED_STEP));
  return sums.sort();
}

/** Adds a load's draws. */
function addDraws(sums: Float64Array, load: DayOfLoad, seed: number): void {
  const { lowAh, typicalAh, highAh, daysFraction } = load;
  if (!(daysFraction > 0) || !(highAh > 0)) return;
  const table = pertQuantiles(lowAh, typicalAh, highAh, TABLE);
  const everyDay = daysFraction >= 1;
  let state = seed | 0;
  for (let k = 0; k < sums.length; k++) {
    if (!everyDay) {
      state = (state + RANDOM_STEP) | 0;
      if (bitsOf(state) * PER_UNIT >= daysFraction) continue;
    }
    state = (state + RANDOM_STEP) | 0;
    const position = bitsOf(state) * PER_UNIT * TABLE;
    const row = position | 0;
    const value = table[row]!;
    sums[k]! += value + (position - row) * (table[row + 1]! - value);
  }
}
