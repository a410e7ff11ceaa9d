/** One load or source that is called, as far as its answer can be judged. */
export interface RollItem {
  id: string;
  name: string;
  /** Of the part whose negative it shares with others: a circuit of loads, an inverter, a charger. */
  circuitId: string;
  /** The change that it should make, A, low to high in size: negative of a load. */
  fromA: number;
  toA: number;
  /** How often one like it is found not to run when it is called: a compressor that rests, a panel in the dark. */
  idleFraction: number;
}

/** Two readings of the meter: before it was switched, and after. */
export interface RollReading {
  itemId: string;
  beforeA: number;
  afterA: number;
}

/** What may be behind a reading, seen alone or with all the others. */
export type RollCause =
  | 'reads'
  /** Its negative, or that of its whole circuit, comes back beside the shunt. */
  | 'bypass'
  | 'idle'
  /** It draws or gives something else than the plan says. */
  | 'plan-wrong'
  | 'other-switched'
  /** What flows besides wanders too much for so small a change. */
  | 'base-drifts'
  | 'wrong-sign'
  | 'below-resolution'
  | 'shunt-reversed'
  | 'shunt-rating'
  /** Nothing at all reads. */
  | 'shunt-unseen';
