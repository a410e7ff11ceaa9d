import Papa from 'papaparse';
import { cellNumber, type CellTime, cellTime } from '../logbook/import/cell';
import { zoneOffsetMs } from '../series/zone';
import { MONTH_OF_DAY, monthStart } from '../simulation/calendar';
import { aboveAirWhPerM2 } from './above-air';

export type HourlyRefusal =
  | { code: 'empty' }
  | { code: 'no-columns' }
  | { code: 'too-few-days'; days: number }
  | { code: 'not-irradiance'; largest: number };

export interface HourlyRemark {
  row: number;
  code: 'no-time' | 'no-number' | 'out-of-range';
  text: string;
}

export interface HourlyFile {
  /** [365] */
  dailyClearness: number[];
  /** Days of the year that the file does not cover by at least 20 hours; they take the mean of their month. */
  filledDays: number;
  /** Days brighter than the clearest sky lets through, counted as that. */
  cappedDays: number;
  rows: number;
  remarks: HourlyRemark[];
}

/** The clearest day. */
const MOST_CLEARNESS = 0.85;
const NEEDED_DAYS = 300;
const NEEDED_HOURS = 20;
const LARGEST_W = 1600;
const TIME_HEAD = /time|date|datum|zeit|hour/i;
const LIGHT_HEAD = /ghi|irradi|global|radiation|w\/m|solar/i;

/**
 * Clearness of each day from a file of level irradiance, W/m², hour by hour or finer, on the clocks of the place. Several years are
 * put over one another. Delimiter and decimal sign are found.
 * @param latitudeDeg  of the place, for what arrives above the air
 * @param timeZone     of the place: times that state their own offset are put on its clocks
 */
export function readHourly(text: string, latitudeDeg: number, timeZone: string): HourlyFile | HourlyRefusal {
  const { data, meta } = Papa.parse(text.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' });
  const [head, ...rows] = data;
  if (!head || rows.length === 0) return { code: 'empty' };
  const timeAt = head.findIndex((name) => TIME_HEAD.test(name));
  const lightAt = head.findIndex((name, k) => k !== timeAt && LIGHT_HEAD.test(name));
  if (timeAt < 0 || lightAt < 0) return { code: 'no-columns' };
  const decimal =
    meta.delimiter !== ',' && rows.slice(0, 50).some((row) => /\d,\d/.test(row[lightAt] ?? '')) ? ',' : '.';
  const remarks: HourlyRemark[] = [];
  const days = new Map<string, { day: number; sum: number; count: number; hours: Set<number> }>();
  let largest = 0;
  rows.forEach((row, k) => {
    const time = cellTime(row[timeAt] ?? '', 'iso', decimal) ?? cellTime(row[timeAt] ?? '', 'dmy', decimal);
    const watts = cellNumber(row[lightAt] ?? '', decimal);
    const remark = (code: HourlyRemark['code'], cell: string | undefined) =>
      void remarks.push({ row: k + 2, code, text: (cell ?? '').slice(0, 60) });
    if (!time) return remark('no-time', row[timeAt]);
    if (Number.isNaN(watts)) return remark('no-number', row[lightAt]);
    if (watts < -20 || watts > LARGEST_W) return remark('out-of-range', row[lightAt]);
    largest = Math.max(largest, watts);
    const at = new Date(onClocks(time, timeZone));
    // 29 February counts to the day before: the simulated year is a common one.
    const date = Math.min(at.getUTCDate(), at.getUTCMonth() === 1 ? 28 : 31);
    const key = `${at.getUTCFullYear()}-${at.getUTCMonth()}-${date}`;
    const one = days.get(key) ?? { day: monthStart(at.getUTCMonth()) + date - 1, sum: 0, count: 0, hours: new Set() };
    one.sum += Math.max(0, watts);
    one.count++;
    one.hours.add(at.getUTCHours());
    days.set(key, one);
  });
  if (largest < 20) return { code: 'not-irradiance', largest };

  const sums = new Float64Array(365);
  const counts = new Uint16Array(365);
  let cappedDays = 0;
  for (const { day, sum, count, hours } of days.values()) {
    if (hours.size < NEEDED_HOURS) continue;
    const aboveWh = aboveAirWhPerM2(latitudeDeg, day + 1);
    // Below this the sun hardly rises, and a quotient says nothing.
    const clearness = aboveWh > 100 ? ((sum / count) * 24) / aboveWh : 0.3;
    if (clearness > MOST_CLEARNESS) cappedDays++;
    sums[day]! += Math.min(MOST_CLEARNESS, clearness);
    counts[day]!++;
  }
  const covered = counts.reduce((sum, count) => sum + (count > 0 ? 1 : 0), 0);
  if (covered < NEEDED_DAYS) return { code: 'too-few-days', days: covered };
  const months = Array.from({ length: 12 }, (_, month) => {
    const own = MONTH_OF_DAY.flatMap((of, day) =>
      of === month && counts[day]! > 0 ? [sums[day]! / counts[day]!] : [],
    );
    return own.length > 0 ? own.reduce((a, b) => a + b, 0) / own.length : 0.4;
  });
  return {
    dailyClearness: MONTH_OF_DAY.map((month, day) =>
      Number((counts[day]! > 0 ? sums[day]! / counts[day]! : months[month]!).toFixed(4)),
    ),
    filledDays: 365 - covered,
    cappedDays,
    rows: rows.length - remarks.length,
    remarks,
  };
}

function onClocks({ wallMs, offsetMin }: CellTime, timeZone: string): number {
  if (offsetMin === null) return wallMs;
  const atMs = wallMs - offsetMin * 60_000;
  return atMs + zoneOffsetMs(timeZone, atMs);
}
