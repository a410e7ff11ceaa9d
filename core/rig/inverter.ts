import * as z from 'zod';
import { quantity, shortText } from './fields';

/** One pair off the bench: what the wattmeter showed behind the inverter, and volts and amps before it. */
export const BenchPair = z.strictObject({
  acW: quantity('powerW'),
  dcV: quantity('loadVoltageV'),
  dcA: quantity('loadCurrentA'),
});
export type BenchPair = z.infer<typeof BenchPair>;

export const Inverter = z.strictObject({
  id: z.string().min(1).max(60),
  name: shortText,
  continuousW: quantity('powerW').nullable(),
  surgeW: quantity('powerW').nullable(),
  /** Input voltage at which it switches off; null: the chemistry's usual. */
  cutOffV: quantity('chargerV').nullable(),
  /** Off the sheet; the bench overrides both. */
  efficiencyFraction: quantity('efficiencyFraction'),
  standbyW: quantity('standbyW'),
  /** Left on so many hours a day, or switched on when one of its loads needs it. */
  switched: z.enum(['left-on', 'when-needed']),
  hoursOnPerDay: quantity('hoursPerDay'),
  bench: z.array(BenchPair).max(60),
});
export type Inverter = z.infer<typeof Inverter>;
