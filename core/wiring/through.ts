import type { CircuitFigures } from './circuit-figures';
import { designCurrent } from './formulas';
import { type Part, partIdOf } from './part';

/** The simultaneous maximum of what passes a bar, a switch or the shunt, A. */
export function throughA({ currents, runs }: CircuitFigures, part: Pick<Part, 'id' | 'name'>): number {
  const flow = currents.flows.get(part.id);
  if (flow) return designCurrent(flow, part.id, part.name).value;
  // A bar has no way through it: as much as its strongest run carries.
  const here = runs.filter(({ run }) => partIdOf(run.from) === part.id || partIdOf(run.to) === part.id);
  return Math.max(0, ...here.map(({ design }) => design.value));
}
