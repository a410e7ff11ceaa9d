import type { Rig } from './rig';
import { ofAll, type StagePlans } from './stages';
import type * as z from 'zod';

/** What a rig is called until its owner gives it a name. */
export const NEW_RIG_NAME = 'New rig';

type FreshParts = { [Key in keyof StagePlans]: z.infer<StagePlans[Key]> };

/** An empty rig in the given time zone. */
export const newRig = (id: string, name: string, timeZone: string): Rig => ({
  id,
  name,
  purpose: '',
  place: { name: '', timeZone, latitudeDeg: null, longitudeDeg: null },
  ...ofAll<FreshParts>(({ fresh }) => fresh()),
});
