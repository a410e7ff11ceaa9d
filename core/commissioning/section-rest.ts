import { WIRING_LIMITS as LIMITS } from '../wiring/limits';
import type { Run } from '../wiring/run';
import type { Entry, Rest } from './plan';
import { fromOn, rest, rounded, sizeOf } from './rests';

/** The section that a step rests on: of a cable that the rules chose, a thicker one does as well. */
export function sectionRest(what: string, { areaMm2: typed }: Pick<Run, 'areaMm2'>, areaMm2: number): Rest {
  const text = `${rounded(areaMm2)} mm²`;
  return rest(what, typed === null ? fromOn(text) : text);
}

/** What cables side by side are called where a step rests on how many they are. */
export const BESIDE = 'cables side by side';

/** How many lie side by side, where it is not one. @param prefix  before what it is called */
export const besideRest = (prefix: string, { conductors }: Pick<Run, 'conductors'>): Rest[] =>
  conductors === 1 ? [] : [rest(`${prefix}${BESIDE}`, conductors)];

/** The section in mm² that an answer rested on; null: it names none that a run may have. */
export function restedMm2({ rests }: Pick<Entry, 'rests'>, what: string): number | null {
  const is = rests.find((one) => one.what === what)?.is;
  const areaMm2 = is === undefined ? Number.NaN : sizeOf(is);
  const { min, max } = LIMITS.runMm2;
  return areaMm2 >= min && areaMm2 <= max ? areaMm2 : null;
}
