import type { AuditLine } from '../audit/audit-line';
import type { Load } from '../audit/load';
import type { Circuit } from './circuit-figures';
import { loadsOn } from './loads-on';
import { postOf } from './part';

/**
 * Which circuit each load hangs on, with the label of the run that feeds it: "Galley, W24"; an AC load on that of its inverter.
 * @param lines  of the audit
 */
export function circuitsOfLoads(
  circuit: Circuit | null,
  lines: readonly Pick<AuditLine, 'id' | 'inverterId'>[],
  loads: readonly Load[],
): ReadonlyMap<string, string> {
  const { runs, loops } = circuit ?? { runs: [], loops: [] };
  const feeds = new Map(runs.flatMap(({ run }) => [[run.from, run.label] as const, [run.to, run.label] as const]));
  const loadOf = new Map(loads.map((load) => [load.id, load]));
  return new Map(
    loops.flatMap(({ part }) => {
      const label = feeds.get(postOf(part.id, '+'));
      const says = label === undefined ? part.name : `${part.name}, ${label}`;
      if (part.kind === 'loads') return loadsOn(part, loadOf).map(({ id }) => [id, says] as const);
      if (part.kind !== 'inverter') return [];
      return lines.flatMap(({ id, inverterId }) => (inverterId === part.inverterId ? [[id, says] as const] : []));
    }),
  );
}
