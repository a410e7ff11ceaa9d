import { copperOhm } from '../conductors/copper';
import type { CircuitFigures } from './circuit-figures';
import type { WiringPlan } from './plan';

/** The way from the bank to the first inverter and back. */
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
 * @param circuit  null: nothing is laid out
 */
export function inverterPath({ inverterRun }: WiringPlan, circuit: CircuitFigures | null): InverterPath {
  const loop = circuit?.loops.find(({ part, hasOut, hasBack }) => part.kind === 'inverter' && hasOut && hasBack);
  if (!circuit || !loop) {
    const { lengthM, areaMm2 } = inverterRun;
    return { ohm: copperOhm(2 * lengthM, areaMm2, IN_USE_C), lengthM, from: 'one-run' };
  }
  const runs = circuit.runs.filter(({ run }) => loop.runIds.includes(run.id));
  const { flows, stringCount } = circuit.currents;
  // Leads of the strings lie side by side: what only some of them feed counts by its share.
  const share = (id: string) => (flows.get(id)?.strings.length ?? stringCount) / stringCount;
  return {
    ohm: runs.reduce((sum, { run, areaMm2 }) => sum + share(run.id) * copperOhm(run.lengthM, areaMm2, IN_USE_C), 0),
    lengthM: runs.reduce((sum, { run }) => sum + run.lengthM, 0) / 2,
    from: 'circuit',
  };
}
