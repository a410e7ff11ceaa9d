import type { Chemistry } from '../cells/chemistry';
import { interpolate } from '../cells/interpolate';
import { loadedV, socAtVoltage } from '../cells/voltage-loop';
import { byDefault, computed, type Figure, type Sourced } from '../formula/figure';
import { formula } from '../formula/formula';

export interface SagCircuit {
  chemistry: Chemistry;
  cells: number;
  /** Bank at its temperature, Ω. */
  bankOhm: number;
  /** Copper between the two, there and back, in use. */
  cableOhm: number;
  /** Input voltage at which the inverter switches off. */
  cutOffV: number;
}

/** A crimp, a fuse and a switch on each side, Ω in all; typical. */
export const JOINTS_OHM = 0.0006;

const loopOhm = (circuit: SagCircuit) => circuit.bankOhm + circuit.cableOhm + JOINTS_OHM;

/**
 * Voltage at the inverter under a draw of constant power; null where the bank cannot deliver it at all.
 *
 *     V = OCV − (P/V)·R   ⇒   V = (OCV + √(OCV² − 4·R·P)) / 2
 *
 * Leaves out: the first seconds, in which the voltage sags less, and slow polarisation, by which it sags more.
 * @param powerW  at the inverter's input, W, ≥ 0
 */
export function voltageUnderLoad(circuit: SagCircuit, socFraction: number, powerW: number): number | null {
  return loadedV({ ...circuit, ohm: loopOhm(circuit) }, socFraction, powerW);
}

const atInverter = formula({
  id: 'bank.sag',
  says: 'voltage at the inverter',
  unit: 'V',
  words: 'half of (rested V + √(rested V² − 4 · resistance · power))',
  terms: {
    openV: { says: 'rested voltage', unit: 'V' },
    loopOhm: { says: 'bank, cables and joints', unit: 'Ohm' },
    powerW: { says: 'power', unit: 'W' },
  },
  compute: ({ openV, loopOhm, powerW }) => (openV + Math.sqrt(openV * openV - 4 * loopOhm * powerW)) / 2,
  source: 'constant power: V · I = P and V = rested V − I · R',
  leavesOut: 'the first seconds, in which the voltage sags less, and slow polarisation, by which it sags more',
});

/** The voltage under load as a figure; null where the bank cannot deliver it. */
export function sagFigure(circuit: SagCircuit, socFraction: number, powerW: Sourced): Figure | null {
  if (voltageUnderLoad(circuit, socFraction, powerW.value) === null) return null;
  const openV = interpolate(circuit.chemistry.restedCellV, socFraction) * circuit.cells;
  return atInverter.figure({
    openV: byDefault(
      openV,
      `${circuit.chemistry.shortName} at ${Math.round(socFraction * 100)} %, ${circuit.cells} cells`,
    ),
    loopOhm: computed(loopOhm(circuit), 'at its temperature'),
    powerW,
  });
}

/** State of charge below which the inverter switches off under a load: 0 it never does, 1 it does even when full. */
export function cutOffSoc(circuit: SagCircuit, powerW: number): number {
  return socAtVoltage({ ...circuit, ohm: loopOhm(circuit) }, circuit.cutOffV, powerW);
}

/** Power at which the inverter would switch off, W: P = V · (OCV − V) ÷ R at its cut-off; 0 where it is off anyway. */
export function cutOffPowerW(circuit: SagCircuit, socFraction: number): number {
  const openV = interpolate(circuit.chemistry.restedCellV, socFraction) * circuit.cells;
  // Below half of its rested voltage a source gives less the more it is loaded.
  const lastV = Math.max(circuit.cutOffV, openV / 2);
  return Math.max(0, (lastV * (openV - lastV)) / loopOhm(circuit));
}

export interface SagRemedy {
  id: 'half-length' | 'double-section' | 'one-more-string' | 'double-voltage';
  /** Where the edge moves to. */
  socFraction: number;
}

/** What each remedy would do to the edge at a load, the most effective first. @param strings in parallel now */
export function sagRemedies(circuit: SagCircuit, powerW: number, strings: number): SagRemedy[] {
  const changed: Record<SagRemedy['id'], SagCircuit> = {
    'half-length': { ...circuit, cableOhm: circuit.cableOhm / 2 },
    'double-section': { ...circuit, cableOhm: circuit.cableOhm / 2 },
    'one-more-string': { ...circuit, bankOhm: (circuit.bankOhm * strings) / (strings + 1) },
    // The same cells all in series: twice the volts, four times the resistance, an inverter for that voltage.
    'double-voltage': {
      ...circuit,
      cells: circuit.cells * 2,
      bankOhm: circuit.bankOhm * 4,
      cutOffV: circuit.cutOffV * 2,
    },
  };
  return (Object.keys(changed) as SagRemedy['id'][])
    .map((id) => ({ id, socFraction: cutOffSoc(changed[id], powerW) }))
    .sort((a, b) => a.socFraction - b.socFraction);
}
