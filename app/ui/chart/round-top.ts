const HALVES = [1, 2, 5, 10];
/** For scales that ought to be filled well: at least two thirds. */
export const FINE_STEPS = [1, 1.5, 2, 3, 4, 5, 7, 10];

/** The next step × 10ⁿ from a value up, so that a scale stands still while what it shows moves a little; 0 for 0. */
export function roundTop(value: number, steps: readonly number[] = HALVES): number {
  if (!(value > 0)) return 0;
  const power = 10 ** Math.floor(Math.log10(value));
  return steps.map((step) => step * power).find((top) => top >= value) ?? 10 * power;
}
