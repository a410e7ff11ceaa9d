import * as z from 'zod';
import { COMMON_LIMITS } from '../plan/common-limits';
import { MONITOR_LIMITS } from './limits';
import { quantity } from '../plan/fields';
import { stamped } from '../plan/stamped';

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

/** What was really typed into the device, when, and what its derivation rested on then. */
const EnteredSetting = stamped(quantity(MONITOR_LIMITS.settingValue));

export const MonitorPlan = z.strictObject({
  capacitySchool: z.enum(['rated', 'usable']),
  /** Lowest absorption voltage of any charger that can finish a charge; null: the chemistry's. */
  lowestAbsorptionV: quantity(COMMON_LIMITS.chargerV).nullable(),
  highestFloatV: quantity(COMMON_LIMITS.chargerV).nullable(),
  solarCharging: z.boolean(),
  alarmMarginFraction: quantity(MONITOR_LIMITS.alarmMarginFraction),
  entered: z.partialRecord(z.enum(SETTING_IDS), EnteredSetting),
});
export type MonitorPlan = z.infer<typeof MonitorPlan>;
