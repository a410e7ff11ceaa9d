import * as z from 'zod';
import { AUDIT_LIMITS } from './limits';
import { COMMON_LIMITS } from '../plan/common-limits';
import { id, instantMs, quantity, shortText } from '../plan/fields';

/** How a load's figure is known, from the surest to the least sure. */
export const KNOWN_BY = ['logged', 'timed', 'clamp', 'wattmeter', 'nameplate'] as const;
export type KnownBy = (typeof KNOWN_BY)[number];

/** What one piece draws while it runs: as watts, or as volts × amps off a nameplate or a clamp meter. */
const LoadPower = z.discriminatedUnion('by', [
  z.strictObject({ by: z.literal('watts'), powerW: quantity(AUDIT_LIMITS.powerW) }),
  z.strictObject({
    by: z.literal('volts-amps'),
    voltageV: quantity(AUDIT_LIMITS.loadVoltageV),
    currentA: quantity(AUDIT_LIMITS.loadCurrentA),
  }),
]);

/** Times spent in states, one after the other, by stopwatch, as a table, or split out of a sound recording. */
export const Recording = z.strictObject({
  from: z.enum(['stopwatch', 'table', 'sound']),
  atMs: instantMs,
  states: z
    .array(z.strictObject({ name: shortText, powerW: quantity(AUDIT_LIMITS.powerW) }))
    .min(1)
    .max(8),
  spans: z
    .array(z.strictObject({ state: z.int().min(0).max(7), seconds: quantity(AUDIT_LIMITS.spanS) }))
    .min(1)
    .max(5000),
});
export type Recording = z.infer<typeof Recording>;

/** How long it runs on a day on which it is used: hours, a share of the time, without a pause, as recorded, or as logged. */
const LoadUse = z.discriminatedUnion('by', [
  z.strictObject({ by: z.literal('hours'), hoursPerDay: quantity(COMMON_LIMITS.hoursPerDay) }),
  z.strictObject({ by: z.literal('share'), dutyFraction: quantity(COMMON_LIMITS.dutyFraction) }),
  z.strictObject({ by: z.literal('always') }),
  z.strictObject({ by: z.literal('timed'), recording: Recording, hoursPerDay: quantity(COMMON_LIMITS.hoursPerDay) }),
  /** Off a meter's log: energy a day of all pieces together, as seen over so many days. */
  z
    .strictObject({
      by: z.literal('logged'),
      unit: z.enum(['Wh', 'Ah']),
      /** Where Wh of an AC load were measured: before the inverter, or behind it, at the load. Ah are always the bank's. */
      side: z.enum(['bank', 'load']),
      low: quantity(AUDIT_LIMITS.loggedPerDay),
      typical: quantity(AUDIT_LIMITS.loggedPerDay),
      high: quantity(AUDIT_LIMITS.loggedPerDay),
      days: quantity(AUDIT_LIMITS.loggedDays),
    })
    .refine(({ low, typical, high }) => low <= typical && typical <= high, { error: 'low, typical, high must rise' }),
]);

/** When in the day the energy is used: a named pattern, or weights of the 24 hours. */
export const PATTERN_IDS = ['all-day', 'day', 'evening', 'night', 'meals'] as const;
export type PatternId = (typeof PATTERN_IDS)[number];
export const DayPattern = z.discriminatedUnion('by', [
  z.strictObject({ by: z.literal('named'), id: z.enum(PATTERN_IDS) }),
  z
    .strictObject({ by: z.literal('hours'), weights: z.array(z.number().min(0).max(1)).length(24) })
    .refine(({ weights }) => weights.some((weight) => weight > 0), { error: 'at least one hour' }),
]);
export type DayPattern = z.infer<typeof DayPattern>;

/** What season or temperature do to it. */
const LoadClimate = z.discriminatedUnion('by', [
  z.strictObject({ by: z.literal('none') }),
  z.strictObject({ by: z.literal('months'), months: z.array(z.int().min(1).max(12)).max(12) }),
  /** Runs only while it is colder, or warmer, than this. */
  z.strictObject({ by: z.literal('below'), tempC: quantity(COMMON_LIMITS.ambientTempC) }),
  z.strictObject({ by: z.literal('above'), tempC: quantity(COMMON_LIMITS.ambientTempC) }),
  /** A compressor: its share of the time was known at refTempC around it and grows with what it has to cool against. */
  z
    .strictObject({
      by: z.literal('compressor'),
      setTempC: quantity(COMMON_LIMITS.ambientTempC),
      refTempC: quantity(COMMON_LIMITS.ambientTempC),
    })
    .refine(({ setTempC, refTempC }) => refTempC > setTempC, {
      error: 'the surroundings must be warmer than the inside',
    }),
]);

export const Load = z.strictObject({
  id,
  name: shortText,
  group: shortText,
  supply: z.enum(['dc', 'ac']),
  /** The inverter that feeds it; null: the first. */
  inverterId: z.string().max(60).nullable(),
  /** The voltage a DC load insists on; null: it takes the bank's. */
  dcVoltageV: quantity(AUDIT_LIMITS.loadVoltageV).nullable(),
  known: z.enum(KNOWN_BY),
  power: LoadPower,
  use: LoadUse,
  /** Low and high against typical; null: as unsure as the way in which it is known. */
  spread: z
    .strictObject({ lowFraction: quantity(AUDIT_LIMITS.spreadLow), highFraction: quantity(AUDIT_LIMITS.spreadHigh) })
    .nullable(),
  pattern: DayPattern,
  daysPerWeek: quantity(COMMON_LIMITS.daysPerWeek),
  climate: LoadClimate,
  quantity: quantity(AUDIT_LIMITS.quantity),
  /** Whether it must never stop, or could be left off. */
  must: z.boolean(),
  /** Start-up surge as a multiple of running watts. */
  surgeFactor: quantity(AUDIT_LIMITS.surgeFactor),
});
export type Load = z.infer<typeof Load>;
