import { cellClock, cellNumber, type CellTime, cellTime, type TimeFormat } from '../text/cell';
import { utcDateMs } from '../text/cell-date';

/** Where a file of hourly light says when, and how bright it is. */
export interface HourlyColumns {
  /** Place of the row that names the columns. */
  headAt: number;
  /** Columns that tell the time, for saying which cells are none. */
  timesAt: readonly number[];
  lightAt: number;
  decimal: '.' | ',';
  when: (row: readonly string[]) => CellTime | null;
}

type Rows = readonly (readonly string[])[];

/** What stands above the head of a file: its station, its place, its units. */
export const PREAMBLE_MOST = 40;
const HOUR_MS = 3_600_000;
const DAY_MS = 24 * HOUR_MS;

const TIME_HEAD = /time(?!.?zone)|date|datum|zeit|stamp|hour|uhr|stunde/i;
const CLOCK_HEAD = /time(?!.?zone)|hour|clock|zeit|uhr|stunde/i;
/** What names the light that falls on the level, the surest first. */
const LIGHT_HEADS = [/\bghi\b|global\s*(horizontal|hor\b)/i, /global/i, /irradi|radiation|solar/i, /w\/m/i];
/** Light of another kind, or what only goes with it, or energy in other units. */
const NO_LIGHT =
  /diffus|direct|beam|normal|\bdni\b|\bdhi\b|\betrn?\b|extra|clear.?sky|tilt|inclin|plane|\bpoa\b|\bgti\b|uncert|source|model|units?\b|flag|zenith|azimuth|angle|elevation|height|temp|[kmg]?j\/|lux/i;
const PARTS = { year: /^(year|jahr|yyyy)$/i, month: /^(month|monat|mo|mm)$/i, day: /^(day|tag|dd)$/i };
const HOUR_PART = /^(hour|stunde|hr|hh)\b/i;
const MINUTE_PART = /^(minute|min|mi)s?$/i;

/** Rows below a head of which one at least tells a time; else a row of the preamble only looked like one. */
const TELLING = 3;

/** The columns of a file of hourly light; null where no row names a time and a light. @param rows  all of it, blank ones too */
export function hourlyColumns(rows: Rows, delimiter: string): HourlyColumns | null {
  let first: HourlyColumns | null = null;
  for (const [headAt, head] of rows.slice(0, PREAMBLE_MOST).entries()) {
    const names = head.map((name) => name.trim());
    const timeAt = names.findIndex((name) => TIME_HEAD.test(name) || PARTS.year.test(name));
    const lightAt = lightOf(names, timeAt);
    if (timeAt < 0 || lightAt < 0) continue;
    const body = rows.slice(headAt + 1);
    const decimal = delimiter !== ',' && body.some((row) => /\d,\d/.test(row[lightAt] ?? '')) ? ',' : '.';
    const columns = { headAt, lightAt, decimal, ...whenOf(names, body, timeAt, decimal) } as const;
    if (body.slice(0, TELLING).some((row) => columns.when(row) !== null)) return columns;
    first ??= columns;
  }
  return first;
}

function lightOf(names: readonly string[], timeAt: number): number {
  for (const head of LIGHT_HEADS) {
    const at = names.findIndex((name, k) => k !== timeAt && head.test(name) && !NO_LIGHT.test(name));
    if (at >= 0) return at;
  }
  return -1;
}

/** How the rows tell their time: in one cell, by a date and a clock or an hour, or by year, month, day and hour. */
function whenOf(
  names: readonly string[],
  body: Rows,
  timeAt: number,
  decimal: '.' | ',',
): Pick<HourlyColumns, 'timesAt' | 'when'> {
  const placeOf = (part: RegExp) => names.findIndex((name) => part.test(name));
  const parts = [placeOf(PARTS.year), placeOf(PARTS.month), placeOf(PARTS.day)];
  if (Math.min(...parts) >= 0) {
    const [hour, minute] = [placeOf(HOUR_PART), placeOf(MINUTE_PART)];
    const when = (row: readonly string[]) => {
      const [y, m, d] = parts.map((k) => cellNumber(row[k] ?? '', decimal)) as [number, number, number];
      const atMs = utcDateMs(y, m, d) + msOf(decimal, row[hour] ?? '', minute < 0 ? '0' : (row[minute] ?? ''));
      return Number.isNaN(atMs) ? null : { wallMs: atMs, offsetMin: null };
    };
    return { timesAt: [...parts, hour, minute].filter((k) => k >= 0), when };
  }
  const format = dateFormat(body, timeAt, decimal);
  const inOne = (row: readonly string[]) => cellTime(row[timeAt] ?? '', format, decimal);
  const isWhole = body.some((row) => (inOne(row)?.wallMs ?? 0) % DAY_MS !== 0);
  const clockAt = isWhole ? -1 : names.findIndex((name, k) => k !== timeAt && CLOCK_HEAD.test(name));
  // Dates alone are a file of days: no row of it tells a time.
  if (clockAt < 0) return { timesAt: [timeAt], when: isWhole ? inOne : () => null };
  const when = (row: readonly string[]) => {
    const date = inOne(row);
    const ofDayMs = msOf(decimal, row[clockAt] ?? '');
    if (date === null || Number.isNaN(ofDayMs)) return null;
    return { wallMs: date.wallMs + ofDayMs, offsetMin: cellClock(row[clockAt] ?? '')?.offsetMin ?? null };
  };
  return { timesAt: [timeAt, clockAt], when };
}

/** Since midnight, by a clock, or by an hour of 0 to 24 and, where there are, minutes; NaN where it is none. */
function msOf(decimal: '.' | ',', hourCell: string, minuteCell = '0'): number {
  const clock = cellClock(hourCell);
  const hour = clock ? clock.wallMs / HOUR_MS : cellNumber(hourCell.replace(/^\s*24:00(:00)?\s*$/, '24'), decimal);
  const minute = cellNumber(minuteCell, decimal);
  return hour >= 0 && hour <= 24 && minute >= 0 && minute < 60 ? hour * HOUR_MS + minute * 60_000 : Number.NaN;
}

const TRIED_MOST = 1000;

/** The order of the date’s parts in which most rows have one; a year of days tells day and month apart. */
function dateFormat(body: Rows, timeAt: number, decimal: '.' | ','): TimeFormat {
  const every = Math.ceil(body.length / TRIED_MOST);
  const tried = body.filter((_, k) => k % every === 0);
  const count = (format: TimeFormat) =>
    tried.filter((row) => cellTime(row[timeAt] ?? '', format, decimal) !== null).length;
  const formats = ['iso', 'dmy', 'mdy'] as const;
  return formats.reduce((best, one) => (count(one) > count(best) ? one : best));
}
