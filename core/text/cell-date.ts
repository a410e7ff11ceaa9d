import { monthNamed } from './month-names';

/** In which order year, month and day stand: "iso" is year-month-day. */
export type DateOrder = 'iso' | 'dmy' | 'mdy';

/** A date at the head of a cell. */
export interface CellDate {
  /** As it is written. */
  whole: string;
  /** As if UTC. */
  midnightMs: number;
  /** Without anything between its parts; a clock that follows is written so too. */
  compact: boolean;
}

const FIGURES = /^(\d{1,4})([-/.])(\d{1,2})\2(\d{1,4})\.?/;
/** "3 Mar 2026", "Mar 3rd, 2026", "2026-Mar-03", with the day of the week before it or not. */
const NAMED =
  /^(?:\p{L}{2,}\.?,?\s+)?(\d{1,4}|\p{L}{3,}\.?)(?:st|nd|rd|th|\.)?[\s\-/.,]+(?:de\s+)?(\d{1,2}|\p{L}{3,}\.?)(?:st|nd|rd|th)?[\s\-/.,]+(?:de\s+)?(\d{4}|\d{1,2})(?!\d)/iu;
const COMPACT = /^(\d{4})(\d{2})(\d{2})(?=[T :]?\d{4})/;

/** The date with which a cell begins, its parts in this order, its month as a figure or by name; null: there is none. */
export function cellDate(text: string, order: DateOrder): CellDate | null {
  const figures = FIGURES.exec(text);
  if (figures) {
    const [whole, a = '', , b = '', c = ''] = figures;
    return dateOf(whole, inOrder(a, b, c, order), order);
  }
  const compact = order === 'iso' ? COMPACT.exec(text) : null;
  if (compact) {
    const [whole, year = '', month = '', day = ''] = compact;
    const date = dateOf(whole, { year, month, day }, order);
    return date && { ...date, compact: true };
  }
  const named = NAMED.exec(text);
  if (!named) return null;
  const [whole, a = '', b = '', c = ''] = named;
  const { year, month, day } = inOrder(a, b, c, order);
  const number = monthNamed(month);
  return number === null ? null : dateOf(whole, { year, month: String(number), day }, order);
}

interface Parts {
  year: string;
  month: string;
  day: string;
}

function inOrder(a: string, b: string, c: string, order: DateOrder): Parts {
  if (order === 'iso') return { year: a, month: b, day: c };
  return order === 'dmy' ? { year: c, month: b, day: a } : { year: c, month: a, day: b };
}

/** A year is written in full, or, where it stands last, with two figures. */
function dateOf(whole: string, { year, month, day }: Parts, order: DateOrder): CellDate | null {
  const isShort = order !== 'iso' && year.length === 2;
  if (year.length !== 4 && !isShort) return null;
  const midnightMs = utcDateMs(isShort ? 2000 + Number(year) : Number(year), Number(month), Number(day));
  return Number.isNaN(midnightMs) ? null : { whole, midnightMs, compact: false };
}

/**
 * Midnight UTC of a date; NaN when the calendar has no such day.
 * @example utcDateMs(1970, 1, 2) // 86400000
 */
export function utcDateMs(year: number, month: number, day: number): number {
  const date = new Date(Date.UTC(year, month - 1, day));
  return date.getUTCMonth() === month - 1 && date.getUTCDate() === day ? date.getTime() : Number.NaN;
}
