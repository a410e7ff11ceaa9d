import type { Chemistry } from '../cells/chemistry';
import { interpolate } from '../cells/interpolate';
import { loadedV, socAtVoltage } from '../cells/voltage-loop';
import { byDefault, computed, type Figure, type Sourced } from '../formula/figure';
import { account, formula } from '../formula/formula';

export interface SagCircuit {
  chemistry: Chemistry;
  cells: number;
  /** Bank at its temperature, Ω. */
  bankOhm: number;
  /** Copper between the two, there and back, in use. */
  cableOhm: number;
  /** Input voltage at which the inverter switches off. */
  cutOffV: Sourced;
}

/** A crimp, a fuse and a switch on each side, Ω in all; typical. */
export const JOINTS_OHM = 0.0006;

const LEAVES_OUT = 'the first seconds, in which the voltage sags less, and slow polarisation, by which it sags more';

const wholeLoop = formula({
  id: 'bank.sag.loop',
  says: 'bank, cables and joints',
  unit: 'Ohm',
  words: 'bank + cables + joints',
  terms: {
    bankOhm: { says: 'bank, at its temperature', unit: 'Ohm' },
    cableOhm: { says: 'cables, there and back', unit: 'Ohm' },
    jointsOhm: { says: 'crimps, fuses, switch', unit: 'Ohm' },
  },
  compute: ({ bankOhm, cableOhm, jointsOhm }) => bankOhm + cableOhm + jointsOhm,
  source: 'resistances one after the other add up',
});

const loopOhm = ({ bankOhm, cableOhm }: SagCircuit) => wholeLoop.of({ bankOhm, cableOhm, jointsOhm: JOINTS_OHM });
const loopFigure = ({ bankOhm, cableOhm }: SagCircuit) =>
  wholeLoop.figure({
    bankOhm: computed(bankOhm, 'strings in parallel'),
    cableOhm: computed(cableOhm, 'length and section'),
    jointsOhm: byDefault(JOINTS_OHM, 'typical'),
  });

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
  leavesOut: LEAVES_OUT,
});

/**
 * The voltage under load as a figure; null where the bank cannot deliver it.
 * @param powerW  at the inverter's input, W, ≥ 0
 */
export function sagFigure(circuit: SagCircuit, socFraction: number, powerW: Sourced): Figure | null {
  if (voltageUnderLoad(circuit, socFraction, powerW.value) === null) return null;
  const openV = restedV(circuit, socFraction);
  return atInverter.figure({ openV, loopOhm: loopFigure(circuit), powerW }, { key: `${socFraction}:${powerW.value}` });
}

/** Rested voltage of the cells at a state of charge. */
function restedV({ chemistry, cells }: SagCircuit, socFraction: number): Sourced {
  const openV = interpolate(chemistry.restedCellV, socFraction) * cells;
  return byDefault(openV, `${chemistry.shortName} at ${Math.round(socFraction * 100)} %, ${cells} cells`);
}

/** State of charge below which the inverter switches off under a load: 0 it never does, 1 it does even when full. */
export function cutOffSoc(circuit: SagCircuit, powerW: number): number {
  return socAtVoltage({ ...circuit, ohm: loopOhm(circuit) }, circuit.cutOffV.value, powerW);
}

const needed = formula({
  id: 'bank.sag.needed',
  says: 'rested voltage that carries the load',
  unit: 'V',
  words: 'off below + power ÷ off below × resistance; never less than 2 · √(resistance × power)',
  terms: {
    cutOffV: { says: 'the inverter is off below', unit: 'V' },
    powerW: { says: 'power', unit: 'W' },
    loopOhm: { says: 'bank, cables and joints', unit: 'Ohm' },
  },
  // Below half of the rested voltage no more power comes: the supply breaks down there, before the inverter switches off.
  compute: ({ cutOffV, powerW, loopOhm }) => {
    const breakdownV = Math.sqrt(loopOhm * powerW);
    return cutOffV >= breakdownV ? cutOffV + (powerW / cutOffV) * loopOhm : 2 * breakdownV;
  },
  source: 'constant power: rested V = V + P ÷ V · R',
});

const edge = account({
  id: 'bank.sag.edge',
  says: 'the inverter switches off below',
  unit: 'Fraction',
  words:
    'the charge at which the cells rest at the voltage that carries the load: 0 % where they do even when empty, 100 % where not even when full',
  terms: {
    neededV: { says: 'rested voltage that carries the load', unit: 'V' },
    emptyV: { says: 'rested, empty', unit: 'V' },
    fullV: { says: 'rested, full', unit: 'V' },
  },
  source: 'read off the curve of rested voltage by charge',
  leavesOut: LEAVES_OUT,
});

/**
 * The charge below which the inverter switches off, as a figure.
 * @param powerW   at the inverter's input, W, ≥ 0
 * @param key      tells edges of several circuits apart
 */
export function cutOffFigure(circuit: SagCircuit, powerW: Sourced, key?: string): Figure {
  const neededV = needed.figure({ cutOffV: circuit.cutOffV, powerW, loopOhm: loopFigure(circuit) });
  const ends = { emptyV: restedV(circuit, 0), fullV: restedV(circuit, 1) };
  return edge.figure(cutOffSoc(circuit, powerW.value), { neededV, ...ends }, key === undefined ? {} : { key });
}

const gain = formula({
  id: 'bank.sag.gain',
  says: 'more of the bank can be used',
  unit: 'Fraction',
  words: 'off below as planned − off below with the remedy',
  terms: {
    planned: { says: 'as planned', unit: 'Fraction' },
    remedied: { says: 'with the remedy', unit: 'Fraction' },
  },
  compute: ({ planned, remedied }) => planned - remedied,
  source: 'difference of the two',
});

/** How much more of the bank can be used once the edge has moved. @param key  tells remedies apart */
export const edgeGain = (planned: Figure, remedied: Figure, key: string): Figure =>
  gain.figure({ planned, remedied }, { key });

const atCutOff = formula({
  id: 'bank.sag.power',
  says: 'the load that switches the inverter off',
  unit: 'W',
  words:
    'V × (rested voltage − V) ÷ resistance, where V is the voltage it is off below, or half of the rested voltage if that is more',
  terms: {
    openV: { says: 'rested voltage', unit: 'V' },
    cutOffV: { says: 'the inverter is off below', unit: 'V' },
    loopOhm: { says: 'bank, cables and joints', unit: 'Ohm' },
  },
  // Below half of its rested voltage a source gives less the more it is loaded.
  compute: ({ openV, cutOffV, loopOhm }) => {
    const lastV = Math.max(cutOffV, openV / 2);
    return Math.max(0, (lastV * (openV - lastV)) / loopOhm);
  },
  source: 'constant power: P = V · (rested V − V) ÷ R',
});

/** Power at which the inverter would switch off at a state of charge, W; 0 where it is off anyway. */
export function cutOffPower(circuit: SagCircuit, socFraction: number): Figure {
  return atCutOff.figure({
    openV: restedV(circuit, socFraction),
    cutOffV: circuit.cutOffV,
    loopOhm: loopFigure(circuit),
  });
}

export interface SagRemedy {
  id: 'half-length' | 'double-section' | 'one-more-string' | 'double-voltage';
  /** Where the edge moves to. */
  edge: Figure;
}

/** What each remedy would do to the edge at a load, the most effective first. @param strings in parallel now */
export function sagRemedies(circuit: SagCircuit, powerW: Sourced, strings: number): SagRemedy[] {
  const changed: Record<SagRemedy['id'], SagCircuit> = {
    'half-length': { ...circuit, cableOhm: circuit.cableOhm / 2 },
    'double-section': { ...circuit, cableOhm: circuit.cableOhm / 2 },
    'one-more-string': { ...circuit, bankOhm: (circuit.bankOhm * strings) / (strings + 1) },
    // The same cells all in series: twice the volts, four times the resistance, an inverter for that voltage.
    'double-voltage': {
      ...circuit,
      cells: circuit.cells * 2,
      bankOhm: circuit.bankOhm * 4,
      cutOffV: computed(circuit.cutOffV.value * 2, 'twice as much'),
    },
  };
  return (Object.keys(changed) as SagRemedy['id'][])
    .map((id) => ({ id, edge: cutOffFigure(changed[id], powerW, id) }))
    .sort((a, b) => a.edge.value - b.edge.value);
}
