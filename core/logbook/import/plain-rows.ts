import type { WallClock } from '../../series/wall-clock';

/** Where plain rows go: columns with room for more, and the stretch of time that they are for. */
export interface RowTarget {
  /** Rows taken so far; the columns' length is the room there is. */
  count: number;
  timeMs: Float64Array;
  voltageV: Float64Array;
  currentA: Float64Array;
  /** A row must not be earlier than this, which is the time of the row before it. */
  fromMs: number;
  /** A row must be earlier than this. */
  toMs: number;
}

/** How rows of ISO times and plain numbers are laid out: a time, then one number or two, with cells of no interest between. */
export interface PlainLayout {
  /** Cells to pass over before the time, between it and the first number, before the second, and after the last. */
  skips: readonly [number, number, number, number];
  /** Which number comes first; a log without voltage has "current" alone. */
  order: 'voltage-current' | 'current-voltage' | 'current';
  delimiter: number;
  newline: number;
  decimal: number;
  /** By decimal places, the unit in them. */
  voltageDivisors: Float64Array;
  /** Negative where the file's sign is the other one. */
  currentDivisors: Float64Array;
  voltageMaxV: number;
  currentMaxA: number;
}

export interface PlainDate {
  /** Ten bytes of the date last met, such as "2026-03-09", and its midnight as if UTC. */
  bytes: Uint8Array;
  midnightMs: number;
}

/** Bytes of "2026-03-09T12:34:56". */
const SHORTEST_TIME = 19;
const MOST_DIGITS = 9;
const CARRIAGE_RETURN = 13;
const SPACE = 32;
const QUOTE = 34;
const PLUS = 43;
const DASH = 45;
const POINT = 46;
const COLON = 58;
const LETTER_T = 84;
const LETTER_Z = 90;

/** What to divide the digits of a number by, for each count of decimal places. */
export const divisorsFor = (unit: number): Float64Array =>
  Float64Array.from({ length: MOST_DIGITS + 1 }, (_, places) => 10 ** places * unit);

/**
 * Reads rows from bytes[from] on for as long as they are of the plainest kind: every cell there, ISO time to the second or
 * the millisecond on the date last met, numbers of up to nine digits, nothing impossible, in order of time and within the
 * target's stretch. Stops before the first row that is anything else, when the target is full, and at `end`.
 *
 * A month at one row a second spends its time here, hence locals only, and the reading of a number written out twice: in a
 * loop over columns both numbers share their branches, which halves the speed (measured in Chromium). Two decimals, which
 * most meters write, are read in one step, which saves a fifth.
 * @param end    index after the last newline byte
 * @returns      index of the first byte that was not read
 */
export function readPlainRows(
  bytes: Uint8Array,
  from: number,
  end: number,
  layout: PlainLayout,
  date: PlainDate,
  clock: WallClock,
  target: RowTarget,
): number {
  const { order, delimiter, newline, decimal, voltageMaxV, currentMaxA } = layout;
  const [skipsBefore, skipsFirst, skipsSecond, skipsAfter] = layout.skips;
  const { timeMs: times, toMs } = target;
  const size = times.length;
  const voltageFirst = order === 'voltage-current';
  const hasSecond = order !== 'current';
  const firsts = voltageFirst ? target.voltageV : target.currentA;
  const seconds = voltageFirst ? target.currentA : target.voltageV;
  const firstDivisors = voltageFirst ? layout.voltageDivisors : layout.currentDivisors;
  const secondDivisors = voltageFirst ? layout.currentDivisors : layout.voltageDivisors;
  // Off a typed array: numbers of two kinds in one list would be looked at anew in every row.
  const limits = Float64Array.of(0, voltageMaxV, -currentMaxA, currentMaxA);
  const firstLow = limits[voltageFirst ? 0 : 2]!;
  const firstHigh = limits[voltageFirst ? 1 : 3]!;
  const secondLow = limits[voltageFirst ? 2 : 0]!;
  const secondHigh = limits[voltageFirst ? 3 : 1]!;
  const { midnightMs } = date;
  // The ten bytes of the date are compared four, four and two at a time.
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const known = new DataView(date.bytes.buffer);
  const date0 = known.getUint32(0);
  const date4 = known.getUint32(4);
  const date8 = known.getUint16(8);
  const lastStart = bytes.length - SHORTEST_TIME;
  /** From here on two decimals and what follows them could lie beyond the bytes: reading there is slow ever after. */
  const lastTwo = bytes.length - 2;
  // The bytes from the day of the month to the minute as met last: most rows share their minute with the row before.
  let knownDay8 = 0;
  let knownMinute12 = 0;
  let knownMinuteMs = 0;
  let count = target.count;
  let lastMs = target.fromMs;
  let rowStart = from;
  while (rowStart < end && count < size) {
    let p = rowStart;
    if (skipsBefore > 0) {
      p = afterCells(bytes, p, skipsBefore, delimiter, newline);
      if (p < 0) break;
    }

    if (p > lastStart) break;
    if (view.getUint32(p) !== date0 || view.getUint32(p + 4) !== date4 || bytes[p + 16] !== COLON) break;
    const s1 = bytes[p + 17]! - 48;
    const s0 = bytes[p + 18]! - 48;
    if (s1 >>> 0 > 5 || s0 >>> 0 > 9) break;
    const day8 = view.getUint32(p + 8);
    const minute12 = view.getUint32(p + 12);
    if (day8 !== knownDay8 || minute12 !== knownMinute12) {
      const minuteMs = minuteMsAt(bytes, p);
      if (view.getUint16(p + 8) !== date8 || minuteMs < 0) break;
      knownMinuteMs = minuteMs;
      knownDay8 = day8;
      knownMinute12 = minute12;
    }
    let dayMs = knownMinuteMs + (s1 * 10 + s0) * 1000;
    p += SHORTEST_TIME;
    let c = bytes[p]!;
    if (c === POINT) {
      const tenths = bytes[p + 1]! - 48;
      const hundredths = bytes[p + 2]! - 48;
      const thousandths = bytes[p + 3]! - 48;
      if (tenths >>> 0 > 9 || hundredths >>> 0 > 9 || thousandths >>> 0 > 9) break;
      dayMs += tenths * 100 + hundredths * 10 + thousandths;
      p += 4;
      c = bytes[p]!;
    }
    const isUtc = c === LETTER_Z;
    if (isUtc) c = bytes[++p]!;
    if (c !== delimiter) break;
    p++;
    if (skipsFirst > 0) {
      p = afterCells(bytes, p, skipsFirst, delimiter, newline);
      if (p < 0) break;
    }

    c = bytes[p]!;
    const firstNegative = c === DASH;
    if (firstNegative || c === PLUS) c = bytes[++p]!;
    let number = 0;
    let start = p;
    let digit = c - 48;
    if (digit >>> 0 <= 9) {
      number = digit;
      digit = bytes[++p]! - 48;
      if (digit >>> 0 <= 9) {
        number = number * 10 + digit;
        digit = bytes[++p]! - 48;
        while (digit >>> 0 <= 9) {
          number = number * 10 + digit;
          digit = bytes[++p]! - 48;
        }
      }
    }
    let digits = p - start;
    let places = 0;
    if (digit + 48 === decimal) {
      digit = bytes[++p]! - 48;
      if (p < lastTwo) {
        const hundredths = bytes[p + 1]! - 48;
        const after = bytes[p + 2]! - 48;
        if (digit >>> 0 <= 9 && hundredths >>> 0 <= 9 && after >>> 0 > 9) {
          number = number * 100 + digit * 10 + hundredths;
          digit = after;
          places = 2;
          p += 2;
        }
      }
      if (places === 0) {
        start = p;
        while (digit >>> 0 <= 9) {
          number = number * 10 + digit;
          digit = bytes[++p]! - 48;
        }
        places = p - start;
      }
      digits += places;
    }
    if (digits === 0 || digits > MOST_DIGITS) break;
    const first = (firstNegative ? -number : number) / firstDivisors[places]!;
    if (!(first >= firstLow && first <= firstHigh)) break;
    c = digit + 48;

    let second = 0;
    if (hasSecond) {
      if (c !== delimiter) break;
      p++;
      if (skipsSecond > 0) {
        p = afterCells(bytes, p, skipsSecond, delimiter, newline);
        if (p < 0) break;
      }
      c = bytes[p]!;
      const secondNegative = c === DASH;
      if (secondNegative || c === PLUS) c = bytes[++p]!;
      number = 0;
      start = p;
      digit = c - 48;
      if (digit >>> 0 <= 9) {
        number = digit;
        digit = bytes[++p]! - 48;
        if (digit >>> 0 <= 9) {
          number = number * 10 + digit;
          digit = bytes[++p]! - 48;
          while (digit >>> 0 <= 9) {
            number = number * 10 + digit;
            digit = bytes[++p]! - 48;
          }
        }
      }
      digits = p - start;
      places = 0;
      if (digit + 48 === decimal) {
        digit = bytes[++p]! - 48;
        if (p < lastTwo) {
          const hundredths = bytes[p + 1]! - 48;
          const after = bytes[p + 2]! - 48;
          if (digit >>> 0 <= 9 && hundredths >>> 0 <= 9 && after >>> 0 > 9) {
            number = number * 100 + digit * 10 + hundredths;
            digit = after;
            places = 2;
            p += 2;
          }
        }
        if (places === 0) {
          start = p;
          while (digit >>> 0 <= 9) {
            number = number * 10 + digit;
            digit = bytes[++p]! - 48;
          }
          places = p - start;
        }
        digits += places;
      }
      if (digits === 0 || digits > MOST_DIGITS) break;
      second = (secondNegative ? -number : number) / secondDivisors[places]!;
      if (!(second >= secondLow && second <= secondHigh)) break;
      c = digit + 48;
    }

    if (skipsAfter > 0) {
      if (c !== delimiter) break;
      p = lastCellsEnd(bytes, p + 1, skipsAfter, delimiter, newline);
      if (p < 0) break;
      c = bytes[p]!;
    }
    if (c === CARRIAGE_RETURN) c = bytes[++p]!;
    if (c !== newline) break;
    // NaN, a time that the clocks skip, fails too. The clock is told only of what is taken: another reader asks it of the rest.
    const time = isUtc ? midnightMs + dayMs : clock.resolve(midnightMs + dayMs);
    if (!(time >= lastMs && time < toMs)) break;
    if (!isUtc) clock.note(time);
    lastMs = time;
    times[count] = time;
    // Adding zero takes the sign off −0.
    firsts[count] = first + 0;
    seconds[count] = second + 0;
    count++;
    rowStart = p + 1;
  }
  target.count = count;
  target.fromMs = lastMs;
  return rowStart;
}

/** What "T12:34:" at the eleventh byte of a time comes to, ms; −1 where it is none. */
export function minuteMsAt(bytes: Uint8Array, at: number): number {
  const between = bytes[at + 10];
  if ((between !== LETTER_T && between !== SPACE) || bytes[at + 13] !== COLON) return -1;
  const h1 = bytes[at + 11]! - 48;
  const h0 = bytes[at + 12]! - 48;
  const m1 = bytes[at + 14]! - 48;
  const m0 = bytes[at + 15]! - 48;
  if (h1 >>> 0 > 2 || h0 >>> 0 > 9 || m1 >>> 0 > 5 || m0 >>> 0 > 9) return -1;
  const hour = h1 * 10 + h0;
  return hour > 23 ? -1 : (hour * 60 + m1 * 10 + m0) * 60_000;
}

/** Index after so many whole cells and their delimiters; −1 where the line ends sooner or a quote stands in it. */
function afterCells(bytes: Uint8Array, from: number, cells: number, delimiter: number, newline: number): number {
  let p = from;
  for (let k = 0; k < cells; k++) {
    for (let c = bytes[p]!; c !== delimiter; c = bytes[++p]!) if (c === newline || c === QUOTE) return -1;
    p++;
  }
  return p;
}

/** Index of the byte that ends the last of so many cells; −1 where there are fewer or a quote stands in them. */
function lastCellsEnd(bytes: Uint8Array, from: number, cells: number, delimiter: number, newline: number): number {
  let p = cells > 1 ? afterCells(bytes, from, cells - 1, delimiter, newline) : from;
  if (p < 0) return -1;
  for (let c = bytes[p]!; c !== newline; c = bytes[++p]!) if (c === delimiter || c === QUOTE) return -1;
  return bytes[p - 1] === CARRIAGE_RETURN && p > from ? p - 1 : p;
}
