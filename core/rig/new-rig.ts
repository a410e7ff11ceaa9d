import { hemisphereOf } from '../climate/hemisphere';
import type { Rig } from './rig';
import { ofAll, type StagePlans } from './stages';
import type * as z from 'zod';

/** What a rig is called until its owner gives it a name. */
export const NEW_RIG_NAME = 'New rig';

type FreshParts = { [Key in keyof StagePlans]: z.infer<StagePlans[Key]> };

/** The month that is July in the other half of the world. */
const SOUTHERN_SUMMER = 1;

/** An empty rig in the given time zone, audited for a summer's day there. */
export function newRig(id: string, name: string, timeZone: string): Rig {
  const place = { name: '', timeZone, latitudeDeg: null, longitudeDeg: null };
  const { audit, ...parts } = ofAll<FreshParts>(({ fresh }) => fresh());
  const month = hemisphereOf(place).half === 'south' ? SOUTHERN_SUMMER : audit.month;
  return { id, name, purpose: '', place, audit: { ...audit, month }, ...parts };
}
