import type { Unit } from '../quantity/unit';

/** Where a number comes from, from the surest to the least sure. */
export type Origin = 'measured' | 'entered' | 'computed' | 'default';

/** A number with its origin, and its working when it was itself computed. */
export interface Sourced {
  value: number;
  origin: Origin;
  /** What the origin was: "8 cells of 3.2 V", "battery sheet". */
  note?: string | undefined;
  /** Opens the working; built only then, since hardly any of a plan's figures is ever opened. */
  working?: (() => Working) | undefined;
}

export interface WorkingTerm extends Sourced {
  says: string;
  unit: Unit;
}

/** The open book of one figure: plain data, ready for a panel, a printout or another thread. */
export interface Working {
  /** The rule in words: "Ah in × efficiency ÷ Ah out". */
  words: string;
  terms: readonly WorkingTerm[];
  result: { says: string; value: number; unit: Unit };
  source: string;
  /** What the rule does not count, or a remark on this very result. */
  leavesOut?: string | undefined;
  remark?: string | undefined;
}

/** A computed number that can explain itself. `id` names the figure among all figures of a rig. */
export interface Figure extends Sourced {
  id: string;
  says: string;
  unit: Unit;
  working: () => Working;
}

/** The same figure under another assumption, told apart from what it is without. */
export const under = (figure: Figure, assumption: string): Figure => ({ ...figure, id: `${figure.id}:${assumption}` });

export const measured = (value: number, note?: string): Sourced => ({ value, origin: 'measured', note });
export const entered = (value: number, note?: string): Sourced => ({ value, origin: 'entered', note });
export const computed = (value: number, note?: string): Sourced => ({ value, origin: 'computed', note });
/** As it stands in a plan: a default as long as it is what a fresh plan begins with. */
export const asPlanned = (value: number, fresh: number, note?: string): Sourced =>
  value === fresh ? byDefault(value, note) : entered(value, note);
export const byDefault = (value: number, note?: string): Sourced => ({ value, origin: 'default', note });
