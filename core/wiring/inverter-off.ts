import type { Inverter } from '../audit/inverter';
import type { Bank } from '../bank/plan';
import { cutOffSoc, type SagCircuit } from '../bank/sag';
import { cellsInSeries } from '../cells/cells-in-series';
import type { Chemistry } from '../cells/chemistry';
import { usualCutOffV } from '../cells/twelve-volt-blocks';
import { byDefault, entered, type Sourced } from '../formula/figure';
import type { CircuitFigures } from './circuit-figures';
import { inverterPath } from './inverter-path';
import type { WiringPlan } from './plan';

/** An inverter in the circuit of the map of sag, and the charge below which it is off. */
export interface InverterOff {
  inverter: Inverter;
  sag: SagCircuit;
  socFraction: number;
}

/** What the sag of a rig follows from. */
export interface SagParts {
  bank: Bank;
  chemistry: Chemistry;
  /** At its temperature. */
  bankOhm: number;
  wiring: WiringPlan;
  circuit: CircuitFigures | null;
}

/** The circuit of the map of sag for an inverter; null: none is planned yet, and what is usual stands for it. */
export function sagOf({ bank, chemistry, bankOhm, wiring, circuit }: SagParts, inverter: Inverter | null): SagCircuit {
  const cutOffV: Sourced =
    inverter === null || inverter.cutOffV === null
      ? byDefault(usualCutOffV(bank, chemistry), 'usual for an inverter')
      : entered(inverter.cutOffV, inverter.name);
  const cableOhm = inverterPath(wiring, circuit, inverter?.id ?? null).ohm;
  return { chemistry, cells: cellsInSeries(bank), bankOhm, cableOhm, cutOffV };
}

/**
 * Every inverter with the charge below which it switches off under a load, the first to go off first: one rule for the map of sag and for
 * the monitor's alarm.
 * @param powerW  all that is drawn at once, at the bank
 */
export const invertersOff = (parts: SagParts, inverters: readonly Inverter[], powerW: number): InverterOff[] =>
  inverters
    .map((inverter): InverterOff => {
      const sag = sagOf(parts, inverter);
      return { inverter, sag, socFraction: cutOffSoc(sag, powerW) };
    })
    .sort((a, b) => b.socFraction - a.socFraction);
