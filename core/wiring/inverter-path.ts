import { copperOhm } from '../conductors/copper';
import type { CircuitFigures, LoopFigures, RunFigures } from './circuit-figures';
import type { WiringPlan } from './plan';
import { runOhm } from './run-ohm';

/** The way from the bank to an inverter and back. */
export interface InverterPath {
  /** Ω there and back, copper alone, in use. */
  ohm: number;
  /** m, there and back halved. */
  lengthM: number;
  /** Whether it is that of a circuit that is laid out, or the one run that stands for it. */
  from: 'circuit' | 'one-run';
}

/** Warm from use. */
const IN_USE_C = 40;

/**
 * What lies between the bank and its inverter: as laid out, or the one run that is known until then.
 * @param circuit     null: nothing is laid out
 * @param inverterId  null: the first of the circuit
 */
export function inverterPath(
  { inverterRun }: WiringPlan,
  circuit: CircuitFigures | null,
  inverterId: string | null = null,
): InverterPath {
  const loop = circuit?.loops.find(
    ({ part, hasOut, hasBack }) =>
      part.kind === 'inverter' && hasOut && hasBack && (inverterId === null || part.inverterId === inverterId),
  );
  if (!circuit || !loop) {
    const { lengthM, areaMm2 } = inverterRun;
    return { ohm: copperOhm(2 * lengthM, areaMm2, IN_USE_C), lengthM, from: 'one-run' };
  }
  return { ohm: loopOhm(circuit, loop), lengthM: oneWayM(circuit, loop), from: 'circuit' };
}

/** m from the bank to the circuit that a DC load is on, there and back halved; null where it has no whole way. */
export function loadWayM(circuit: CircuitFigures | null, loadId: string): number | null {
  const loop = circuit?.loops.find(
    ({ part, hasOut, hasBack }) => part.kind === 'loads' && part.loadIds.includes(loadId) && hasOut && hasBack,
  );
  return circuit && loop ? oneWayM(circuit, loop) : null;
}

/** Of the strings a way leads over one. */
const runsOf = ({ runs }: CircuitFigures, { runIds }: LoopFigures): RunFigures[] =>
  runs.filter(({ run }) => runIds.includes(run.id));

const oneWayM = (circuit: CircuitFigures, loop: LoopFigures): number =>
  runsOf(circuit, loop).reduce((sum, { run }) => sum + run.lengthM, 0) / 2;

/** Copper from the bank to a part and back, in use, Ω. Leads of the strings lie side by side: one counts by its share. */
function loopOhm(circuit: CircuitFigures, loop: LoopFigures): number {
  const { flows, stringCount } = circuit.currents;
  const share = (id: string) => (flows.get(id)?.strings.length ?? stringCount) / stringCount;
  return runsOf(circuit, loop).reduce(
    (sum, { run, areaMm2 }) => sum + share(run.id) * runOhm(run, areaMm2, IN_USE_C),
    0,
  );
}

/**
 * Copper between the bank and a source as the circuit is laid out, there and back, in use, Ω; null where it has no whole way. Fuses, a
 * relay and crimps come on top.
 */
export function sourceOhm(circuit: CircuitFigures | null, sourceId: string): number | null {
  const loop = circuit?.loops.find(
    ({ part, hasOut, hasBack }) => part.kind === 'charger' && part.sourceId === sourceId && hasOut && hasBack,
  );
  return circuit && loop ? loopOhm(circuit, loop) : null;
}
