import type { LogMapping } from '../../rig/logbook';

/** Reading of single cells as text: for guessing, and for what the byte reader does not know. */

const NUMBER = /^([+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?)\s*(?:V|A|mV|mA|Volt|Amp)?$/i;

/** The number in a cell, a unit letter behind it allowed; NaN when there is none. */
export function cellNumber(text: string, decimal: '.' | ','): number {
  const trimmed = text.trim();
  const match = NUMBER.exec(decimal === ',' ? trimmed.replace(',', '.') : trimmed);
  return match ? Number(match[1]) : Number.NaN;
}

export interface CellTime {
  /** As if UTC. */
  wallMs: number;
  /** Minutes east of UTC that the cell itself states, or null. */
  offsetMin: number | null;
}

const DATE = /^(\d{1,4})([-/.])(\d{1,2})\2(\d{1,4})\.?/;
const CLOCK = /^(\d{1,2}):(\d{2})(?::(\d{2})(?:[.,](\d{1,9}))?)?\s*([ap]\.?m\.?)?\s*(z|utc|[+-]\d{2}:?\d{2})?$/i;

/** The time of day in a cell, ms since midnight, with a stated offset; null when it is none. */
export function cellClock(text: string): CellTime | null {
  const match = CLOCK.exec(text.trim());
  if (!match) return null;
  const [, h, m, s = '0', fraction = '', half, zone] = match;
  let hour = Number(h);
  if (half) {
    if (hour < 1 || hour > 12) return null;
    hour = (hour % 12) + (/^p/i.test(half) ? 12 : 0);
  }
  if (hour > 23 || Number(m) > 59 || Number(s) > 59) return null;
  const ms = fraction === '' ? 0 : Math.round(Number(`0.${fraction}`) * 1000);
  return { wallMs: ((hour * 60 + Number(m)) * 60 + Number(s)) * 1000 + ms, offsetMin: offsetOf(zone) };
}

/** The date, or date and time of day, in a cell; null when it is none in this format. */
export function cellTime(text: string, format: LogMapping['timeFormat'], decimal: '.' | ','): CellTime | null {
  const trimmed = text.trim();
  if (format === 'epoch-s' || format === 'epoch-ms') {
    const count = cellNumber(trimmed, decimal);
    return Number.isNaN(count) ? null : { wallMs: Math.round(count * (format === 'epoch-s' ? 1000 : 1)), offsetMin: 0 };
  }
  const match = DATE.exec(trimmed);
  if (!match) return null;
  const [whole, a, , b, c] = match;
  const [year, month, day] = format === 'iso' ? [a, b, c] : format === 'dmy' ? [c, b, a] : [c, a, b];
  if (format === 'iso' ? a!.length !== 4 : c!.length !== 4 && c!.length !== 2) return null;
  const dateMs = utcDateMs(year!.length === 2 ? 2000 + Number(year) : Number(year), Number(month), Number(day));
  if (Number.isNaN(dateMs)) return null;
  const rest = trimmed.slice(whole.length).replace(/^[T,\s]+/, '');
  if (rest === '') return { wallMs: dateMs, offsetMin: null };
  const clock = cellClock(rest);
  return clock && { wallMs: dateMs + clock.wallMs, offsetMin: clock.offsetMin };
}

/** Midnight UTC of a date; NaN when the calendar has no such day. */
export function utcDateMs(year: number, month: number, day: number): number {
  const date = new Date(Date.UTC(year, month - 1, day));
  return date.getUTCMonth() === month - 1 && date.getUTCDate() === day ? date.getTime() : Number.NaN;
}

function offsetOf(zone: string | undefined): number | null {
  if (zone === undefined) return null;
  const match = /^([+-])(\d{2}):?(\d{2})$/.exec(zone);
  if (!match) return 0;
  return (match[1] === '-' ? -1 : 1) * (Number(match[2]) * 60 + Number(match[3]));
}
