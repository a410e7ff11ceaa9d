import * as z from 'zod';
import { Bank, Battery, ChemistryEdits } from './bank';
import { ChargingPlan } from './charging';
import { quantity, shortText } from './fields';
import { Inverter } from './inverter';
import { AuditPlan, Load } from './load';
import { Logbook } from './logbook';
import { MonitorPlan } from './monitor';
import { RuntimeTrial } from './trial';
import { isTimeZone } from '../series/zone';

export const Place = z.strictObject({
  name: shortText,
  timeZone: z.string().refine(isTimeZone, { error: 'not a known time zone' }),
  latitudeDeg: quantity('latitudeDeg').nullable(),
  longitudeDeg: quantity('longitudeDeg').nullable(),
});
export type Place = z.infer<typeof Place>;

/** The plan that all stages share: small, plain, and the whole truth besides the samples of the logs. */
export const Rig = z.strictObject({
  id: z.string().min(1).max(60),
  name: z.string().min(1).max(120),
  purpose: z.string().max(500),
  place: Place,
  audit: AuditPlan,
  loads: z.array(Load).max(500),
  inverters: z.array(Inverter).max(20),
  trials: z.array(RuntimeTrial).max(500),
  shelf: z.array(Battery).max(200),
  chemistryEdits: ChemistryEdits,
  bank: Bank.nullable(),
  charging: ChargingPlan,
  monitor: MonitorPlan,
  logbook: Logbook,
});
export type Rig = z.infer<typeof Rig>;
