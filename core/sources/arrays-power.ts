import type { SolarArray } from './source';

/**
 * What arrays are rated at together, W.
 * @example arraysPower([{ powerW: 100 }, { powerW: 60 }]) // 160
 */
export const arraysPower = (arrays: readonly SolarArray[]): number =>
  arrays.reduce((sum, { powerW }) => sum + powerW, 0);
