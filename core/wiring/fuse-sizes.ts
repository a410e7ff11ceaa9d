import { fusesBetween, OVER_LOAD, usualSizes } from '../conductors/choose-fuse';
import { FUSE_FAMILIES } from '../conductors/fuses.data';
import type { FuseFigures } from './circuit-figures';
import type { Part } from './part';
import type { WiringPlan } from './plan';
import type { Behind, FusePart, Guard } from './protection';

/** What the size of a fuse follows from. */
export interface FusePlaces {
  /** Fuses behind each, seen from the bank. */
  behind: ReadonlyMap<string, Behind>;
  designA: (part: Part) => number;
  /** Voltage and short circuit at a fuse; 0 A as long as nothing is known of the leads before it. */
  placeOf: (part: FusePart) => { highestV: number; shortCircuitA: number };
  /** A of each that the thickest section of the list still bears. */
  mostA: (part: FusePart) => number;
}

/**
 * Ampere sizes of all fuses: each at least 1.25 × what it carries, and so many times the largest behind it; strings share what comes behind
 * them. The next size of a family that breaks the short circuit at its place; where none does, what is wanted. Where no wire of the list
 * would bear that, the largest that one does, or the least for its load: a fuse that blows too soon protects, one above its wire does not.
 * @param before  sizes that are not undercut
 */
export function fuseSizes(
  { parts, selectiveRatio }: WiringPlan,
  { behind, designA, placeOf, mostA }: FusePlaces,
  before: ReadonlyMap<string, number>,
): ReadonlyMap<string, number> {
  const sizes = new Map<string, number>();
  const sizeOf = (fuse: FusePart, above: ReadonlySet<string>): number => {
    const known = sizes.get(fuse.id);
    if (known !== undefined) return known;
    const later = [...(behind.get(fuse.id) ?? [])].filter(([{ id }]) => !above.has(id));
    const onTheWay = later.length > 0 ? new Set([...above, fuse.id]) : above;
    const behindA = later.map(([one, shares]) => sizeOf(one, onTheWay) / shares);
    const leastA = leastSize(designA(fuse), Math.max(0, ...behindA), selectiveRatio);
    const wantedA = Math.max(leastA, before.get(fuse.id) ?? 0);
    const selectiveA = fusesFor(fuse, placeOf(fuse), wantedA, Number.POSITIVE_INFINITY)[0]?.ratingA ?? wantedA;
    // Whatever breaks what there: wires that follow it must not let go of it again.
    const [loadA, bornA] = [designA(fuse) * OVER_LOAD, mostA(fuse)];
    const fallbackA = () =>
      (fusesFor(fuse, ANYWHERE, loadA, bornA).at(-1) ?? fusesFor(fuse, ANYWHERE, loadA, Number.POSITIVE_INFINITY)[0])
        ?.ratingA;
    const size = fuse.ratingA ?? (selectiveA <= bornA ? selectiveA : (fallbackA() ?? selectiveA));
    sizes.set(fuse.id, size);
    return size;
  };
  for (const part of parts) if (part.kind === 'fuse') sizeOf(part, new Set());
  return sizes;
}

const ANYWHERE = { highestV: 0, shortCircuitA: 0 };

/** A that a fuse is at least: over its load, and so many times its share of the largest behind it. */
export const leastSize = (loadA: number, behindA: number, ratio: number): number =>
  Math.max(loadA * OVER_LOAD, behindA * ratio);

/**
 * Fuses between two currents that a place may get, the smallest first: of the family that was named, or of its own sheet, whether they will do
 * there or not; else those of the list that will.
 */
export function fusesFor(
  { family, sheet }: Pick<FusePart, 'family' | 'sheet'>,
  place: ReturnType<FusePlaces['placeOf']>,
  fromA: number,
  toA: number,
): readonly { ratingA: number; family: string | null }[] {
  if (sheet) return usualSizes(fromA, toA).map((ratingA) => ({ ratingA, family }));
  const named = FUSE_FAMILIES.find((one) => one.family === family);
  return named
    ? named.stepsA
        .filter((ratingA) => ratingA >= fromA && ratingA <= toA)
        .map((ratingA) => ({ ratingA, family: named.family }))
    : fusesBetween(place, fromA, toA);
}

/** Whether neither the load nor the wire of a fuse is known: then the sheet of what it feeds gives its size, as a monitor’s does. */
export const isOfSheet = ({ design, largest }: Pick<FuseFigures, 'design' | 'largest'>): boolean =>
  largest === null && design.value === 0;

/** A lead to a fuse, so short that it needs no guard of its own. @param isNear  whether it is short enough */
export const isTap = (isNear: boolean, guard: Guard | null | undefined): guard is Guard & { leadsTo: FusePart } =>
  isNear && guard !== null && guard !== undefined && guard.leadsTo !== null;

/** Parts that a current passes and that are rated for one. */
export const isRated = (part: Part): part is Exclude<Extract<Part, { ratingA: number | null }>, FusePart> =>
  'ratingA' in part && part.kind !== 'fuse';
