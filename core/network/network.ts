/** Two posts of a network with a resistance between them. */
export interface Resistor {
  from: number;
  to: number;
  ohm: number;
}

/** A voltage behind a resistance, as a battery shows itself at its posts. */
export interface Source {
  plus: number;
  minus: number;
  emfV: number;
  ohm: number;
}

/** A current that is taken out of a post and given back at another. */
export interface Sink {
  from: number;
  to: number;
  currentA: number;
}

export interface Network {
  /** How many posts there are; the first is where voltages are counted from. */
  posts: number;
  resistors: readonly Resistor[];
  sources: readonly Source[];
  sinks: readonly Sink[];
}

/** Every way between two posts, the voltages taken for joined through. */
export const waysBetween = ({ resistors, sources }: Pick<Network, 'resistors' | 'sources'>): Resistor[] => [
  ...resistors,
  ...sources.map(({ plus, minus, ohm }) => ({ from: plus, to: minus, ohm })),
];
