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
 * Fuses that stand the voltage, break the short circuit and lie between two currents, the smallest first.
 * @param fromA  A, at least
 * @param toA    A, at most
 */
export const fusesBetween = (place: Place, fromA: number, toA: number): FuseChoice[] =>
  SIZES.filter(({ ratingA, of }) => ratingA >= fromA && ratingA <= toA && stands(of, place) && breaks(of, place)).map(
    ({ ratingA, of }) => ({ family: of.family, ratingA }),
  );

/** Usual sizes of fuses between two currents, A, whatever their family, the smallest first. @example usualSizes(12.5, 25) // [15,20,25] */
export const usualSizes = (fromA: number, toA: number): number[] => [
  ...new Set(SIZES.map(({ ratingA }) => ratingA).filter((ratingA) => ratingA >= fromA && ratingA <= toA)),
];

/** All sizes of all families, the smallest first; of the same size in the order of the families. */
const SIZES = FUSE_FAMILIES.flatMap((of) => of.stepsA.map((ratingA) => ({ ratingA, of }))).sort(
  (a, b) => a.ratingA - b.ratingA,
);
