import { solve } from '../../network/solve';
import { at } from '../../quantity/guard';
import type { NamedConductor, ParallelBattery, ParallelNetwork } from './topology';

/** What the mains take: a current, or a power, which an inverter holds while the voltage sags. */
export type Draw = { by: 'current'; currentA: number } | { by: 'power'; powerW: number };

/** What is drawn over time: the same throughout, or W in each hour of a day that repeats. */
export type DrawOverTime = Draw | { by: 'day'; hoursW: readonly number[] };

const HOUR_S = 3600;

/**
 * What is drawn at an instant, and s until that changes.
 * @param atS  from the beginning of the day, ≥ 0
 * @example drawAt({ by: 'day', hoursW: Array(24).fill(5) }, 5400).forS // 1800
 */
export function drawAt(draw: DrawOverTime, atS: number): { draw: Draw; forS: number } {
  if (draw.by !== 'day') return { draw, forS: Number.POSITIVE_INFINITY };
  const hour = Math.floor(atS / HOUR_S + 1e-9);
  return { draw: { by: 'power', powerW: at(draw.hoursW, hour % 24) }, forS: (hour + 1) * HOUR_S - atS };
}

export interface ParallelShares {
  /** A out of the bank; negative while it is charged. */
  totalA: number;
  /** V where the mains are joined on. */
  feedV: number;
  /** [batteries] A out of each; one that is charged by the others is negative. */
  batteryA: Float64Array;
  conductors: (NamedConductor & { currentA: number })[];
  /** W lost in what joins them, and inside them. */
  lossW: number;
}

/**
 * How a bank in parallel answers to whatever is drawn: every current is one at rest and one more for each ampere drawn.
 * It holds as long as voltages, resistances and joints do.
 */
export interface ParallelResponse {
  restA: Float64Array;
  perAmpere: Float64Array;
  restFeedV: number;
  /** Of the bank as seen from where the mains are joined on. */
  feedOhm: number;
}

export function parallelResponse({ network, feed }: ParallelNetwork): ParallelResponse {
  const rest = solve({ ...network, sinks: [] });
  const one = solve({ ...network, sinks: [{ from: feed.plus, to: feed.minus, currentA: 1 }] });
  const feedV = ({ postV }: typeof rest) => at(postV, feed.plus) - at(postV, feed.minus);
  return {
    restA: rest.sourceA,
    perAmpere: one.sourceA.map((amps, k) => amps - at(rest.sourceA, k)),
    restFeedV: feedV(rest),
    feedOhm: feedV(rest) - feedV(one),
  };
}

/**
 * The current that a draw makes, A; null where the bank cannot deliver that power at any voltage.
 *
 *     P = (V₀ − I·R)·I   ⇒   I = (V₀ − √(V₀² − 4·R·P)) / 2R
 */
export function drawnA(
  draw: Draw,
  { restFeedV, feedOhm }: Pick<ParallelResponse, 'restFeedV' | 'feedOhm'>,
): number | null {
  if (draw.by === 'current') return draw.currentA;
  const root = restFeedV ** 2 - 4 * feedOhm * draw.powerW;
  // The smaller root by its other form: nothing is lost where the power is small.
  return root >= 0 ? (2 * draw.powerW) / (restFeedV + Math.sqrt(root)) : null;
}

/**
 * Currents of a bank in parallel at one instant; null where it cannot deliver the power.
 * @source  Kirchhoff’s laws; each battery its rested voltage behind its resistance
 */
export function parallelShares(parallel: ParallelNetwork, draw: Draw): ParallelShares | null {
  const totalA = draw.by === 'current' ? draw.currentA : drawnA(draw, parallelResponse(parallel));
  if (totalA === null) return null;
  const { network, feed, conductors } = parallel;
  const { postV, resistorA, sourceA, lossW } = solve({
    ...network,
    sinks: [{ from: feed.plus, to: feed.minus, currentA: totalA }],
  });
  return {
    totalA,
    feedV: at(postV, feed.plus) - at(postV, feed.minus),
    batteryA: sourceA,
    conductors: conductors.map((conductor, k) => ({ ...conductor, currentA: at(resistorA, k) })),
    lossW,
  };
}

/** The share of each battery in the whole, and what would be fair by what it holds. */
export function sharesOf(
  { batteryA, totalA }: Pick<ParallelShares, 'batteryA' | 'totalA'>,
  capacityAh: readonly number[],
): { fraction: number; fairFraction: number }[] {
  const all = capacityAh.reduce((sum, ah) => sum + ah, 0);
  return capacityAh.map((ah, k) => ({ fraction: totalA === 0 ? 0 : at(batteryA, k) / totalA, fairFraction: ah / all }));
}

/** Batteries that are still joined on. */
export const without = (batteries: readonly ParallelBattery[], gone: ReadonlySet<number>): ParallelBattery[] =>
  batteries.map((battery, k) => (gone.has(k) ? { ...battery, emfV: 0, ohm: OPEN_OHM } : battery));

/** As good as no joint at all, and still a number: a battery that is off lets nothing through that could be measured. */
const OPEN_OHM = 1e9;
