import { acceptedAh, type Acceptance } from '../cells/acceptance';
import type { Chemistry } from '../cells/chemistry';

export interface ChargeRun {
  /** Minute by minute from the start: state of charge and A into the bank. */
  soc: number[];
  currentA: number[];
  /** Hours to each asked state of charge; null: not within the time. */
  hoursTo: { soc: number; hours: number | null }[];
  /** Hours until the current has fallen to the tail current: what a monitor takes as full; null: never. */
  tailH: number | null;
  /** No charge at all, or the reason. */
  blocked: 'cold' | 'hot' | null;
}

const STEP_H = 1 / 60;
/** Nobody watches a charge for longer. */
const MOST_H = 72;
export const STATES = [0.5, 0.6, 0.7, 0.8, 0.9, 0.95, 0.99] as const;

/**
 * One charge with a current on offer, from a state of charge on.
 * @param fromSoc    0 … 1
 * @param offeredAt  A after the loads at a state of charge, ≥ 0: a relay gives less to a fuller bank
 * @param limitA     charging limit
 * @param bankTempC  °C; outside the chemistry's window nothing goes in
 */
export function singleCharge(
  chemistry: Chemistry,
  capacityAh: number,
  fromSoc: number,
  offeredAt: (soc: number) => number,
  limitA: number,
  bankTempC: number,
): ChargeRun {
  const { chargeFromTempC: coldest, chargeUpToTempC: hottest } = chemistry;
  const blocked = bankTempC < coldest ? 'cold' : bankTempC > hottest ? 'hot' : null;
  const how: Acceptance = {
    perH: chemistry.acceptancePerH,
    capPerH: limitA / capacityAh,
    coulombicFraction: chemistry.coulombicFraction,
  };
  const soc = [fromSoc];
  const currentA: number[] = [];
  let tailH: number | null = null;
  for (let k = 0; !blocked && k < MOST_H / STEP_H; k++) {
    const offeredA = offeredAt(soc[k]!);
    if (offeredA <= 0) break;
    const inAh = acceptedAh(how, soc[k]!, offeredA, capacityAh, STEP_H);
    currentA.push(inAh / STEP_H);
    soc.push(soc[k]! + (inAh * how.coulombicFraction) / capacityAh);
    const tapered = inAh / STEP_H < Math.min(offeredA, limitA) * 0.999;
    if (tailH === null && tapered && inAh / STEP_H <= chemistry.tailFraction * capacityAh) tailH = k * STEP_H;
    if (soc[k + 1]! >= STATES.at(-1)! && tailH !== null) break;
  }
  const hoursTo = STATES.filter((state) => state > fromSoc).map((state) => {
    const at = soc.findIndex((one) => one >= state);
    return { soc: state, hours: at < 0 ? null : at * STEP_H };
  });
  return { soc, currentA, hoursTo, tailH, blocked };
}

/** Ah that a drive, or any short charge, gives. */
export function shortChargeAh(run: ChargeRun, minutes: number): number {
  return run.currentA.slice(0, minutes).reduce((sum, amps) => sum + amps * STEP_H, 0);
}

const [FOUR_FIFTHS, FULL] = [0.8, 0.99];
/** Times as long as what comes before, for the same share: then it is seen. */
const SLOWED = 1.15;

/**
 * Hours that the last fifth of a charge takes, and whether it is slower than what comes before it; of a charge that begins in it nothing
 * comes before, and it counts as slowed. Null where it is not reached.
 * @param fromSoc  0 … 1, where the charge began
 */
export function lastFifth({ hoursTo }: ChargeRun, fromSoc: number): { hours: number; slowed: boolean } | null {
  const to = (state: number) => hoursTo.find(({ soc }) => soc === state)?.hours ?? null;
  const begins = fromSoc >= FOUR_FIFTHS;
  const [before, full] = [begins ? 0 : to(FOUR_FIFTHS), to(FULL)];
  if (before === null || full === null) return null;
  const hours = full - before;
  const slowed = begins || hours / (FULL - FOUR_FIFTHS) > SLOWED * (before / (FOUR_FIFTHS - fromSoc));
  return { hours, slowed };
}
