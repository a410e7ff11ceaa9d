import * as z from 'zod';
import { AUDIT_LIMITS } from './limits';
import { COMMON_LIMITS } from '../plan/common-limits';
import { id, quantity, shortText } from '../plan/fields';

/** One pair off the bench: what the wattmeter showed behind the inverter, and volts and amps before it. */
export const BenchPair = z.strictObject({
  acW: quantity(AUDIT_LIMITS.powerW),
  dcV: quantity(AUDIT_LIMITS.loadVoltageV),
  dcA: quantity(AUDIT_LIMITS.loadCurrentA),
});
export type BenchPair = z.infer<typeof BenchPair>;

export const Inverter = z.strictObject({
  id,
  name: shortText,
  continuousW: quantity(AUDIT_LIMITS.powerW).nullable(),
  surgeW: quantity(AUDIT_LIMITS.powerW).nullable(),
  /** Input voltage at which it switches off; null: the chemistry's usual. */
  cutOffV: quantity(COMMON_LIMITS.chargerV).nullable(),
  /** From the data sheet; the bench overrides both. */
  efficiencyFraction: quantity(COMMON_LIMITS.efficiencyFraction),
  standbyW: quantity(AUDIT_LIMITS.standbyW),
  /** Left on so many hours a day, or switched on when one of its loads needs it. */
  switched: z.enum(['left-on', 'when-needed']),
  hoursOnPerDay: quantity(COMMON_LIMITS.hoursPerDay),
  bench: z.array(BenchPair).max(60),
});
export type Inverter = z.infer<typeof Inverter>;
