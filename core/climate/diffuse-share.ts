/**
 * Share of a day's light on level ground that comes from the sky instead of the sun.
 * @param clearness  of the day, 0 … 1: on the ground ÷ above the air
 * @param sunsetRad  hour angle of sunset
 * @source  D. G. Erbs, S. A. Klein, J. A. Duffie, Solar Energy 28 (1982): daily correlation, winter and summer branch
 * @example diffuseShare(0, 1.5) // under full cloud all of it: 1
 */
export function diffuseShare(clearness: number, sunsetRad: number): number {
  const k = clearness;
  if (sunsetRad <= WINTER_RAD)
    return k < 0.715 ? 1 - 0.2727 * k + 2.4495 * k ** 2 - 11.9514 * k ** 3 + 9.3879 * k ** 4 : 0.143;
  return k < 0.722 ? 1 + 0.2832 * k - 2.5557 * k ** 2 + 0.8448 * k ** 3 : 0.175;
}

const WINTER_RAD = (81.4 * Math.PI) / 180;
