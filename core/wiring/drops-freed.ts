import { type CircuitParts, workOut } from './circuit';
import { freed } from './edit-circuit';

/**
 * The parts on whose ways too much is lost even when the rules choose the sections of some runs: the circuit is worked out anew, since
 * other sections follow.
 * @param runIds  of runs whose section a hand chose
 */
export function dropsFreed(rig: CircuitParts, runIds: ReadonlySet<string>): ReadonlySet<string> {
  const { findings } = workOut({ ...rig, wiring: { ...rig.wiring, runs: freed(rig.wiring.runs, runIds) } });
  return new Set(findings.flatMap(({ on, fault }) => (fault.code === 'drop' && on && 'part' in on ? [on.part] : [])));
}
