import { type Run, seenGood } from '../wiring/run';
import type { Entry } from './plan';
import { rounded } from './rests';
import { restedMm2 } from './section-rest';

/** The step that looks at a cable, and what it calls the section. */
export const crimpStepId = (runId: string): string => `crimp:${runId}`;
export const SECTION = 'section';

/**
 * Cables as answers have found them: one that is good lies there, and keeps its section whatever the rules come to choose. Where another
 * section has been typed since, that stands.
 */
export function foundGood(runs: readonly Run[], answers: readonly Entry[]): Run[] {
  const newest = new Map(answers.map((entry) => [entry.stepId, entry]));
  return runs.map((run) => {
    const entry = newest.get(crimpStepId(run.id));
    const seenMm2 = entry?.outcome === 'pass' ? restedMm2(entry, SECTION) : null;
    const liesMm2 = run.areaMm2 ?? seenMm2;
    // An answer keeps eight digits of it.
    return seenMm2 === null || liesMm2 === null || rounded(liesMm2) !== rounded(seenMm2) ? run : seenGood(run, liesMm2);
  });
}
