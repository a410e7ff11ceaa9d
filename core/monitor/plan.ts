import * as z from 'zod';
import { CELL_LIMITS } from '../cells/limits';
import { COMMON_LIMITS } from '../plan/common-limits';
import { id, instantMs, photoData, quantity, shortText } from '../plan/fields';
import { INPUTS_MOST, StampInput } from '../plan/stamped';
import { MONITOR_LIMITS as LIMITS } from './limits';
import { SETTING_IDS } from './setting-id';

const settingId = z.enum(SETTING_IDS);

/** What a meter's menu counts in. */
export const METER_UNITS = ['percent', 'A', 'Ah', 'V', 'mV', 'min', 's', 'h', 'days', 'mV/K', 'number'] as const;
export type MeterUnit = (typeof METER_UNITS)[number];

/** One thing that a meter asks for: in which unit, and in what steps of it. */
const MeterField = z.strictObject({ id: settingId, unit: z.enum(METER_UNITS), step: quantity(LIMITS.meterStep) });
export type MeterField = z.infer<typeof MeterField>;

export const Meter = z.strictObject({
  name: shortText,
  /** Each setting at most once. */
  fields: z
    .array(MeterField)
    .max(SETTING_IDS.length)
    .refine((fields) => new Set(fields.map((field) => field.id)).size === fields.length, { error: 'a setting twice' }),
  /** It sets itself full; else only a person does. */
  automaticFull: z.boolean(),
  /** It keeps several sets of settings to choose from. */
  severalProfiles: z.boolean(),
  relayBy: z.enum(['charge', 'volts']),
  /** How it measures: rows that it takes, its smallest step, what it shows with nothing connected, and for each true ampere. */
  sampleS: quantity(LIMITS.sampleS),
  resolutionA: quantity(LIMITS.resolutionA),
  offsetA: quantity(LIMITS.offsetA),
  gainRatio: quantity(LIMITS.gainRatio),
});
export type Meter = z.infer<typeof Meter>;

/** One state of the bank and its chargers for which a meter is set: summer, winter, the bank when it is old. */
export const Profile = z.strictObject({
  id,
  name: shortText,
  /** Lowest absorption voltage of any charger that can finish a charge; null: as planned, or the chemistry's. */
  lowestAbsorptionV: quantity(COMMON_LIMITS.chargerV).nullable(),
  highestFloatV: quantity(COMMON_LIMITS.chargerV).nullable(),
  /** Where the chargers end absorption, A; null: not known. */
  stopsAtA: quantity(LIMITS.stopsAtA).nullable(),
  solarCharging: z.boolean(),
  /** What age has left of the rated capacity. */
  healthFraction: quantity(LIMITS.healthFraction),
  /** Of the bank where chargers follow its temperature; null: they do not. */
  tempC: quantity(CELL_LIMITS.bankTempC).nullable(),
});
export type Profile = z.infer<typeof Profile>;

/** What was keyed in, of one setting, with what its derivation rested on then; null: that is not known. */
const Keyed = z.strictObject({
  id: settingId,
  value: quantity(LIMITS.settingValue),
  rests: z.array(StampInput).max(INPUTS_MOST).nullable(),
});
export type Keyed = z.infer<typeof Keyed>;

/** One sitting at the meter's keys. */
export const KeyedEntry = z.strictObject({
  id,
  atMs: instantMs,
  by: shortText,
  profileId: id,
  values: z.array(Keyed).max(SETTING_IDS.length),
  note: z.string().max(300),
  /** Of the meter as it was set. */
  photo: photoData.nullable(),
});
export type KeyedEntry = z.infer<typeof KeyedEntry>;

const total = (limit: Parameters<typeof quantity>[0]) => quantity(limit).nullable();

/** What a meter's own history showed at an instant; what it does not show is null. */
export const MeterTotals = z.strictObject({
  id,
  atMs: instantMs,
  /** Since its history was begun. */
  days: total(LIMITS.totalDays),
  deepestAh: total(LIMITS.totalAh),
  meanAh: total(LIMITS.totalAh),
  outAh: total(LIMITS.totalAh),
  inKWh: total(LIMITS.totalKWh),
  outKWh: total(LIMITS.totalKWh),
  fullMarks: total(LIMITS.totalCount),
  cycles: total(LIMITS.totalCount),
});
export type MeterTotals = z.infer<typeof MeterTotals>;

export const MonitorPlan = z.strictObject({
  capacitySchool: z.enum(['rated', 'usable']),
  alarmMarginFraction: quantity(LIMITS.alarmMarginFraction),
  /** A starter that draws through the shunt, A; null: none does. */
  starterA: quantity(LIMITS.starterA).nullable(),
  meter: Meter,
  /** The first is the usual one. */
  profiles: z.array(Profile).min(1).max(8),
  /** The one that the sheet shows. */
  profileId: id,
  entries: z.array(KeyedEntry).max(2000),
  totals: z.array(MeterTotals).max(2000),
});
export type MonitorPlan = z.infer<typeof MonitorPlan>;
