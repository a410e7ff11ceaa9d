import type { Chemistry } from '../cells/chemistry';
import { interpolate } from '../cells/interpolate';
import type { Trace } from './trace';

/** A bank as it truly is, whatever a meter believes. */
export interface TrueBattery {
  chemistry: Chemistry;
  cells: number;
  /** What it really holds. */
  capacityAh: number;
  /** Of the whole bank at its temperature, at the first instant. */
  ohm: number;
  /** Outside the chemistry's window nothing goes in. */
  tempC: number;
}

/** What is done to it in one step. */
export interface Drive {
  /** What the chargers could give, ≥ 0. */
  offeredA: number;
  /** What the loads take, ≥ 0. */
  loadA: number;
  /** What the chargers hold the bank at; they give no more than that takes. */
  holdV: number;
}

/** After so long most of a change of current has shown in the voltage; typical, one time for all of what is slow. */
const RELAXES_S = { lithium: 180, lead: 900 } as const;
/** Slow resistance beside that of the first instant, at the least; typical. */
const SLOW_LEAST = 2;
const HOUR_S = 3600;
const MONTH_H = 730.5;

/**
 * Plays a bank at a fixed step. Its voltage is the rested one, what the current makes at once, and what it makes slowly:
 *
 *     V = OCV(s) + p + R·I,   dp/dt = (Rs·I − p) / τ,   ds/dt = η·I/C − self-discharge
 *
 * The slow resistance Rs is such that a bank held at absorption voltage takes what its chemistry accepts, k·(1 − s)·C: that is
 * what makes the current fall towards the end of a charge. A charger gives the smaller of what it has and what its voltage allows.
 * Leaves out: Peukert (charge that is taken is taken), ageing within the trace, that cells differ.
 * @param fromSoc  0 … 1
 * @param stepS    s, > 0
 * @param steps    how many
 * @param drive    fills in what happens in a step; it is told the state of charge and the current of the step before
 */
export function playBattery(
  { chemistry, cells, capacityAh, ohm, tempC }: TrueBattery,
  fromSoc: number,
  fromMs: number,
  stepS: number,
  steps: number,
  drive: (step: number, into: Drive, soc: number, lastA: number) => void,
): Trace & { soc: Float64Array } {
  const timeMs = Float64Array.from({ length: steps }, (_, k) => fromMs + k * stepS * 1000);
  const [voltageV, currentA, soc] = [new Float64Array(steps), new Float64Array(steps), new Float64Array(steps)];
  const now: Drive = { offeredA: 0, loadA: 0, holdV: 0 };
  const absorptionV = chemistry.absorptionCellV * cells;
  const relax = 1 - Math.exp(-stepS / RELAXES_S[chemistry.family]);
  const leakPerStep = ((chemistry.selfDischargePerMonthFraction / MONTH_H) * stepS) / HOUR_S;
  const takes = tempC >= chemistry.chargeFromTempC && tempC <= chemistry.chargeUpToTempC;
  const capA = chemistry.acceptanceCapPerH * capacityAh;
  let [charge, slowV, amps] = [fromSoc, 0, 0];
  for (let k = 0; k < steps; k++) {
    drive(k, now, charge, amps);
    const openV = interpolate(chemistry.restedCellV, charge) * cells;
    const allowedA = takes ? Math.min(capA, Math.max(0, (now.holdV - openV - slowV) / ohm)) : 0;
    amps = Math.min(now.offeredA - now.loadA, allowedA);
    if (charge <= 0 && amps < 0) amps = 0;
    voltageV[k] = openV + slowV + ohm * amps;
    currentA[k] = amps;
    soc[k] = charge;
    const acceptedA = chemistry.acceptancePerH * (1 - charge) * capacityAh;
    const slowOhm =
      amps > 0 ? Math.max(SLOW_LEAST * ohm, (absorptionV - openV) / Math.max(acceptedA, 1e-6) - ohm) : SLOW_LEAST * ohm;
    // A full bank that is held takes next to nothing: its slow voltage ends at what holds it, not beyond.
    const settlesV = Math.min(slowOhm * amps, Math.max(now.holdV - openV, 0));
    slowV += ((amps > 0 ? settlesV : slowOhm * amps) - slowV) * relax;
    const movedAh = (amps * stepS) / HOUR_S;
    charge += (movedAh > 0 ? movedAh * chemistry.coulombicFraction : movedAh) / capacityAh - leakPerStep;
    charge = Math.min(1, Math.max(0, charge));
  }
  return { timeMs, voltageV, currentA, soc, gapMs: Math.max(300_000, 5 * stepS * 1000) };
}
