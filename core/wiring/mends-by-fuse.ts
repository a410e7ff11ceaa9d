import { type CircuitParts, workOut } from './circuit';
import type { Circuit } from './circuit-figures';
import { putInto } from './edit-circuit';

/** What is wrong with a run of which even the thickest section bears too little, where fuses let the current through. */
export type FedBy = 'fuse' | 'others';

/**
 * Whether one more fuse mends a positive that bears too much: at its beginning where the fuses before it let too much through together, at
 * its far end where the other strings do. It is put in and the circuit worked out anew, since other fuses follow it.
 * @param circuit  as it is without, worked out
 */
export function mendsByFuse(rig: CircuitParts, circuit: Circuit, by: FedBy): boolean {
  const isPositive = (id: string) => circuit.runs.some(({ run }) => run.id === id && run.role === 'positive');
  const first = circuit.findings.find(
    ({ on, fault }) => fault.code === 'beyond-list' && fault.by === by && on && 'run' in on && isPositive(on.run),
  );
  if (!first?.on || !('run' in first.on)) return false;
  const put = putInto(rig.wiring, first.on.run, 'fuse', 'tried');
  const { findings } = workOut({ ...rig, wiring: { ...rig.wiring, ...put } });
  return findings.length < circuit.findings.length;
}
