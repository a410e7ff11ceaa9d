import { charger } from './charger';
import type { Trace } from './trace';
import { type Drive, playBattery } from './true-battery';
import type { TraceBank } from './standard-traces';

/** What an hour of a simulated year brings. */
export interface PlayedHour {
  /** The sources could give, the loads take, A. */
  offeredA: number;
  loadA: number;
}

const STEP_S = 30;
/** Longest at absorption, h. */
const ABSORBS_H = 6;

/**
 * Hours of a simulated year, played finely enough for a meter: each hour's current stands for all of it.
 * @param fromMs  the first instant
 */
export function playedHours(
  hours: readonly PlayedHour[],
  bank: TraceBank,
  fromSoc: number,
  fromMs: number,
): Trace & { soc: Float64Array } {
  const regulated = charger(bank, ABSORBS_H * 3600, STEP_S);
  const perHour = 3600 / STEP_S;
  const drive = (step: number, into: Drive, soc: number, lastA: number) => {
    const at = Math.floor(step / perHour);
    into.offeredA = hours[at]!.offeredA;
    into.loadA = hours[at]!.loadA;
    into.holdV = regulated(Math.floor(at / 24), into.offeredA - into.loadA, soc, lastA);
  };
  return playBattery(bank, fromSoc, fromMs, STEP_S, hours.length * perHour, drive);
}
