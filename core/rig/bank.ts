import * as z from 'zod';
import { CHEMISTRY_IDS } from '../cells/chemistry';
import { quantity, shortText } from './fields';

/** A battery model as bought: one case, so many cells in series. */
export const Battery = z.strictObject({
  name: shortText,
  cellsInSeries: quantity('cellsInSeries'),
  capacityAh: quantity('capacityAh'),
});
export type Battery = z.infer<typeof Battery>;

export const Bank = z.strictObject({
  chemistryId: z.enum(CHEMISTRY_IDS),
  battery: Battery,
  seriesCount: quantity('seriesCount'),
  parallelCount: quantity('parallelCount'),
  usableFraction: quantity('usableFraction'),
  ageingFraction: quantity('ageingFraction'),
  coldestTempC: quantity('bankTempC'),
  autonomyDays: quantity('autonomyDays'),
});
export type Bank = z.infer<typeof Bank>;
