import * as z from 'zod';
import { instantMs, quantity } from './fields';

export const SETTING_IDS = [
  'capacity',
  'full-voltage',
  'tail-current',
  'hold-time',
  'coulombic-efficiency',
  'dead-band',
  'reserve-alarm',
] as const;
export type SettingId = (typeof SETTING_IDS)[number];

/** What was really typed into the device, and when. */
export const EnteredSetting = z.strictObject({ value: quantity('settingValue'), atMs: instantMs });
export type EnteredSetting = z.infer<typeof EnteredSetting>;

export const MonitorPlan = z.strictObject({
  capacitySchool: z.enum(['rated', 'usable']),
  /** Lowest absorption voltage of any charger that can finish a charge; null: the chemistry's. */
  lowestAbsorptionV: quantity('chargerV').nullable(),
  highestFloatV: quantity('chargerV').nullable(),
  solarCharging: z.boolean(),
  alarmMarginFraction: quantity('alarmMarginFraction'),
  entered: z.partialRecord(z.enum(SETTING_IDS), EnteredSetting),
});
export type MonitorPlan = z.infer<typeof MonitorPlan>;
