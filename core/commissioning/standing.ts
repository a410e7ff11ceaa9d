import type { Entry, Round } from './plan';
import { movedRests } from './rests';
import type { Phase, Step } from './step';
import { PHASES } from './step';

/** How a step stands: by its newest answer, unless what that rested on has changed since. */
export type StepState = 'open' | 'pass' | 'fail' | 'not-here' | 'accepted' | 'stale';

export interface Standing {
  step: Step;
  state: StepState;
  /** Its newest answer; null: none that counts. */
  entry: Entry | null;
  /** Of one that is stale: what is not as it was. */
  moved: ReturnType<typeof movedRests>;
  /** Every answer that was ever given to it, oldest first; and those since the last round of all steps began. */
  history: readonly Entry[];
  counted: readonly Entry[];
}

/** An entry that makes earlier answers of a phase void, without being one: what was measured before it no longer holds. */
export const markId = (phase: Phase): string => `mark:${phase}`;

/**
 * How every step of a rig stands, over the last round of all steps and the short ones after it. A step counts as answered by its newest
 * entry; an answer from before that round, or from before a mark of its phase, is void.
 */
export function standings(steps: readonly Step[], rounds: readonly Round[]): Standing[] {
  const all = rounds.flatMap(({ entries }) => entries);
  const whole = rounds.findLastIndex(({ only }) => only === null);
  const entriesBefore = (place: number) =>
    rounds.slice(0, Math.max(0, place)).reduce((sum, { entries }) => sum + entries.length, 0);
  const begun = entriesBefore(whole);
  // Each round is signed by itself.
  const lastBegun = entriesBefore(rounds.length - 1);
  const byStep = new Map<string, Entry[]>();
  const markedAt = new Map<string, number>();
  const placeOf = new Map<Entry, number>();
  all.forEach((entry, place) => {
    placeOf.set(entry, place);
    if (entry.stepId.startsWith('mark:')) markedAt.set(entry.stepId, place);
    byStep.set(entry.stepId, [...(byStep.get(entry.stepId) ?? []), entry]);
  });
  return steps.map((step): Standing => {
    const history = byStep.get(step.id) ?? [];
    const counted = history.filter((one) => (placeOf.get(one) ?? 0) >= begun);
    const entry = history.at(-1) ?? null;
    const place = entry === null ? -1 : (placeOf.get(entry) ?? -1);
    const isVoid = place < Math.max(step.phase === 'sign' ? lastBegun : begun, markedAt.get(markId(step.phase)) ?? -1);
    if (entry === null || isVoid) return { step, state: 'open', entry: null, moved: [], history, counted };
    const moved = movedRests(entry.rests, step.rests);
    return { step, state: moved.length > 0 ? 'stale' : entry.outcome, entry, moved, history, counted };
  });
}

/** What still keeps a phase from being passed: a step that nobody has answered, that failed, or that is stale. */
export const isOpen = ({ state }: Standing): boolean => state === 'open' || state === 'fail' || state === 'stale';

/** The first phase that is not passed: no step of a later one is begun before it; null: all are passed. */
export const openPhase = (all: readonly Standing[]): Phase | null =>
  PHASES.find((phase) => all.some((one) => one.step.phase === phase && isOpen(one))) ?? null;

/** Whether a step may be begun: all that comes in phases before it is passed. */
export function mayBegin(all: readonly Standing[], step: Step): boolean {
  const open = openPhase(all);
  return open === null || PHASES.indexOf(step.phase) <= PHASES.indexOf(open);
}

/** A fail is a snag, and stays one in the record when it is mended or accepted. */
export interface Snag {
  standing: Standing;
  failed: Entry;
  state: 'open' | 'mended' | 'accepted';
}

export const snagsOf = (all: readonly Standing[]): Snag[] =>
  all.flatMap((standing): Snag[] => {
    const failed = standing.counted.findLast(({ outcome }) => outcome === 'fail');
    if (!failed) return [];
    const state = standing.state === 'pass' ? 'mended' : standing.state === 'accepted' ? 'accepted' : 'open';
    // What turned out not to be there, is no snag.
    return standing.state === 'not-here' ? [] : [{ standing, failed, state }];
  });

/** What a rig is said to be when a round ends; null while something is open. @param beside  how much of the plan no step is about */
export function provenAs(all: readonly Standing[], beside = 0): { exceptions: number } | null {
  if (all.length === 0 || all.some((one) => one.step.phase !== 'sign' && isOpen(one))) return null;
  return { exceptions: beside + all.filter(({ state }) => state === 'accepted' || state === 'not-here').length };
}

/** What a short round is about, once one was signed: what a change made stale, and what it added. */
export const leftSince = (all: readonly Standing[]): Standing[] =>
  all.filter(({ step, state }) => step.phase !== 'sign' && (state === 'stale' || state === 'open'));
