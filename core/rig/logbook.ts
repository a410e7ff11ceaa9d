import * as z from 'zod';
import { isTimeZone } from '../series/zone';
import { instantMs, quantity, shortText } from './fields';

/** One reading off the meter, written down by hand. */
export const Reading = z.strictObject({
  id: z.string().min(1).max(60),
  atMs: instantMs,
  voltageV: quantity('readingV').nullable(),
  currentA: quantity('readingA').nullable(),
  socFraction: quantity('readingSocFraction').nullable(),
  countAh: quantity('readingAh').nullable(),
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
  /** "iso" is year-month-day; "epoch-s" and "epoch-ms" count from 1970 UTC. */
  timeFormat: z.enum(['iso', 'dmy', 'mdy', 'epoch-s', 'epoch-ms']),
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
  id: z.string().min(1).max(60),
  name: shortText,
  importedAtMs: instantMs,
  mapping: LogMapping,
  /** The place by which days and nights were told apart. */
  timeZone: knownZone,
  latitudeDeg: quantity('latitudeDeg').nullable(),
  longitudeDeg: quantity('longitudeDeg').nullable(),
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
  fullWithinDays: quantity('fullWithinDays'),
  readings: z.array(Reading).max(20_000),
  logs: z.array(LogRecord).max(500),
  mappings: z.array(z.strictObject({ name: shortText, mapping: LogMapping })).max(50),
});
export type Logbook = z.infer<typeof Logbook>;
