import { fusesBetween, usualSizes } from '../conductors/choose-fuse';
import { type FusePlaces, leastSize } from './fuse-sizes';
import type { FuseSheet } from './part';
import type { WiringPlan } from './plan';
import type { FusePart } from './protection';

type FusePlace = ReturnType<FusePlaces['placeOf']>;

/** Whole volts, and amperes in steps of two digits, not less than what is asked for. */
const upTo = (value: number, step: number): number => Math.ceil(value / step - 1e-9) * step;

/** What the sheet of a fuse has to say for its place. @example sheetFor({ highestV: 58.4, shortCircuitA: 4310 }) // {"standsV":59,"breaksA":4400} */
export const sheetFor = ({ highestV, shortCircuitA }: FusePlace): FuseSheet => ({
  standsV: Math.max(6, upTo(highestV, 1)),
  breaksA: upTo(
    Math.max(50, shortCircuitA),
    10 ** Math.max(1, Math.floor(Math.log10(Math.max(50, shortCircuitA))) - 1),
  ),
});

/** A fuse of the list of more than so many times what is asked for is far from it. */
const NEAR_RATIO = 2;

/** The usual size of what is asked for, where the list has none near it that will do there; null where it has. */
export function farFromList(leastA: number, place: FusePlace): number | null {
  const [asked] = usualSizes(leastA, Number.POSITIVE_INFINITY);
  if (asked === undefined) return null;
  return fusesBetween(place, leastA, asked * NEAR_RATIO).length > 0 ? null : asked;
}

/** Whether the rules choose family and size. */
export const isFree = ({ ratingA, family, sheet }: FusePart): boolean =>
  ratingA === null && family === null && sheet === null;

/** A that each fuse would be at least, were all of which the list has none near of their own sheets. */
export function leastOffSheet({
  wiring,
  behind,
  designA,
  placeOf,
  sizes,
}: Omit<FusePlaces, 'mostA'> & {
  wiring: Pick<WiringPlan, 'selectiveRatio'>;
  sizes: ReadonlyMap<string, number>;
}): (fuse: FusePart) => number {
  const least = new Map<string, number>();
  const sizeOf = (fuse: FusePart): number => {
    if (!isFree(fuse)) return sizes.get(fuse.id) ?? 0;
    const leastA = leastOf(fuse);
    const [near] = fusesBetween(placeOf(fuse), leastA, Number.POSITIVE_INFINITY);
    return farFromList(leastA, placeOf(fuse)) ?? near?.ratingA ?? leastA;
  };
  const leastOf = (fuse: FusePart): number => {
    const known = least.get(fuse.id);
    if (known !== undefined) return known;
    // Two that lie behind each other, in a loop, are each asked for their load first.
    least.set(fuse.id, leastSize(designA(fuse), 0, 0));
    const behindA = Math.max(0, ...[...(behind.get(fuse.id) ?? [])].map(([one, shares]) => sizeOf(one) / shares));
    const found = leastSize(designA(fuse), behindA, wiring.selectiveRatio);
    least.set(fuse.id, found);
    return found;
  };
  return leastOf;
}
