import type { Fault } from '../wiring/finding';
import type { CommissioningParts } from './context';

/** What may burn, or does not blow, although readings are as expected. */
const HARMFUL: ReadonlySet<Fault['code']> = new Set<Fault['code']>([
  'short',
  'turned',
  'bridged',
  'thin',
  'beyond-list',
  'bare',
  'no-fuse',
  'fuse-small',
  'fuse-large',
  'fuse-breaks',
  'fuse-volts',
  'rating',
]);

/** Cables by their labels and parts by their names of which the circuit itself says that they are wrong, whatever a round measures. */
export function wrongOnPaper({ circuit, wiring }: Pick<CommissioningParts, 'circuit' | 'wiring'>): string[] {
  const labels = new Map(wiring.runs.map(({ id, label }) => [id, label]));
  const names = new Map(wiring.parts.map(({ id, name }) => [id, name]));
  const wrong = circuit.findings.flatMap(({ severity, on, fault }) => {
    if (severity !== 'error' || !on || !HARMFUL.has(fault.code)) return [];
    return ('run' in on ? labels.get(on.run) : names.get(on.part)) ?? [];
  });
  return [...new Set(wrong)];
}
