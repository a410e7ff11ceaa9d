import type { Columns } from '../series/columns';

/** What a meter sees of a bank over time, and where it is known, what it does not see. */
export interface Trace extends Columns {
  /** [n] Charge that is truly in the bank, 0 … 1 of its capacity; null: it is not known. */
  soc: Float64Array | null;
  /** A longer step is missing time. */
  gapMs: number;
}

/** Days that a trace spans. */
export const traceDays = ({ timeMs }: Pick<Trace, 'timeMs'>): number =>
  timeMs.length < 2 ? 0 : (timeMs.at(-1)! - timeMs[0]!) / 86_400_000;
