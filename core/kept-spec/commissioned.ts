import type { Entry, Outcome, Round, Seen } from '../commissioning/plan';
import { asKept, type Step } from '../commissioning/step';

/** Seen at a step: { before: 0, after: −1.5 }. */
export const seenAs = (values: Record<string, number>): Seen[] =>
  Object.entries(values).map(([what, value]) => ({ what, value }));

let serial = 0;

/** An answer to a step, resting on what that rests on. */
export const answered = (
  step: Pick<Step, 'id' | 'rests'> & Partial<Pick<Step, 'expected'>>,
  outcome: Outcome,
  values: Record<string, number> = {},
  more: Partial<Entry> = {},
): Entry => ({
  id: `e${++serial}`,
  stepId: step.id,
  atMs: 1_000_000 + serial,
  by: 'Mara',
  outcome,
  seen: seenAs(values),
  note: '',
  expected: (step.expected ?? []).map(asKept),
  rests: [...step.rests],
  photoIds: [],
  ...more,
});

export const roundOf = (entries: Entry[], more: Partial<Round> = {}): Round => ({
  id: 'round',
  startedAtMs: 0,
  by: 'Mara',
  instruments: '',
  only: null,
  entries,
  drafts: [],
  ended: null,
  ...more,
});

/** A step by its id. @throws where the rig has none */
export function stepBy<Kind extends Step['kind']>(
  steps: readonly Step[],
  kind: Kind,
  id: string,
): Step & { kind: Kind } {
  const found = steps.find((step) => step.id === id);
  if (found?.kind !== kind)
    throw new Error(`no ${kind} is called ${id} among ${steps.map((one) => one.id).join(', ')}`);
  return found as Step & { kind: Kind };
}
