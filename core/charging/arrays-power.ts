import type { SolarArray } from '../rig/charging';

/** What arrays are rated at together, W. */
export const arraysPower = (arrays: readonly SolarArray[]): number =>
  arrays.reduce((sum, { powerW }) => sum + powerW, 0);
