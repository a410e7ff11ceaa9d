import * as z from 'zod';
import { Bank } from './bank';
import { quantity, shortText } from './fields';
import { Inverter, Load } from './load';
import { Logbook } from './logbook';
import { MonitorPlan } from './monitor';
import { isTimeZone } from '../series/zone';

export const RIG_VERSION = 1;

export const Place = z.strictObject({
  name: shortText,
  timeZone: z.string().refine(isTimeZone, { error: 'not a known time zone' }),
  latitudeDeg: quantity('latitudeDeg').nullable(),
  longitudeDeg: quantity('longitudeDeg').nullable(),
});

/** The plan that all stages share: small, plain, and the whole truth besides the samples of the logs. */
export const Rig = z.strictObject({
  id: z.string().min(1).max(60),
  name: z.string().min(1).max(120),
  purpose: z.string().max(500),
  place: Place,
  loads: z.array(Load).max(500),
  inverter: Inverter.nullable(),
  bank: Bank.nullable(),
  monitor: MonitorPlan,
  logbook: Logbook,
});
export type Rig = z.infer<typeof Rig>;
