import { interpolate } from '../../cells/interpolate';
import { peukertFactor } from '../../cells/peukert';
import { at } from '../../quantity/guard';
import { drawAt, drawnA, type DrawOverTime, parallelResponse, without } from './shares';
import type { Joining, ParallelBattery } from './topology';

/** A battery that is discharged or charged, with what opens it. */
export interface DrainedBattery {
  /** Rested volts of the whole battery against its charge. */
  restedV: readonly (readonly [soc: number, volts: number])[];
  ohm: number;
  looseOhm: number;
  capacityAh: number;
  /** After Peukert; 1: a fast discharge takes no more out of it than a slow one. */
  peukertExponent: number;
  /** At the start, 0 … 1. */
  socFraction: number;
  /** A out of it, and into it, above which its own protection opens; null: none does. */
  limitA: number | null;
  chargeLimitA: number | null;
  /** s, for which more than that is borne. */
  delayS: number;
}

export type DrainEvent = { atS: number; battery: number; code: 'over-limit' | 'empty' | 'full'; currentA: number };

export interface DrainRow {
  atS: number;
  feedV: number;
  totalA: number;
  batteryA: number[];
  socFraction: number[];
}

export interface Drain {
  rows: DrainRow[];
  events: DrainEvent[];
  /** Why it ended: the voltage fell to the cut-off, nothing is left that is joined on, the power cannot be had, or the time is over. */
  end: 'cut-off' | 'dark' | 'no-power' | 'time';
  endS: number;
  /** Ah out of each battery; negative: into it. */
  batteryAh: number[];
}

export interface DrainRule {
  draw: DrawOverTime;
  /** V at the mains at which what is fed switches off; null where charging. */
  cutOffV: number | null;
  stepS: number;
  mostS: number;
  /** A row is kept every so many steps, and at every event. */
  rowEvery: number;
}

/** What a discharge takes out of a battery: its amp-hours, as a circuit has it; or more of them the faster it is, after Peukert. */
export type Counted = 'plainly' | 'by-peukert';

/** What the currents follow from while the same batteries are joined on. */
interface Joined {
  /** [battery × battery] A out of the first per volt of the second. */
  perVolt: Float64Array;
  /** [batteries] A out of each per ampere drawn. */
  perAmpere: Float64Array;
  /** [batteries] V at the mains per volt of each, without a draw. */
  feedPerVolt: Float64Array;
  feedOhm: number;
}

/**
 * Discharge or charge of a bank in parallel over time, to its end: who carries what, who opens, and who follows.
 *
 * In each step every battery is its rested voltage at its charge behind its resistance. A protection opens once its limit has been
 * exceeded for its delay without a break; then the rest is solved anew.
 *
 * Leaves out: polarisation, that resistance grows in the cold and towards empty, and Peukert where it is counted plainly.
 * @param batteries  1 … 16
 */
export function drain(
  join: Joining,
  batteries: readonly DrainedBattery[],
  { draw, cutOffV, stepS, mostS, rowEvery }: DrainRule,
  counted: Counted = 'plainly',
): Drain {
  const count = batteries.length;
  const soc = Float64Array.from(batteries, ({ socFraction }) => socFraction);
  const ah = new Float64Array(count);
  const overS = new Float64Array(count);
  const amps = new Float64Array(count);
  const emf = new Float64Array(count);
  const gone = new Set<number>();
  /** Of each A, so many are taken out of a battery in this step. */
  const taken = new Float64Array(count).fill(1);
  const rows: DrainRow[] = [];
  const events: DrainEvent[] = [];
  let joined = joinedOf(join, batteries, gone);
  let atS = 0;
  const ended = (end: Drain['end']): Drain => ({ rows, events, end, endS: atS, batteryAh: Array.from(ah) });
  for (let step = 0; ; step++) {
    if (gone.size === count) return ended('dark');
    for (let k = 0; k < count; k++) emf[k] = gone.has(k) ? 0 : interpolate(at(batteries, k).restedV, soc[k]!);
    let restFeedV = 0;
    for (let k = 0; k < count; k++) restFeedV += joined.feedPerVolt[k]! * emf[k]!;
    const now = drawAt(draw, atS);
    const totalA = drawnA(now.draw, { restFeedV, feedOhm: joined.feedOhm });
    if (totalA === null) return ended('no-power');
    const feedV = restFeedV - joined.feedOhm * totalA;
    for (let k = 0; k < count; k++) {
      let sum = joined.perAmpere[k]! * totalA;
      for (let j = 0; j < count; j++) sum += joined.perVolt[k * count + j]! * emf[j]!;
      amps[k] = gone.has(k) ? 0 : sum;
    }
    if (counted === 'by-peukert')
      batteries.forEach(({ capacityAh, peukertExponent }, k) => {
        taken[k] = amps[k]! > 0 ? peukertFactor(amps[k]!, capacityAh, peukertExponent) : 1;
      });
    const isLast = atS >= mostS || (cutOffV !== null && feedV <= cutOffV);
    if (step % rowEvery === 0 || isLast || events.at(-1)?.atS === atS)
      rows.push({ atS, feedV, totalA, batteryA: Array.from(amps), socFraction: Array.from(soc) });
    if (isLast) return ended(atS >= mostS ? 'time' : 'cut-off');

    // The step ends at whatever comes first: its own length, a protection, a battery that is empty or full.
    let lengthS = Math.min(stepS, mostS - atS, now.forS, steadyS(batteries, soc, gone));
    for (let k = 0; k < count; k++) {
      if (gone.has(k)) continue;
      const { delayS, capacityAh } = at(batteries, k);
      if (isOver(at(batteries, k), amps[k]!)) lengthS = Math.min(lengthS, Math.max(0, delayS - overS[k]!));
      const leftAh = amps[k]! > 0 ? soc[k]! * capacityAh : (1 - soc[k]!) * capacityAh;
      if (amps[k] !== 0) lengthS = Math.min(lengthS, (leftAh / (Math.abs(amps[k]!) * taken[k]!)) * 3600);
    }
    atS += lengthS;
    let opened = false;
    for (let k = 0; k < count; k++) {
      if (gone.has(k)) continue;
      const { delayS, capacityAh } = at(batteries, k);
      const movedAh = (amps[k]! * lengthS) / 3600;
      ah[k]! += movedAh;
      soc[k] = Math.min(1, Math.max(0, soc[k]! - (movedAh * taken[k]!) / capacityAh));
      const tooMuch = isOver(at(batteries, k), amps[k]!);
      overS[k] = tooMuch ? overS[k]! + lengthS : 0;
      const opens = tooMuch && overS[k]! >= delayS - 1e-9;
      const isSpent = amps[k]! > 0 ? soc[k]! <= NEARLY : amps[k]! < 0 && soc[k]! >= 1 - NEARLY;
      if (!isSpent && !opens) continue;
      gone.add(k);
      opened = true;
      const code = opens ? 'over-limit' : amps[k]! > 0 ? 'empty' : 'full';
      events.push({ atS, battery: k, code, currentA: amps[k]! });
    }
    if (opened) joined = joinedOf(join, batteries, gone);
  }
}

/** Whether its own protection would not bear this for good. @param outA  negative: into it */
function isOver({ limitA, chargeLimitA }: DrainedBattery, outA: number): boolean {
  const most = outA < 0 ? chargeLimitA : limitA;
  return most !== null && Math.abs(outA) > most;
}

/** Of the time in which batteries side by side even out, so much is a step at most: a longer one would swing to and fro. */
const OF_EVENING_OUT = 0.25;
const SHORTEST_S = 0.25;

/** How long a step may be where the rested voltage is steep: τ = R · C ÷ slope of the battery that evens out fastest. */
function steadyS(batteries: readonly DrainedBattery[], soc: Float64Array, gone: ReadonlySet<number>): number {
  let least = Number.POSITIVE_INFINITY;
  batteries.forEach(({ restedV, ohm, capacityAh }, k) => {
    if (gone.has(k)) return;
    const at = restedV.findIndex(([charge]) => charge >= soc[k]!);
    const [upper, lower] = [restedV[Math.max(1, at)], restedV[Math.max(0, at - 1)]];
    if (!upper || !lower || !(upper[1] > lower[1])) return;
    const perCharge = (upper[1] - lower[1]) / (upper[0] - lower[0]);
    least = Math.min(least, (ohm * capacityAh * 3600) / perCharge);
  });
  return Math.max(SHORTEST_S, OF_EVENING_OUT * least);
}

/** A charge this close to its end is at it. */
const NEARLY = 1e-9;

function joinedOf(join: Joining, batteries: readonly DrainedBattery[], gone: ReadonlySet<number>): Joined {
  const count = batteries.length;
  const perVolt = new Float64Array(count * count);
  const feedPerVolt = new Float64Array(count);
  const shown = (volts: (k: number) => number): ParallelBattery[] =>
    without(
      batteries.map(({ ohm, looseOhm }, k) => ({ emfV: volts(k), ohm, looseOhm })),
      gone,
    );
  const asleep = parallelResponse(join(shown(() => 0)));
  for (let j = 0; j < count; j++) {
    if (gone.has(j)) continue;
    const { restA, restFeedV } = parallelResponse(join(shown((k) => (k === j ? 1 : 0))));
    for (let k = 0; k < count; k++) perVolt[k * count + j] = at(restA, k);
    feedPerVolt[j] = restFeedV;
  }
  return { perVolt, perAmpere: asleep.perAmpere, feedPerVolt, feedOhm: asleep.feedOhm };
}
