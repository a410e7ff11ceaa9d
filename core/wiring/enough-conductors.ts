import type { RunFigures } from './circuit-figures';
import { WIRING_LIMITS as LIMITS } from './limits';

/** How many conductors of this section bear side by side what a run must; null: more than may lie so, or its ampacity is not known. */
export function enoughConductors({
  run: { conductors },
  bears,
  ampacityA,
}: Pick<RunFigures, 'run' | 'bears' | 'ampacityA'>): number | null {
  if (ampacityA === null) return null;
  const enough = Math.ceil((conductors * bears.value) / ampacityA);
  return enough <= LIMITS.conductorsCount.max ? enough : null;
}
