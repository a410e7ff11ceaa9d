import { type CircuitParts, workOut } from './circuit';
import { freed } from './edit-circuit';

/** The way to a part as it takes or gives: an inverter that charges too has one for each. */
export const dropKey = (partId: string, gives: boolean): string => `${partId} ${gives ? 'gives' : 'takes'}`;

/**
 * The ways, by their keys, on which too much is lost even when the rules choose the sections of some runs: the circuit is worked out anew, since
 * other sections follow.
 * @param runIds  of runs whose section a hand chose
 */
export function dropsFreed(rig: CircuitParts, runIds: ReadonlySet<string>): ReadonlySet<string> {
  const { findings } = workOut({ ...rig, wiring: { ...rig.wiring, runs: freed(rig.wiring.runs, runIds) } });
  return new Set(
    findings.flatMap(({ on, fault }) =>
      fault.code === 'drop' && on && 'part' in on ? [dropKey(on.part, fault.gives)] : [],
    ),
  );
}
