import * as z from 'zod';
import { CLIMATE_LIMITS } from '../climate/limits';
import { LOGBOOK_LIMITS } from './limits';
import { isTimeZone } from '../series/zone';
import { TIME_FORMATS } from '../text/cell';
import { id, instantMs, quantity, shortText } from '../plan/fields';

/** One reading off the meter, written down by hand. */
export const Reading = z.strictObject({
  id,
  atMs: instantMs,
  voltageV: quantity(LOGBOOK_LIMITS.readingV).nullable(),
  currentA: quantity(LOGBOOK_LIMITS.readingA).nullable(),
  socFraction: quantity(LOGBOOK_LIMITS.readingSocFraction).nullable(),
  countAh: quantity(LOGBOOK_LIMITS.readingAh).nullable(),
  full: z.boolean(),
  note: z.string().max(500),
});
export type Reading = z.infer<typeof Reading>;

const knownZone = z.string().max(60).refine(isTimeZone, { error: 'not a known time zone' });

/** What a file of a meter may have at most. */
export const COLUMNS_MOST = 10_000;
export const HEADER_ROWS_MOST = 10_000;
const column = z
  .int()
  .min(0)
  .max(COLUMNS_MOST - 1);

/** How the columns of a meter's file are to be read. */
export const LogMapping = z.strictObject({
  delimiter: z.enum([',', ';', '\t', '|', ' ']),
  headerRows: z.int().min(0).max(HEADER_ROWS_MOST),
  decimal: z.enum(['.', ',']),
  timeFormat: z.enum(TIME_FORMATS),
  timeColumn: column,
  /** A clock column beside a date column, or null when one column holds both. */
  clockColumn: column.nullable(),
  voltageColumn: column.nullable(),
  voltageUnit: z.enum(['V', 'mV']),
  current: z.discriminatedUnion('by', [
    z.strictObject({ by: z.literal('signed'), column, chargingIs: z.enum(['positive', 'negative']) }),
    z.strictObject({ by: z.literal('in-and-out'), inColumn: column, outColumn: column }),
  ]),
  currentUnit: z.enum(['A', 'mA']),
  /** Wall clock of the file where its times carry no offset of their own. */
  timeZone: knownZone,
  voltageMaxV: z.number().positive().max(10_000),
  currentMaxA: z.number().positive().max(100_000),
});
export type LogMapping = z.infer<typeof LogMapping>;

const count = z.int().min(0);

/** What is known of an imported log; its samples are kept apart, by local day. */
export const LogRecord = z.strictObject({
  id,
  name: shortText,
  importedAtMs: instantMs,
  mapping: LogMapping,
  /** The place by which days and nights were told apart. */
  timeZone: knownZone,
  latitudeDeg: quantity(CLIMATE_LIMITS.latitudeDeg).nullable(),
  longitudeDeg: quantity(CLIMATE_LIMITS.longitudeDeg).nullable(),
  rowsRead: count,
  rowsKept: count,
  rowsSetAside: count,
  rowsDuplicate: count,
  rowsBackward: count,
  rowsCovered: count,
  firstMs: instantMs,
  lastMs: instantMs,
  medianStepMs: z.number().min(0),
  gapLimitMs: z.number().min(0),
});
export type LogRecord = z.infer<typeof LogRecord>;

export const Logbook = z.strictObject({
  fullSchool: z.enum(['three', 'volts', 'hand']),
  /** How far back the verdict looks, in calendar days; null: everything. */
  windowDays: z.int().min(3).max(3660).nullable(),
  /** Full marks prove a refilled bank where no stretch without one is longer. */
  fullWithinDays: quantity(LOGBOOK_LIMITS.fullWithinDays),
  readings: z.array(Reading).max(20_000),
  logs: z.array(LogRecord).max(500),
  mappings: z.array(z.strictObject({ name: shortText, mapping: LogMapping })).max(50),
});
export type Logbook = z.infer<typeof Logbook>;
