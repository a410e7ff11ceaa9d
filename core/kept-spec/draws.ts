export type Random = () => number;

/** Standard normal, by Box and Muller. */
export const gauss = (random: Random): number =>
  Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
export const pick = <One>(random: Random, of: readonly One[]): One => of[Math.floor(random() * of.length)]!;
