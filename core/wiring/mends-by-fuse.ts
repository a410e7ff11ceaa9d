import { type CircuitParts, workOut } from './circuit';
import type { Circuit } from './circuit-figures';
import { putInto } from './edit-circuit';
import type { Finding } from './finding';

/** What is wrong with a run of which even the thickest section bears too little, where fuses let the current through. */
export type FedBy = 'fuse' | 'others';

/**
 * Whether one more fuse mends a positive that bears too much: at its beginning where the fuses before it let too much through together, at
 * its far end where the other strings do. It is put in and the circuit worked out anew, since other fuses follow it.
 * @param circuit  as it is without, worked out
 * @param runId    of a positive for which no section suffices
 */
export function mendsByFuse(rig: CircuitParts, circuit: Circuit, runId: string): boolean {
  const put = putInto(rig.wiring, runId, 'fuse', 'tried');
  const { findings } = workOut({ ...rig, wiring: { ...rig.wiring, ...put } });
  const before = new Set(beyondList(circuit.findings).map((one) => one.runId));
  before.delete(runId);
  // Nor may the piece before it be beyond the list in its place.
  return findings.length < circuit.findings.length && beyondList(findings).every((one) => before.has(one.runId));
}

/** The first positive of a circuit for which no section suffices, for that reason. */
export const firstBeyond = ({ findings, runs }: Circuit, by: FedBy): string | undefined => {
  const positives = new Set(runs.flatMap(({ run }) => (run.role === 'positive' ? [run.id] : [])));
  return beyondList(findings).find((one) => one.by === by && positives.has(one.runId))?.runId;
};

const beyondList = (findings: readonly Finding[]) =>
  findings.flatMap(({ on, fault }) =>
    fault.code === 'beyond-list' && on && 'run' in on ? [{ runId: on.run, by: fault.by }] : [],
  );
