import { type SiteMonth } from '../climate/site-year';
import { monthStart } from '../series/calendar';
import { CLEARNESS_STEP, CLEARNESS_STEPS, GRID_U, RELAY_STEPS, type SourceTable, type YearTables } from './year-tables';

/**
 * Where a simulated year begins, 0 … 364: the first day of the month in which most is left over on a day of mean weather, so that
 * the full bank that it begins with is what is met there.
 */
export function firstDay(tables: YearTables, sites: readonly SiteMonth[]): number {
  let [best, mostAh] = [0, Number.NEGATIVE_INFINITY];
  sites.forEach(({ clearness }, month) => {
    const middle = monthStart(month) + 14;
    const offeredAh = tables.sources.reduce((sum, source) => sum + offered(source, middle, clearness.value), 0);
    const spareAh = offeredAh - tables.loadSets[month]!.quantilesAh[GRID_U / 2]!;
    if (spareAh > mostAh) [best, mostAh] = [monthStart(month), spareAh];
  });
  return best;
}

/** Of a day in the week about the given one. */
function offered({ scheduleA, relayA, solar }: SourceTable, day: number, clearness: number): number {
  const halfFullA = relayA ? relayA[RELAY_STEPS / 2]! : 1;
  const weekAh = scheduleA ? total(scheduleA.subarray((day - 3) * 24, (day + 4) * 24)) * halfFullA : 0;
  const step = Math.min(CLEARNESS_STEPS - 1, Math.round(clearness / CLEARNESS_STEP));
  const at = (day * CLEARNESS_STEPS + step) * 24;
  return solar.reduce((sum, one) => sum + one.daysFraction * total(one.hoursA.subarray(at, at + 24)), weekAh / 7);
}

const total = (values: Float64Array) => values.reduce((sum, value) => sum + value, 0);
