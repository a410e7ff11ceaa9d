import { normalQuantiles } from '../statistics/normal-quantiles';
import { bitsOf, PER_UNIT, RANDOM_STEP } from '../statistics/random-bits';
import { bankLimits } from './bank-limits';
import { addSun, emptyDay, scheduleDay } from './day-sources';
import { playDay, type Runs } from './play-day';
import { emptyRuns, type RunsResult, type Trace } from './runs-result';
import { GRID_U, GRID_Z, type YearTables, Z_MOST } from './year-tables';

const DAYS = 365;
/** One seed for all rigs, so that the same plan has the same years on every device. */
export const YEAR_SEED = 20_270_101;
const SEED_STEP = 0x9e3779b9;
const SEED_FACTOR = 0x85ebca6b;
/** A day's temperature follows the day before; usual for daily means. */
const TEMP_PERSISTENCE = 0.7;
const TEMP_FRESH = Math.sqrt(1 - TEMP_PERSISTENCE * TEMP_PERSISTENCE);
const NORMALS = normalQuantiles(4096);
/** The upper twelve of 32 bits choose one of them. */
const NORMAL_SHIFT = 20;

/**
 * Plays years hour by hour: load and sources meet, the bank takes what is over as far as it accepts, and gives what is missing as
 * far as it holds. Every run has a seed of its own that follows from its number: the same runs come out whoever plays them.
 *
 * Runs are the inner loop of the days, so that a day's tables stay near.
 *
 * Left out: Peukert within the year (draws are slow against the 20-hour rate), the bank's warmth from its own current, ageing over
 * the year.
 * @param first  number of the first run
 * @param count  runs, ≥ 1
 * @param trace  hours to be written down, of the first run only
 * @source  days: first-order autoregression of normal scores, as V. A. Graham, K. G. T. Hollands, T. E. Unny, Solar Energy 40 (1988)
 */
export function simulateRuns(
  tables: YearTables,
  first: number,
  count: number,
  seed: number,
  trace: Trace | null = null,
): RunsResult {
  const { sources } = tables;
  const result = emptyRuns(count, sources.length);
  const runs = beginRuns(tables.capacityAh, first, count, seed);
  const hasRelay = sources.some(({ relayA }) => relayA !== null);
  const play = { tables, bank: bankLimits(tables), sheet: emptyDay(sources.length), runs, result, trace, hasRelay };
  const offeredAh = new Float64Array(sources.length);

  for (let step = 0; step < DAYS; step++) {
    const day = (tables.firstDay + step) % DAYS;
    const month = tables.monthOfDay[day]!;
    const persistence = step === 0 ? 0 : tables.persistence[month]!;
    const fresh = Math.sqrt(1 - persistence * persistence);
    const [tempKeeps, tempFresh] = step === 0 ? [0, 1] : [TEMP_PERSISTENCE, TEMP_FRESH];
    const { hourShares, quantilesAh } = tables.loadSets[tables.loadSetOfDay[day]!]!;
    const forced = tables.forcedClearness[day]!;
    const meanTempC = tables.tempOfDay[day]!;
    const tempSpread = tables.tempSpread[month]!;
    const scheduledAh = scheduleDay(sources, day, play.sheet, offeredAh);
    for (let s = 0; s < sources.length; s++) result.sourceOfferedAh[s * 12 + month]! += offeredAh[s]! * count;

    for (let run = 0; run < count; run++) {
      let state = (runs.state[run]! + RANDOM_STEP) | 0;
      const sky = persistence * runs.sky[run]! + fresh * NORMALS[bitsOf(state) >>> NORMAL_SHIFT]!;
      state = (state + RANDOM_STEP) | 0;
      const air = tempKeeps * runs.air[run]! + tempFresh * NORMALS[bitsOf(state) >>> NORMAL_SHIFT]!;
      state = (state + RANDOM_STEP) | 0;
      const drawn = bitsOf(state) * PER_UNIT * GRID_U;
      runs.sky[run] = sky;
      runs.air[run] = air;
      const below = drawn | 0;
      const dayAh = quantilesAh[below]! + (drawn - below) * (quantilesAh[below + 1]! - quantilesAh[below]!);
      const clearness = forced >= 0 ? forced : clearnessOf(sky, tables.clearnessByZ, month);

      let allAh = scheduledAh;
      play.sheet.offerA.set(play.sheet.scheduledA);
      offeredAh.fill(0);
      runs.state[run] = addSun(sources, day, clearness, state, play.sheet, offeredAh);
      for (let s = 0; s < sources.length; s++) {
        result.sourceOfferedAh[s * 12 + month]! += offeredAh[s]!;
        allAh += offeredAh[s]!;
      }
      playDay(play, step, day, month, run, dayAh, hourShares, allAh, meanTempC + tempSpread * air, clearness);
    }
  }
  result.worstBalance = worstBalance(runs, tables.capacityAh);
  return result;
}

/** Every run with a full bank. */
function beginRuns(capacityAh: number, first: number, count: number, seed: number): Runs {
  const zeros = () => new Float64Array(count);
  return {
    chargeAh: zeros().fill(capacityAh),
    state: Int32Array.from({ length: count }, (_, run) =>
      Math.imul(seed ^ Math.imul(first + run + 1, SEED_STEP), SEED_FACTOR),
    ),
    sky: zeros(),
    air: zeros(),
    daysSinceFull: zeros(),
    throughputAh: zeros(),
    storedAh: zeros(),
  };
}

/** Clearness of a day by its normal score. @param byZ [12 · GRID_Z] */
function clearnessOf(sky: number, byZ: Float64Array, month: number): number {
  const z = sky < -Z_MOST ? 0 : sky > Z_MOST ? 2 * Z_MOST : sky + Z_MOST;
  const place = z * ((GRID_Z - 1) / (2 * Z_MOST));
  const row = place | 0;
  const at = month * GRID_Z + (row < GRID_Z - 1 ? row : GRID_Z - 2);
  return byZ[at]! + (place - row) * (byZ[at + 1]! - byZ[at]!);
}

/** Largest difference of a run between what was stored by the account and by the bank, against what passed. */
function worstBalance({ chargeAh, storedAh, throughputAh }: Runs, capacityAh: number): number {
  let worst = 0;
  for (let run = 0; run < chargeAh.length; run++) {
    const off = Math.abs(storedAh[run]! - (chargeAh[run]! - capacityAh)) / Math.max(1, throughputAh[run]!);
    // So that a balance that is no number fails, instead of passing for a small one.
    if (!(off <= worst)) worst = off;
  }
  return worst;
}
