import type { Run } from '../wiring/run';
import type { Rest } from './plan';
import { fromOn, rest, rounded } from './rests';

/** The section that a step rests on: of a cable that the rules chose, a thicker one does as well. */
export function sectionRest(what: string, { areaMm2: typed }: Pick<Run, 'areaMm2'>, areaMm2: number): Rest {
  const text = `${rounded(areaMm2)} mm²`;
  return rest(what, typed === null ? fromOn(text) : text);
}
