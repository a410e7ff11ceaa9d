/** From a quantity to a place on the sheet. */
export type Scale = (value: number) => number;

/** A straight scale: the ends of the quantity fall on the ends of the stretch; values beyond them go on beyond. */
export function linearScale([from, to]: readonly [number, number], [start, end]: readonly [number, number]): Scale {
  const perUnit = to === from ? 0 : (end - start) / (to - from);
  return (value) => start + (value - from) * perUnit;
}

/** Values that differ by so little are one: what is left of them is rounding. */
const ROUNDING = 1e-9;

/** The ends of an axis around values: of those that are one, a twentieth to either side, so that they lie in the middle. */
export function axisEnds(lowest: number, highest: number): [lowest: number, highest: number] {
  const size = Math.max(Math.abs(lowest), Math.abs(highest));
  if (highest - lowest > ROUNDING * size) return [lowest, highest];
  const around = size > 0 ? size / 20 : 1;
  return [lowest - around, highest + around];
}

/** "M1.0 2.0L3.0 4.0": a path along points, to a tenth of a pixel. */
export const pathAlong = (points: readonly (readonly [x: number, y: number])[]): string =>
  points.map(([x, y], k) => `${k === 0 ? 'M' : 'L'}${x.toFixed(1)} ${y.toFixed(1)}`).join('');
