/** What a charger is set to. */
export interface ChargerSet {
  absorptionV: number;
  floatV: number;
  /** Below this current at absorption it goes to float. */
  stopsAtA: number;
}

/** A bank that has lost this much is charged anew. */
const ANEW_BELOW = 0.9;

/**
 * A charger of three stages: it gives what it has until absorption, holds that until the current has fallen or the time is up, then
 * floats; the next day, or when the bank has lost charge, it begins anew.
 * @param absorbsS  longest at absorption, s
 * @returns         the voltage it holds in a step, of the day, what it could give the bank, the charge, and the current of the step before
 */
export function charger({ absorptionV, floatV, stopsAtA }: ChargerSet, absorbsS: number, stepS: number) {
  let [ofDay, heldS, smallS, floats] = [-1, 0, 0, false];
  return (day: number, offeredA: number, soc: number, lastA: number): number => {
    if (day !== ofDay || (floats && soc < ANEW_BELOW)) {
      [heldS, smallS, floats] = [0, 0, false];
      ofDay = day;
    }
    if (!floats && offeredA > 0 && lastA < offeredA * 0.98 && lastA >= 0) {
      heldS += stepS;
      smallS = lastA < stopsAtA ? smallS + stepS : 0;
      floats = heldS > absorbsS || smallS > SMALL_S;
    }
    return floats ? floatV : absorptionV;
  };
}

/** So long the current must have been small: a charger looks longer than a moment, too. */
const SMALL_S = 1200;
