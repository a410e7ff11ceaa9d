import { type BankLimits, takenInHour } from './bank-limits';
import type { DaySources } from './day-sources';
import { relayHour } from './relay-hour';
import { note, type RunsResult, SOC_BINS, type Trace } from './runs-result';
import { LEAST_TEMP, MOST_TEMP, type YearTables } from './year-tables';

/** Where each run stands as its days go by; all [run]. */
export interface Runs {
  chargeAh: Float64Array;
  /** Of its generator. */
  state: Int32Array;
  /** Normal scores of the day before: clearness, temperature. */
  sky: Float64Array;
  air: Float64Array;
  daysSinceFull: Float64Array;
  /** For the balance: what passed, and what was stored of it. */
  throughputAh: Float64Array;
  storedAh: Float64Array;
}

export interface Play {
  tables: YearTables;
  bank: BankLimits;
  sheet: DaySources;
  runs: Runs;
  result: RunsResult;
  trace: Trace | null;
  hasRelay: boolean;
}

/**
 * The 24 hours of one day of one run, and what they add to the result.
 * @param step        days since the simulated year began; `day` is that of the calendar
 * @param dayAh       what the loads take that day, spread by hourShares [24]
 * @param scheduledAh what all sources offer besides relays
 */
export function playDay(
  { tables, bank, sheet, runs, result, trace, hasRelay }: Play,
  step: number,
  day: number,
  inMonth: number,
  run: number,
  dayAh: number,
  hourShares: Float64Array,
  scheduledAh: number,
  outdoorC: number,
  clearness: number,
): void {
  const { sources, capacityByTemp, reserveSoc, chargeTempC, bankAboveTempC } = tables;
  const { capacityAh, eta, perAh, limitA, kneeHours, taperShare, perEta, etaTaper } = bank;
  const { offerA, bySourceA } = sheet;
  const { month, sourceRefusedAh } = result;
  const sourceCount = sources.length;
  const bankC = bankAboveTempC !== null && bankAboveTempC > outdoorC ? bankAboveTempC : outdoorC;
  const mayCharge = bankC >= chargeTempC[0] && bankC <= chargeTempC[1];
  const tempRow = bankC < LEAST_TEMP ? 0 : bankC > MOST_TEMP ? MOST_TEMP - LEAST_TEMP : (bankC - LEAST_TEMP + 0.5) | 0;
  const floorAh = (1 - capacityByTemp[tempRow]!) * capacityAh;
  // As in sizing: the usable share is of what the cold leaves.
  const reserveAh = floorAh + reserveSoc * (capacityAh - floorAh);

  let offeredAh = scheduledAh;
  let chargeAh = runs.chargeAh[run]!;
  let inAh = 0;
  let outAh = 0;
  let refusedAh = 0;
  let unservedAh = 0;
  let hoursBelow = 0;
  let low = capacityAh;
  let high = 0;
  for (let hour = 0; hour < 24; hour++) {
    let offered = offerA[hour]!;
    const drawA = dayAh * hourShares[hour]!;
    for (let s = 0; hasRelay && s < sourceCount; s++) {
      const { relayA, scheduleA } = sources[s]!;
      if (relayA === null || scheduleA === null) continue;
      const share = scheduleA[day * 24 + hour]!;
      const given = share > 0 ? relayHour(relayA, share, chargeAh, offered - drawA, mayCharge, bank) : 0;
      bySourceA[s * 24 + hour] = given;
      result.sourceOfferedAh[s * 12 + inMonth]! += given;
      offered += given;
      offeredAh += given;
    }
    const net = offered - drawA;
    if (net > 0) {
      const taken = mayCharge
        ? takenInHour(net, capacityAh - chargeAh, limitA, kneeHours, taperShare, perEta, etaTaper)
        : 0;
      chargeAh += taken * eta;
      inAh += taken;
      let refused = net - taken;
      if (refused > 0) {
        refusedAh += refused;
        // The last source in the order is refused first.
        for (let s = sourceCount - 1; s >= 0 && refused > 0; s--) {
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
  const selfAh = chargeAh * tables.selfDischargePerDay;
  runs.chargeAh[run] = chargeAh - selfAh;
  runs.throughputAh[run]! += inAh + outAh;
  runs.storedAh[run]! += eta * inAh - outAh - selfAh;
  const gap = high >= bank.fullAh ? 0 : runs.daysSinceFull[run]! + 1;
  runs.daysSinceFull[run] = gap;

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
  if (lowSoc < result.minSoc[cell]!) result.minSoc[cell] = lowSoc;
  const spareSoc = (low - reserveAh) * perAh;
  if (spareSoc < result.minSpare[cell]!) result.minSpare[cell] = spareSoc;
  if (gap > result.longestGap[cell]!) result.longestGap[cell] = gap;
  result.dayLowBins[day * SOC_BINS + ((lowSoc * (SOC_BINS - 1) + 0.5) | 0)]! += 1;
}
