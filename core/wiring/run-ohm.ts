import { copperOhm } from '../conductors/copper';
import { sectionText } from '../conductors/section-text';
import { computed, entered, type Sourced } from '../formula/figure';
import type { Run } from './run';

/**
 * The copper of a run, all its conductors side by side.
 * @param areaMm2  of one conductor
 * @param jointOhm of one joint; each conductor has two
 * @returns Ω
 * @example runOhm({ lengthM: 10, conductors: 2 }, 10, 20) // 0.0086205
 */
export const runOhm = (
  { lengthM, conductors }: Pick<Run, 'lengthM' | 'conductors'>,
  areaMm2: number,
  conductorTempC: number,
  jointOhm = 0,
): number => (copperOhm(lengthM, areaMm2, conductorTempC) + 2 * jointOhm) / conductors;

/** mm² of all its conductors together, and where that is from. @param areaMm2  of one conductor */
export function runSection({ conductors, areaMm2: typed }: Run, areaMm2: number): Sourced {
  const beside = conductors === 1 ? '' : `${conductors} × ${sectionText(areaMm2)}, `;
  return typed === null
    ? computed(conductors * areaMm2, `${beside}by the rules`)
    : entered(conductors * areaMm2, `${beside}as it lies there`);
}

/** "2 × 120 mm²" */
export const runSectionText = ({ conductors }: Pick<Run, 'conductors'>, areaMm2: number): string =>
  `${conductors === 1 ? '' : `${conductors} × `}${sectionText(areaMm2)}`;
