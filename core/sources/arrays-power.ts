import type { SolarArray } from './source';

/** What arrays are rated at together, W. */
export const arraysPower = (arrays: readonly SolarArray[]): number =>
  arrays.reduce((sum, { powerW }) => sum + powerW, 0);
