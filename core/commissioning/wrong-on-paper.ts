import type { Circuit } from '../wiring/circuit-figures';
import type { Fault } from '../wiring/finding';

/** What burns, or does not blow, although every reading is as expected. */
const UNSEEN: ReadonlySet<Fault['code']> = new Set<Fault['code']>([
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

/** Cables by their labels and parts by their names of which the circuit itself says that they are wrong, and no step of a round would show it. */
export function wrongOnPaper({ findings, runs, parts }: Pick<Circuit, 'findings'> & Named): string[] {
  const labels = new Map(runs.map(({ run }) => [run.id, run.label]));
  const names = new Map(parts.map(({ id, name }) => [id, name]));
  const wrong = findings.flatMap(({ severity, on, fault }) => {
    if (severity !== 'error' || !on || !UNSEEN.has(fault.code)) return [];
    return ('run' in on ? labels.get(on.run) : names.get(on.part)) ?? [];
  });
  return [...new Set(wrong)];
}

interface Named {
  runs: readonly { run: { id: string; label: string } }[];
  parts: readonly { id: string; name: string }[];
}
