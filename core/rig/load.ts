import * as z from 'zod';
import { quantity, shortText } from './fields';

/** How a load's power is known: as watts, or as volts × amps off a nameplate or a clamp meter. */
export const LoadPower = z.discriminatedUnion('by', [
  z.strictObject({ by: z.literal('watts'), powerW: quantity('powerW') }),
  z.strictObject({
    by: z.literal('volts-amps'),
    voltageV: quantity('loadVoltageV'),
    currentA: quantity('loadCurrentA'),
  }),
]);

/** How long it runs: hours of the day, a share of the time, or without a pause (a standing load). */
export const LoadUse = z.discriminatedUnion('by', [
  z.strictObject({ by: z.literal('hours'), hoursPerDay: quantity('hoursPerDay') }),
  z.strictObject({ by: z.literal('share'), dutyFraction: quantity('dutyFraction') }),
  z.strictObject({ by: z.literal('always') }),
]);

export const Load = z.strictObject({
  id: z.string().min(1).max(60),
  name: shortText,
  group: shortText,
  supply: z.enum(['dc', 'ac']),
  power: LoadPower,
  use: LoadUse,
  quantity: quantity('quantity'),
});
export type Load = z.infer<typeof Load>;

export const Inverter = z.strictObject({
  name: shortText,
  efficiencyFraction: quantity('efficiencyFraction'),
  standbyW: quantity('standbyW'),
  hoursOnPerDay: quantity('hoursPerDay'),
});
export type Inverter = z.infer<typeof Inverter>;
