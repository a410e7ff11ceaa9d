import type { Finding } from '../wiring/finding';
import type { CommissioningParts } from './context';

type Named = readonly { id: string; name: string }[];

/** Names of what the plan has and the circuit has not, or has and nothing joins: it is called, but no step proves its cables. */
export const notInCircuit = (
  parts: Pick<CommissioningParts, 'circuit' | 'loads' | 'inverters' | 'sources'>,
): string[] => parts.circuit.findings.flatMap((finding) => namesOf(finding, parts));

function namesOf(
  { on, fault }: Finding,
  { circuit, loads, inverters, sources }: Parameters<typeof notInCircuit>[0],
): string[] {
  const named = (all: Named, ids: readonly string[], unnamed: string) =>
    ids.map((id) => all.find((one) => one.id === id)?.name || unnamed);
  switch (fault.code) {
    case 'without-part':
      return [
        ...named(inverters, fault.inverterIds, 'an inverter'),
        ...named(sources, fault.sourceIds, 'a source of charge'),
      ];
    case 'loads-without-circuit':
    case 'ac-without-inverter':
      return named(loads, fault.loadIds, 'an unnamed load');
    case 'string-apart':
      return on && 'part' in on ? named(circuit.strings, [on.part], 'a battery') : [];
    default:
      return [];
  }
}
