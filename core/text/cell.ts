import { UNITS } from '../quantity/unit';
import { cellDate, type DateOrder } from './cell-date';
import { readNumber } from './number-text';
import { readQuantity } from './quantity-text';

/** Reading of single cells as text: for guessing, and for what the byte reader does not know. */

/**
 * The bare number in a cell; NaN when there is none.
 * @example cellNumber('1,5', ',') // 1.5
 */
export function cellNumber(text: string, decimal: '.' | ','): number {
  const read = readNumber(text, decimal);
  return typeof read !== 'string' && read.rest === '' ? read.value : Number.NaN;
}

/**
 * The volts or amps in a cell: a bare number stands as it is, one that states its unit in V or A, whatever the column has.
 * Null when there is none, or it is of another kind.
 */
export function cellAmount(
  text: string,
  decimal: '.' | ',',
  kind: 'V' | 'A',
): { value: number; stated: boolean } | null {
  const read = readQuantity(text, kind, decimal, UNITS[kind]);
  return read.ok ? read : null;
}

/** The first three are orders of a date’s parts, of which "iso" is year-month-day; "epoch-s" and "epoch-ms" count from 1970 UTC. */
export const TIME_FORMATS = ['iso', 'dmy', 'mdy', 'epoch-s', 'epoch-ms'] as const;
export type TimeFormat = (typeof TIME_FORMATS)[number];

export interface CellTime {
  /** As if UTC. */
  wallMs: number;
  /** Minutes east of UTC that the cell itself states, or null. */
  offsetMin: number | null;
}

const CLOCK = /^(\d{1,2}):(\d{2})(?::(\d{2})(?:[.,](\d{1,9}))?)?\s*([ap]\.?m\.?)?\s*(z|utc|gmt|[+-]\d{2}:?\d{2})?$/i;

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
export function cellTime(text: string, format: TimeFormat, decimal: '.' | ','): CellTime | null {
  return new TimeCells(format, decimal).read(text);
}

/** Reads the times of one column. It remembers the date last met: most rows of a log share it with the row before. */
export class TimeCells {
  private knownDate = '';
  private knownMs = 0;
  private isCompact = false;

  constructor(
    private readonly format: TimeFormat,
    private readonly decimal: '.' | ',',
  ) {}

  read(text: string): CellTime | null {
    const trimmed = text.trim();
    const { format } = this;
    if (format === 'epoch-s' || format === 'epoch-ms') {
      const count = cellNumber(trimmed, this.decimal) * (format === 'epoch-s' ? 1000 : 1);
      return Number.isNaN(count) ? null : { wallMs: Math.round(count), offsetMin: 0 };
    }
    if (!this.isKnownDate(trimmed) && !this.readDate(trimmed, format)) return null;
    let at = this.knownDate.length;
    while (BETWEEN.includes(trimmed.charAt(at)) && at < trimmed.length) at++;
    const rest = trimmed.slice(at);
    if (rest === '') return { wallMs: this.knownMs, offsetMin: null };
    const clock = cellClock(withColons(rest, this.isCompact));
    return clock && { wallMs: this.knownMs + clock.wallMs, offsetMin: clock.offsetMin };
  }

  private isKnownDate(trimmed: string): boolean {
    const next = trimmed.charCodeAt(this.knownDate.length);
    const goesOn = next === POINT || (next >= ZERO && next <= NINE);
    return this.knownDate !== '' && !goesOn && trimmed.startsWith(this.knownDate);
  }

  private readDate(trimmed: string, order: DateOrder): boolean {
    const date = cellDate(trimmed, order);
    if (!date) return false;
    this.knownDate = date.whole;
    this.knownMs = date.midnightMs;
    this.isCompact = date.compact;
    return true;
  }
}

/** A clock after a date: behind a short word (at, um, klo), with full stops or an h, or as bare as a compact date. */
function withColons(clock: string, isCompact: boolean): string {
  const parts = isCompact ? /^(\d\d)(\d\d)(\d\d)?/ : /^(\d{1,2})[.h](\d\d)(?:[.:m](\d\d))?/i;
  return clock
    .replace(/^(?:\p{L}{1,3}\.?\s+){1,2}(?=\d)/u, '')
    .replace(parts, (_, h: string, m: string, s?: string) => [h, m, ...(s ? [s] : [])].join(':'));
}

/** What may stand between date and clock. */
const BETWEEN = 'T, :\t';
const POINT = 46;
const ZERO = 48;
const NINE = 57;

function offsetOf(zone: string | undefined): number | null {
  if (zone === undefined) return null;
  if (zone.length < 5) return 0;
  return (zone.startsWith('-') ? -1 : 1) * (Number(zone.slice(1, 3)) * 60 + Number(zone.slice(-2)));
}
