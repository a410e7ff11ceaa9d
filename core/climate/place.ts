import * as z from 'zod';
import { CLIMATE_LIMITS } from './limits';
import { quantity, shortText } from '../plan/fields';
import { isTimeZone } from '../series/zone';

/** Where the rig is, and the clocks there. */
export const Place = z.strictObject({
  name: shortText,
  timeZone: z.string().refine(isTimeZone, { error: 'not a known time zone' }),
  latitudeDeg: quantity(CLIMATE_LIMITS.latitudeDeg).nullable(),
  longitudeDeg: quantity(CLIMATE_LIMITS.longitudeDeg).nullable(),
});
export type Place = z.infer<typeof Place>;
