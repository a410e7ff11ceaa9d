import { FUSE_FAMILIES, type FuseFamily } from './fuses.data';

export interface FuseChoice {
  family: string;
  ratingA: number;
}

/** What a fuse has to do at its place. */
export interface FuseDemand {
  /** A, that it has to carry. */
  loadA: number;
  /** A, of the wire behind it. */
  ampacityA: number;
  /** The highest voltage that it may have to break: of charging, not the nominal one. */
  highestV: number;
  /** Short-circuit current at its own terminals, A. */
  shortCircuitA: number;
}

/** Why no fuse of the list will do. */
export type NoFuse = 'voltage' | 'interrupt' | 'wire' | 'size';

/** A fuse carries so many times the load for good. */
export const OVER_LOAD = 1.25;

type Place = Pick<FuseDemand, 'highestV' | 'shortCircuitA'>;
const stands = ({ voltsMax }: FuseFamily, { highestV }: Place) => voltsMax >= highestV;
const breaks = ({ interruptA }: FuseFamily, { shortCircuitA }: Place) => interruptA >= shortCircuitA;
const stepOver = ({ stepsA }: FuseFamily, { loadA }: FuseDemand) => stepsA.find((step) => step >= loadA * OVER_LOAD);

/**
 * School "load up": the next standard step at or above 1.25 × the load, never above the wire, in the first family that stands
 * the voltage and can break the short-circuit current; null where none fits.
 */
export function chooseFuse(demand: FuseDemand): FuseChoice | null {
  for (const family of FUSE_FAMILIES) {
    if (!stands(family, demand) || !breaks(family, demand)) continue;
    const ratingA = stepOver(family, demand);
    if (ratingA !== undefined && ratingA <= demand.ampacityA) return { family: family.family, ratingA };
  }
  return null;
}

/** Why chooseFuse finds none: what the families that come nearest lack. */
export function whyNoFuse(demand: FuseDemand): NoFuse {
  const standing = FUSE_FAMILIES.filter((family) => stands(family, demand));
  if (standing.length === 0) return 'voltage';
  const breaking = standing.filter((family) => breaks(family, demand));
  if (breaking.length === 0) return 'interrupt';
  return breaking.some((family) => stepOver(family, demand) !== undefined) ? 'wire' : 'size';
}

/**
 * Fuses that stand the voltage, break the short circuit and lie between two currents, the smallest first; of the same size in the order of
 * the families.
 * @param fromA  A, at least
 * @param toA    A, at most
 */
export function fusesBetween(place: Place, fromA: number, toA: number): readonly FuseChoice[] {
  const fitting = FUSE_FAMILIES.map((family) => stands(family, place) && breaks(family, place));
  return between(sizesOf(fitting), fromA, toA, ({ ratingA }) => ratingA);
}

/** Usual sizes of fuses between two currents, A, whatever their family, the smallest first. @example usualSizes(12.5, 25) // [15,20,25] */
export const usualSizes = (fromA: number, toA: number): readonly number[] =>
  between(USUAL_A, fromA, toA, (size) => size);

/** All sizes of some families; kept, as few of all combinations ever come up. */
function sizesOf(fitting: readonly boolean[]): readonly FuseChoice[] {
  const key = fitting.join();
  const known = SIZES.get(key);
  if (known) return known;
  const sizes = FUSE_FAMILIES.filter((_, k) => fitting[k])
    .flatMap(({ family, stepsA }) => stepsA.map((ratingA) => ({ family, ratingA })))
    .sort((a, b) => a.ratingA - b.ratingA);
  SIZES.set(key, sizes);
  return sizes;
}
const SIZES = new Map<string, readonly FuseChoice[]>();
const USUAL_A = [...new Set(FUSE_FAMILIES.flatMap(({ stepsA }) => stepsA))].sort((a, b) => a - b);

/** Of what rises the part between two bounds, both included. */
function between<One>(rising: readonly One[], from: number, to: number, valueOf: (one: One) => number): readonly One[] {
  const first = rising.findIndex((one) => valueOf(one) >= from);
  const last = rising.findLastIndex((one) => valueOf(one) <= to);
  return first < 0 ? [] : rising.slice(first, last + 1);
}
