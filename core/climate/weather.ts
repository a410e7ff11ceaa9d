import * as z from 'zod';
import { CLIMATE_LIMITS } from './limits';
import { COMMON_LIMITS } from '../plan/common-limits';
import { id, month, quantity, shortText, twelve } from '../plan/fields';
import { CLIMATE_IDS } from './climates.data';

/** How cloudy it is: a shipped climate, twelve figures by hand, or the days of an hourly file. */
const Weather = z.discriminatedUnion('by', [
  z.strictObject({ by: z.literal('climate') }),
  z.strictObject({ by: z.literal('clearness'), clearness: twelve(quantity(CLIMATE_LIMITS.meanClearness)) }),
  z.strictObject({ by: z.literal('peak-sun'), hours: twelve(quantity(CLIMATE_LIMITS.peakSunH)) }),
  z.strictObject({
    by: z.literal('file'),
    name: shortText,
    dailyClearness: z.array(quantity(CLIMATE_LIMITS.clearness)).length(365),
  }),
]);
export type Weather = z.infer<typeof Weather>;

/** Where the rig is in these months instead of at its place. */
export const Stop = z.strictObject({
  id,
  name: shortText,
  months: z.array(month).max(12),
  latitudeDeg: quantity(CLIMATE_LIMITS.latitudeDeg),
  longitudeDeg: quantity(CLIMATE_LIMITS.longitudeDeg),
  climateId: z.enum(CLIMATE_IDS),
});
export type Stop = z.infer<typeof Stop>;

/** What of a charging plan says where the rig is and how the weather is there. */
export const sitePlanShape = {
  climateId: z.enum(CLIMATE_IDS),
  weather: Weather,
  /** Outdoor means by month; null: the climate's. */
  tempC: twelve(quantity(COMMON_LIMITS.ambientTempC)).nullable(),
  skyModel: z.enum(['hay-davies', 'isotropic']),
  stops: z.array(Stop).max(12),
};
export type SitePlan = z.infer<z.ZodObject<typeof sitePlanShape>>;
