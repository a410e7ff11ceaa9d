import * as z from 'zod';
import { CELL_LIMITS } from './limits';
import { COMMON_LIMITS } from '../plan/common-limits';
import { id, quantity, shortText } from '../plan/fields';
import { CHEMISTRY_IDS } from './chemistry';
import { ChemistryEdit, chargesInFrost, LITHIUM_COLD } from './chemistry-edit';

/** A battery model as bought: one case, so many cells in series. What the sheet does not say is null. */
export const Battery = z
  .strictObject({
    id,
    name: shortText,
    chemistryId: z.enum(CHEMISTRY_IDS),
    cellsInSeries: quantity(CELL_LIMITS.cellsInSeries),
    capacityAh: quantity(CELL_LIMITS.capacityAh),
    /** Of the whole battery, at 25 °C and half charge. */
    resistanceOhm: quantity(CELL_LIMITS.resistanceOhm).nullable(),
    massKg: quantity(CELL_LIMITS.massKg).nullable(),
    lengthMm: quantity(CELL_LIMITS.sizeMm).nullable(),
    widthMm: quantity(CELL_LIMITS.sizeMm).nullable(),
    heightMm: quantity(CELL_LIMITS.sizeMm).nullable(),
    /** In the user's own currency. */
    price: quantity(COMMON_LIMITS.price).nullable(),
    dischargeA: quantity(CELL_LIMITS.batteryA).nullable(),
    peakA: quantity(CELL_LIMITS.batteryA).nullable(),
    chargeA: quantity(CELL_LIMITS.batteryA).nullable(),
    seriesMax: quantity(CELL_LIMITS.seriesCount).nullable(),
    parallelMax: quantity(CELL_LIMITS.parallelCount).nullable(),
    terminal: z.string().max(20),
    /** Values that the sheet of this model gives in place of its chemistry's. */
    own: ChemistryEdit.optional(),
  })
  .refine(({ chemistryId, own }) => !chargesInFrost(chemistryId, own), {
    error: LITHIUM_COLD,
    path: ['own', 'chargeFromTempC', 'value'],
  });
export type Battery = z.infer<typeof Battery>;
