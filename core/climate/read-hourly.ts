import Papa from 'papaparse';
import { cellNumber, type CellTime } from '../text/cell';
import { at } from '../quantity/guard';
import { zoneOffsetMs } from '../series/zone';
import { MONTH_OF_DAY, monthStart } from '../series/calendar';
import { aboveAirWhPerM2 } from './above-air';
import { type HourlyColumns, hourlyColumns, PREAMBLE_MOST } from './hourly-columns';
import { STEPS_PER_HOUR, sunTrack } from './sun-track';

export type HourlyRefusal =
  | { code: 'empty' }
  | { code: 'no-columns' }
  /** What stands where the first row should tell its time. */
  | { code: 'no-times'; text: string }
  | { code: 'too-few-days'; days: number; needed: number }
  /** The month, 1 … 12, of which least is known. */
  | { code: 'month-lacking'; month: number; days: number; needed: number }
  | { code: 'not-irradiance'; largest: number };

export interface HourlyRemark {
  row: number;
  code: 'no-time' | 'no-number' | 'out-of-range';
  text: string;
}

export interface HourlyFile {
  /** [365] */
  dailyClearness: number[];
  /** Days of the year of whose light the file lacks more than a fifth; they take the mean of their month. */
  filledDays: number;
  /** Days brighter than the clearest sky lets through, counted as that. */
  cappedDays: number;
  rows: number;
  remarks: HourlyRemark[];
}

/** The clearest day. */
const MOST_CLEARNESS = 0.85;
/** Days that a file must cover, of the year and of each of its months: a month without any may be the darkest. */
const DAYS_OF_YEAR = 300;
const DAYS_OF_MONTH = 7;
/** A day counts when its hours in the file would bring so much of its light under a steady sky. */
const NEEDED_LIGHT = 0.8;
/** Where the sun hardly rises a quotient says nothing, and there is nothing to know: such a day lacks nothing. */
const DARK_WH = 100;
const DARK_CLEARNESS = 0.3;
/** Of a year: less is in other units, or no light. */
const LEAST_W = 20;
/** A moment beside a cloud. */
const LARGEST_W = 1600;

/**
 * Clearness of each day from a file of level irradiance, W/m², hour by hour or finer, on the clocks of the place. Several years are
 * put over one another. Head, columns, delimiter, decimal sign and the order of dates are found. Hours that are not in the file are missing, not dark: the day's
 * light is held against what arrives above the air in the hours that are.
 * @param latitudeDeg   of the place, for what arrives above the air
 * @param longitudeDeg  of the place, for when it arrives
 * @param timeZone      of the place: times that state their own offset are put on its clocks
 */
export function readHourly(
  text: string,
  latitudeDeg: number,
  longitudeDeg: number,
  timeZone: string,
): HourlyFile | HourlyRefusal {
  const whole = text.replace(/^\uFEFF/, '');
  if (!/[\r\n]/.test(whole.trim())) return { code: 'empty' };
  const delimiter = DELIMITERS.find((one) => columnsBy(whole, one, PREAMBLE_MOST) !== null);
  const found = delimiter && columnsBy(whole, delimiter);
  if (!found) return { code: 'no-columns' };
  const { data, columns } = found;
  const { headAt, timesAt, lightAt, decimal, when } = columns;
  const rows = data.slice(headAt + 1);
  const remarks: HourlyRemark[] = [];
  const days = new Map<string, DayOfFile>();
  let [largest, read, beyond] = [0, 0, 0];
  rows.forEach((row, k) => {
    if (row.every((cell) => cell.trim() === '')) return;
    const time = when(row);
    const watts = cellNumber(row[lightAt] ?? '', decimal);
    const remark = (code: HourlyRemark['code'], cell: string | undefined) =>
      void remarks.push({ row: headAt + k + 2, code, text: (cell ?? '').slice(0, 60) });
    if (!time) return remark('no-time', timesAt.map((k) => row[k] ?? '').join(' '));
    if (Number.isNaN(watts)) return remark('no-number', row[lightAt]);
    largest = Math.max(largest, watts);
    if (watts < -20 || watts > LARGEST_W) {
      beyond++;
      return remark('out-of-range', row[lightAt]);
    }
    read++;
    const moment = new Date(onClocks(time, timeZone));
    // 29 February counts to the day before: the simulated year is a common one.
    const date = Math.min(moment.getUTCDate(), moment.getUTCMonth() === 1 ? 28 : 31);
    const key = `${moment.getUTCFullYear()}-${moment.getUTCMonth()}-${date}`;
    const one = days.get(key) ?? {
      day: monthStart(moment.getUTCMonth()) + date - 1,
      hours: new Map<number, { sum: number; count: number }>(),
    };
    const hour = one.hours.get(moment.getUTCHours()) ?? { sum: 0, count: 0 };
    one.hours.set(moment.getUTCHours(), { sum: hour.sum + Math.max(0, watts), count: hour.count + 1 });
    days.set(key, one);
  });
  const [first] = remarks;
  if (read + beyond === 0 && first?.code === 'no-time') return { code: 'no-times', text: first.text };
  if (largest < LEAST_W || beyond > read) return { code: 'not-irradiance', largest };

  const sums = new Float64Array(365);
  const counts = new Uint16Array(365);
  let cappedDays = 0;
  const isDark = (day: number) => !(aboveAirWhPerM2(latitudeDeg, day + 1) > DARK_WH);
  const lightOf = lightByHour(latitudeDeg, longitudeDeg, timeZone);
  for (const { day, hours } of days.values()) {
    const clearness = isDark(day) ? null : clearnessOf(hours, aboveAirWhPerM2(latitudeDeg, day + 1), lightOf(day));
    if (clearness === null) continue;
    if (clearness > MOST_CLEARNESS) cappedDays++;
    sums[day] = at(sums, day) + Math.min(MOST_CLEARNESS, clearness);
    counts[day] = at(counts, day) + 1;
  }
  for (let day = 0; day < 365; day++)
    if (counts[day] === 0 && isDark(day)) [sums[day], counts[day]] = [DARK_CLEARNESS, 1];
  const covered = counts.reduce((sum, count) => sum + (count > 0 ? 1 : 0), 0);
  if (covered < DAYS_OF_YEAR) return { code: 'too-few-days', days: covered, needed: DAYS_OF_YEAR };
  const known = Array.from({ length: 12 }, (_, month) =>
    MONTH_OF_DAY.flatMap((of, day) => (of === month && at(counts, day) > 0 ? [at(sums, day) / at(counts, day)] : [])),
  );
  const least = known.reduce((best, own, month) => (own.length < at(known, best).length ? month : best), 0);
  const ofLeast = at(known, least).length;
  if (ofLeast < DAYS_OF_MONTH) return { code: 'month-lacking', month: least + 1, days: ofLeast, needed: DAYS_OF_MONTH };
  const months = known.map((own) => own.reduce((a, b) => a + b, 0) / own.length);
  return {
    dailyClearness: MONTH_OF_DAY.map((month, day) =>
      Number((at(counts, day) > 0 ? at(sums, day) / at(counts, day) : at(months, month)).toFixed(4)),
    ),
    filledDays: 365 - covered,
    cappedDays,
    rows: read,
    remarks,
  };
}

/** @param preview  rows to look at; all of them by default */
function columnsBy(text: string, delimiter: string, preview = 0): { data: string[][]; columns: HourlyColumns } | null {
  const { data } = Papa.parse(text, { delimiter, preview });
  const columns = hourlyColumns(data, delimiter);
  return columns && { data, columns };
}
/** A comma may stand within a number or a remark: it is tried after what does not. */
const DELIMITERS = [';', '\t', '|', ','];

interface DayOfFile {
  /** 0 … 364 */
  day: number;
  /** By the hour of the clock: watts per m² summed over its rows, and how many they are. */
  hours: Map<number, { sum: number; count: number }>;
}

/** Clearness of one day off the hours that there are, each by its own mean; null where too much of its light is missing. */
function clearnessOf(hours: DayOfFile['hours'], aboveWh: number, light: readonly number[]): number | null {
  let [seenWh, covered] = [0, 0];
  for (const [hour, { sum, count }] of hours) {
    seenWh += sum / count;
    covered += light[hour] ?? 0;
  }
  return covered >= NEEDED_LIGHT ? seenWh / (aboveWh * Math.min(1, covered)) : null;
}

/** Share of a day's light above the air that falls into each hour of the clock: [24] with sum 1, or 0 where the sun stays down. */
function lightByHour(latitudeDeg: number, longitudeDeg: number, timeZone: string): (day: number) => readonly number[] {
  const known = new Map<number, readonly number[]>();
  return (day) => {
    const kept = known.get(day);
    if (kept) return kept;
    const { sinHeight } = sunTrack(latitudeDeg, longitudeDeg, timeZone, day + 1);
    const hours = Array<number>(24).fill(0);
    sinHeight.forEach((sine, k) => {
      const hour = Math.floor(k / STEPS_PER_HOUR);
      hours[hour] = (hours[hour] ?? 0) + Math.max(0, sine);
    });
    const all = hours.reduce((sum, one) => sum + one, 0);
    const shares = hours.map((one) => (all > 0 ? one / all : 0));
    known.set(day, shares);
    return shares;
  };
}

function onClocks({ wallMs, offsetMin }: CellTime, timeZone: string): number {
  if (offsetMin === null) return wallMs;
  const atMs = wallMs - offsetMin * 60_000;
  return atMs + zoneOffsetMs(timeZone, atMs);
}
