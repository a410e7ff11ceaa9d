import type { Figure } from '../formula/figure';
import type { CircuitFigures } from './circuit-figures';
import { designCurrent } from './formulas';
import { type Part, partIdOf } from './part';

/**
 * The simultaneous maximum of what passes a bar, a switch or the shunt. A bar has no way through it: as much as its strongest run carries.
 * Null where nothing comes to it.
 */
export function through({ currents, runs }: CircuitFigures, part: Pick<Part, 'id' | 'name'>): Figure | null {
  const flow = currents.flows.get(part.id);
  if (flow) return designCurrent(flow, part.id, part.name);
  return runs.reduce<Figure | null>(
    (most, { run, design }) =>
      [run.from, run.to].some((post) => partIdOf(post) === part.id) && design.value > (most?.value ?? -1)
        ? design
        : most,
    null,
  );
}
