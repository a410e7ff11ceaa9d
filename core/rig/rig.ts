import * as z from 'zod';
import { Place } from '../climate/place';
import { id } from '../plan/fields';
import { ofAll, type StagePlans } from './stages';

/** The plan that all stages share: plain data, and the whole truth besides the samples of the logs. */
export const Rig = z.strictObject({
  id,
  name: z.string().min(1).max(120),
  purpose: z.string().max(500),
  place: Place,
  ...ofAll<StagePlans>(({ Plan }) => Plan),
});
export type Rig = z.infer<typeof Rig>;
