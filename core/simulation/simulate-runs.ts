import { normalQuantiles } from '../statistics/normal-quantiles';
import { emptyRuns, note, type RunsResult, SOC_BINS, type Trace } from './runs-result';
import {
  CLEARNESS_STEP,
  CLEARNESS_STEPS,
  GRID_U,
  GRID_Z,
  LEAST_TEMP,
  MOST_TEMP,
  RELAY_STEPS,
  type YearTables,
  Z_MOST,
} from './year-tables';

const DAYS = 365;
/** One seed for all rigs, so that the same plan has the same years on every device. */
export const YEAR_SEED = 20_270_101;
const SEED_STEP = 0x9e3779b9;
const PER_UNIT = 1 / 4_294_967_296;
/** From here on the bank counts as truly full. */
export const FULL_SOC = 0.99;
/** A day's temperature follows the day before; usual for daily means. */
const TEMP_PERSISTENCE = 0.7;
const NORMALS = normalQuantiles(4096);
/** Steps in which an hour through a relay is followed. */
const RELAY_PARTS = 12;

/**
 * Plays years hour by hour: load and sources meet, the bank takes what is over as far as it accepts, and gives what is missing as
 * far as it holds. Every run has a seed of its own that follows from its number: the same runs come out whoever plays them.
 *
 * Runs are the inner loop of the days, so that a day's tables stay near. The generator, acceptance (as acceptedAh, of one hour) and
 * refusal stand here in full, on local numbers: calls and arrays between would take twice the time (measured in Chromium).
 *
 * Left out: Peukert within the year (draws are slow against the 20-hour rate), the bank's warmth from its own current, ageing over
 * the year.
 * @param first  number of the first run
 * @param count  runs, ≥ 1
 * @param trace  hours to be written down, of the first run only
 * @source  generator: mulberry32, T. Ettinger, public domain; days: first-order autoregression of normal scores, as V. A. Graham,
 *          K. G. T. Hollands, T. E. Unny, Solar Energy 40 (1988)
 */
export function simulateRuns(
  tables: YearTables,
  first: number,
  count: number,
  seed: number,
  trace: Trace | null = null,
): RunsResult {
  const { capacityAh, coulombicFraction: eta, acceptancePerH, limitA, reserveSoc, sources } = tables;
  const { clearnessByZ, capacityByTemp, selfDischargePerDay } = tables;
  const result = emptyRuns(count, sources.length);
  const { month, minSoc, minSpare, longestGap, dayLowBins, sourceOfferedAh, sourceRefusedAh } = result;
  const [coldestC, hottestC] = tables.chargeTempC;
  const leastBankC = tables.bankAboveTempC ?? Number.NEGATIVE_INFINITY;
  const kneeHours = 1 / acceptancePerH;
  const etaTaper = eta * acceptancePerH;
  const perEta = 1 / eta;
  const taperShare = (1 - Math.exp(-etaTaper)) * perEta;
  const fullAh = FULL_SOC * capacityAh;
  const perAh = 1 / capacityAh;
  const freshTemp = Math.sqrt(1 - TEMP_PERSISTENCE * TEMP_PERSISTENCE);
  const zScale = (GRID_Z - 1) / (2 * Z_MOST);
  const hasRelay = sources.some(({ relayA }) => relayA !== null);

  const charges = new Float64Array(count).fill(capacityAh);
  const states = new Int32Array(count);
  const skies = new Float64Array(count);
  const airs = new Float64Array(count);
  const sinceFull = new Float64Array(count);
  const throughputAh = new Float64Array(count);
  const storedAh = new Float64Array(count);
  for (let run = 0; run < count; run++) {
    states[run] = Math.imul(seed ^ Math.imul(first + run + 1, SEED_STEP), 0x85ebca6b) | 0;
  }
  minSoc.fill(1);
  minSpare.fill(1);

  // Of the day at hand: what runs by the clock in all, and of this run what each source offers.
  const scheduledA = new Float64Array(24);
  const offerA = new Float64Array(24);
  const bySourceA = new Float64Array(sources.length * 24);

  for (let step = 0; step < DAYS; step++) {
    const day = (tables.firstDay + step) % DAYS;
    const inMonth = tables.monthOfDay[day]!;
    const persistence = step === 0 ? 0 : tables.persistence[inMonth]!;
    const fresh = Math.sqrt(1 - persistence * persistence);
    const tempKeeps = step === 0 ? 0 : TEMP_PERSISTENCE;
    const tempFresh = step === 0 ? 1 : freshTemp;
    const { hourShares, quantilesAh } = tables.loadSets[tables.loadSetOfDay[day]!]!;
    const forced = tables.forcedClearness[day]!;
    const meanTempC = tables.tempOfDay[day]!;
    const tempSpread = tables.tempSpread[inMonth]!;
    let scheduledAh = 0;
    scheduledA.fill(0);
    bySourceA.fill(0);
    for (let s = 0; s < sources.length; s++) {
      const { scheduleA, relayA } = sources[s]!;
      if (scheduleA === null || relayA !== null) continue;
      let sum = 0;
      for (let hour = 0; hour < 24; hour++) {
        const currentA = scheduleA[day * 24 + hour]!;
        bySourceA[s * 24 + hour] = currentA;
        scheduledA[hour]! += currentA;
        sum += currentA;
      }
      sourceOfferedAh[s * 12 + inMonth]! += sum * count;
      scheduledAh += sum;
    }

    for (let run = 0; run < count; run++) {
      let state = states[run]!;
      state = (state + 0x6d2b79f5) | 0;
      let bits = Math.imul(state ^ (state >>> 15), 1 | state);
      bits = (bits + Math.imul(bits ^ (bits >>> 7), 61 | bits)) ^ bits;
      const sky = persistence * skies[run]! + fresh * NORMALS[((bits ^ (bits >>> 14)) >>> 0) >>> 20]!;
      state = (state + 0x6d2b79f5) | 0;
      bits = Math.imul(state ^ (state >>> 15), 1 | state);
      bits = (bits + Math.imul(bits ^ (bits >>> 7), 61 | bits)) ^ bits;
      const air = tempKeeps * airs[run]! + tempFresh * NORMALS[((bits ^ (bits >>> 14)) >>> 0) >>> 20]!;
      state = (state + 0x6d2b79f5) | 0;
      bits = Math.imul(state ^ (state >>> 15), 1 | state);
      bits = (bits + Math.imul(bits ^ (bits >>> 7), 61 | bits)) ^ bits;
      const drawn = ((bits ^ (bits >>> 14)) >>> 0) * PER_UNIT * GRID_U;
      skies[run] = sky;
      airs[run] = air;
      const below = drawn | 0;
      const dayAh = quantilesAh[below]! + (drawn - below) * (quantilesAh[below + 1]! - quantilesAh[below]!);

      let clearness = forced;
      if (!(forced >= 0)) {
        const z = sky < -Z_MOST ? 0 : sky > Z_MOST ? 2 * Z_MOST : sky + Z_MOST;
        const place = z * zScale;
        const row = place | 0;
        const at = inMonth * GRID_Z + (row < GRID_Z - 1 ? row : GRID_Z - 2);
        clearness = clearnessByZ[at]! + (place - row) * (clearnessByZ[at + 1]! - clearnessByZ[at]!);
      }
      // Up to the last row of the day's table and never past it, where the next day's begins or the table ends.
      const rowPlace = clearness / CLEARNESS_STEP;
      const bin = rowPlace < CLEARNESS_STEPS - 1 ? rowPlace | 0 : CLEARNESS_STEPS - 2;
      const between = rowPlace < CLEARNESS_STEPS - 1 ? rowPlace - bin : 1;
      const row = (day * CLEARNESS_STEPS + bin) * 24;

      const outdoorC = meanTempC + tempSpread * air;
      const bankC = outdoorC > leastBankC ? outdoorC : leastBankC;
      const mayCharge = bankC >= coldestC && bankC <= hottestC;
      const tempRow =
        bankC < LEAST_TEMP ? 0 : bankC > MOST_TEMP ? MOST_TEMP - LEAST_TEMP : (bankC - LEAST_TEMP + 0.5) | 0;
      const floorAh = (1 - capacityByTemp[tempRow]!) * capacityAh;
      // As in sizing: the usable share is of what the cold leaves.
      const reserveAh = floorAh + reserveSoc * (capacityAh - floorAh);

      let offeredAh = scheduledAh;
      offerA.set(scheduledA);
      for (let s = 0; s < sources.length; s++) {
        const { solar, limitA: ownLimitA } = sources[s]!;
        if (solar.length === 0) continue;
        const base = s * 24;
        let sum = 0;
        for (let t = 0; t < solar.length; t++) {
          const { daysFraction, hoursA } = solar[t]!;
          let out = 1;
          if (daysFraction < 1) {
            state = (state + 0x6d2b79f5) | 0;
            bits = Math.imul(state ^ (state >>> 15), 1 | state);
            bits = (bits + Math.imul(bits ^ (bits >>> 7), 61 | bits)) ^ bits;
            out = ((bits ^ (bits >>> 14)) >>> 0) * PER_UNIT < daysFraction ? 1 : 0;
          }
          for (let hour = 0; hour < 24; hour++) {
            const dull = hoursA[row + hour]!;
            const own = out * (dull + between * (hoursA[row + 24 + hour]! - dull));
            const before = t === 0 ? 0 : bySourceA[base + hour]!;
            const added = own < ownLimitA - before ? own : ownLimitA - before;
            bySourceA[base + hour] = before + added;
            offerA[hour]! += added;
            sum += added;
          }
        }
        sourceOfferedAh[s * 12 + inMonth]! += sum;
        offeredAh += sum;
      }
      states[run] = state;

      let chargeAh = charges[run]!;
      let inAh = 0;
      let outAh = 0;
      let refusedAh = 0;
      let unservedAh = 0;
      let hoursBelow = 0;
      let low = capacityAh;
      let high = 0;
      for (let hour = 0; hour < 24; hour++) {
        let offered = offerA[hour]!;
        if (hasRelay) {
          for (let s = 0; s < sources.length; s++) {
            const { relayA, scheduleA } = sources[s]!;
            if (relayA === null || scheduleA === null) continue;
            const share = scheduleA[day * 24 + hour]!;
            // The fuller the bank, the less it is given: what it takes within the hour is followed in short steps.
            let given = 0;
            let within = chargeAh;
            for (let part = 0; share > 0 && part < RELAY_PARTS; part++) {
              const place = within * perAh * RELAY_STEPS;
              const at = place < RELAY_STEPS - 1 ? place | 0 : RELAY_STEPS - 1;
              const now = (relayA[at]! + (place - at) * (relayA[at + 1]! - relayA[at]!)) * share;
              given += now / RELAY_PARTS;
              const over = offered + now - dayAh * hourShares[hour]!;
              const most = (capacityAh - within) * acceptancePerH;
              const taken =
                over < 0
                  ? over
                  : !mayCharge
                    ? 0
                    : eta * (over < limitA ? (over < most ? over : most) : limitA < most ? limitA : most);
              within += taken / RELAY_PARTS;
              if (within < 0) within = 0;
            }
            bySourceA[s * 24 + hour] = given;
            sourceOfferedAh[s * 12 + inMonth]! += given;
            offered += given;
            offeredAh += given;
          }
        }
        const drawA = dayAh * hourShares[hour]!;
        const net = offered - drawA;
        if (net > 0) {
          let taken = 0;
          if (mayCharge) {
            const currentA = net < limitA ? net : limitA;
            const missingAh = capacityAh - chargeAh;
            const kneeAh = currentA * kneeHours;
            if (missingAh <= kneeAh) taken = missingAh * taperShare;
            else {
              const untilKneeAh = (missingAh - kneeAh) * perEta;
              taken =
                untilKneeAh >= currentA
                  ? currentA
                  : untilKneeAh + kneeAh * (1 - Math.exp(-etaTaper * (1 - untilKneeAh / currentA))) * perEta;
            }
            chargeAh += taken * eta;
            inAh += taken;
          }
          let refused = net - taken;
          if (refused > 0) {
            refusedAh += refused;
            // The last source in the order is refused first.
            for (let s = sources.length - 1; s >= 0 && refused > 0; s--) {
              const own = bySourceA[s * 24 + hour]!;
              const lost = own < refused ? own : refused;
              sourceRefusedAh[s * 12 + inMonth]! += lost;
              refused -= lost;
            }
          }
        } else {
          const had = chargeAh - floorAh;
          const given = -net < had ? -net : had > 0 ? had : 0;
          chargeAh -= given;
          outAh += given;
          unservedAh -= net + given;
        }
        if (chargeAh < reserveAh) hoursBelow++;
        if (chargeAh < low) low = chargeAh;
        if (chargeAh > high) high = chargeAh;
        if (trace !== null && run === 0) note(trace, step * 24 + hour, chargeAh * perAh, offered, drawA, clearness);
      }
      const selfAh = chargeAh * selfDischargePerDay;
      charges[run] = chargeAh - selfAh;
      throughputAh[run]! += inAh + outAh;
      storedAh[run]! += eta * inAh - outAh - selfAh;
      const gap = high >= fullAh ? 0 : sinceFull[run]! + 1;
      sinceFull[run] = gap;

      month.offeredAh[inMonth]! += offeredAh;
      month.loadAh[inMonth]! += dayAh;
      month.inAh[inMonth]! += inAh;
      month.outAh[inMonth]! += outAh;
      month.refusedAh[inMonth]! += refusedAh;
      if (!mayCharge) month.refusedColdAh[inMonth]! += refusedAh;
      month.unservedAh[inMonth]! += unservedAh;
      month.selfAh[inMonth]! += selfAh;
      month.belowReserveH[inMonth]! += hoursBelow;
      if (gap === 0) month.fullDays[inMonth]! += 1;
      const cell = run * 12 + inMonth;
      const lowSoc = low * perAh;
      if (lowSoc < minSoc[cell]!) minSoc[cell] = lowSoc;
      const spareSoc = (low - reserveAh) * perAh;
      if (spareSoc < minSpare[cell]!) minSpare[cell] = spareSoc;
      if (gap > longestGap[cell]!) longestGap[cell] = gap;
      dayLowBins[day * SOC_BINS + ((lowSoc * (SOC_BINS - 1) + 0.5) | 0)]! += 1;
    }
  }
  for (let run = 0; run < count; run++) {
    const off = Math.abs(storedAh[run]! - (charges[run]! - capacityAh)) / Math.max(1, throughputAh[run]!);
    // So that a balance that is no number fails, instead of passing for a small one.
    if (!(off <= result.worstBalance)) result.worstBalance = off;
  }
  return result;
}
