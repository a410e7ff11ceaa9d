import { type CircuitParts, workOut } from './circuit';
import { sheetFor } from './fuse-sheet';
import type { Part } from './part';

/**
 * Fuses that become such by their own sheets, at the size that the rules choose: what the sheets have to say is what is asked at their places,
 * where thinner leads let less through than those of the fuses before.
 * @param which  of them; all others stay
 * @returns the parts of the circuit
 */
export function takeOffSheet(rig: CircuitParts, which: (id: string) => boolean): Part[] {
  const refitted = (parts: readonly Part[]): Part[] => {
    const placeOf = new Map(
      workOut({ ...rig, wiring: { ...rig.wiring, parts: [...parts] } }).fuses.map(({ part, highest, shortCircuit }) => [
        part.id,
        { highestV: highest.value, shortCircuitA: shortCircuit?.value ?? 0 },
      ]),
    );
    return parts.map((part) => {
      const place = placeOf.get(part.id);
      return part.kind === 'fuse' && place && which(part.id)
        ? { ...part, family: part.sheet ? part.family : null, sheet: sheetFor(place) }
        : part;
    });
  };
  return refitted(refitted(rig.wiring.parts));
}
