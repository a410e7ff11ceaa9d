import type { AuditLine } from '../audit/audit-line';
import type { Circuit } from './circuit-figures';
import { postOf } from './part';

/**
 * Which circuit each load hangs on, with the label of the run that feeds it: "Galley, W24"; an AC load on that of its inverter.
 * @param lines  of the audit
 */
export function circuitsOfLoads(
  circuit: Circuit | null,
  lines: readonly Pick<AuditLine, 'id' | 'inverterId'>[],
): ReadonlyMap<string, string> {
  const { runs, loops } = circuit ?? { runs: [], loops: [] };
  const feeds = new Map(runs.flatMap(({ run }) => [[run.from, run.label] as const, [run.to, run.label] as const]));
  return new Map(
    loops.flatMap(({ part }) => {
      const label = feeds.get(postOf(part.id, '+'));
      const says = label === undefined ? part.name : `${part.name}, ${label}`;
      if (part.kind === 'loads') return part.loadIds.map((id) => [id, says] as const);
      if (part.kind !== 'inverter') return [];
      return lines.flatMap(({ id, inverterId }) => (inverterId === part.inverterId ? [[id, says] as const] : []));
    }),
  );
}
