import type { Part } from '../wiring/part';

/** What a part is called where it stands alone: a circuit of loads bears the name of its loads, or of their group. */
export const circuitOrPart = ({ kind, name }: Pick<Part, 'kind' | 'name'>): string =>
  kind === 'loads' ? `${name} circuit` : name;
