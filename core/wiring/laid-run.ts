import { keptBy, steady } from '../plan/kept-by';
import { at } from '../quantity/guard';
import type { Run } from './run';

const KEYS = ['id', 'label', 'role', 'from', 'to', 'endsBy'] as const;

/** A run as far as it tells who is joined to whom: without its length, its section and what was done with it. */
export type LaidRun = Pick<Run, (typeof KEYS)[number]>;

const laidAlike = steady(
  (before: readonly LaidRun[], now) =>
    before.length === now.length && before.every((one, k) => KEYS.every((key) => one[key] === at(now, k)[key])),
);

/**
 * The runs of a circuit in their order. Whatever else is typed of them, the same list comes back until something is joined otherwise: what
 * follows from that alone is kept by it.
 */
export const laidRuns = keptBy((runs: readonly Run[]): readonly LaidRun[] =>
  laidAlike(runs.map(({ id, label, role, from, to, endsBy }) => ({ id, label, role, from, to, endsBy }))),
);
