import { TRACE_COLUMNS } from '../simulation/runs-result';

/** One hour of a traced year. */
export interface TracedHour {
  /** 0 … 364 */
  day: number;
  hour: number;
  /** At its end. */
  soc: number;
  offeredA: number;
  loadA: number;
  /** Of the day. */
  clearness: number;
}

/** A trace as rows, from the first simulated day on. @param hours [365 · 24 · TRACE_COLUMNS] */
export function hourTable(hours: Float64Array, firstDay: number): TracedHour[] {
  return Array.from({ length: hours.length / TRACE_COLUMNS }, (_, k) => {
    const at = k * TRACE_COLUMNS;
    return {
      day: (firstDay + Math.floor(k / 24)) % 365,
      hour: k % 24,
      soc: hours[at]!,
      offeredA: hours[at + 1]!,
      loadA: hours[at + 2]!,
      clearness: hours[at + 3]!,
    };
  });
}
