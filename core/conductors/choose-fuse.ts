import { FUSE_FAMILIES } from './fuses.data';

export interface FuseChoice {
  family: string;
  ratingA: number;
}

const OVER_LOAD = 1.25;

/**
 * School "load up": the next standard step at or above 1.25 × the load, never above the wire, in the first family that stands
 * the voltage and can break the short-circuit current; null where none fits: then the wire is too small.
 */
export function chooseFuse(
  loadA: number,
  ampacityA: number,
  systemV: number,
  shortCircuitA: number,
): FuseChoice | null {
  for (const { family, voltsMax, interruptA, stepsA } of FUSE_FAMILIES) {
    if (voltsMax < systemV || interruptA < shortCircuitA) continue;
    const ratingA = stepsA.find((step) => step >= loadA * OVER_LOAD);
    if (ratingA !== undefined && ratingA <= ampacityA) return { family, ratingA };
  }
  return null;
}
