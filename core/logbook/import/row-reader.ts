import type { LogMapping } from '../plan';
import { WallClock } from '../../series/wall-clock';
import { cellAmount, cellClock, TimeCells } from '../../text/cell';
import { utcDateMs } from '../../text/cell-date';
import { isLikelyTime } from './likely-time';
import { plainNumber } from './plain-number';
import { TimeBytes } from './time-bytes';
import { divisorsFor, type PlainDate, type PlainLayout, readPlainRows, type RowTarget } from './plain-rows';
import { readPlainestRows } from './plainest-rows';
import type { RemarkCode } from './remark';

/** Takes what is read, in the order of the file. */
export interface RowSink {
  /** Where plain rows may be laid just now without a call for each; null: nowhere. */
  readonly target: RowTarget | null;
  /** The target is full. */
  makeRoom(): void;
  row(rowNumber: number, timeMs: number, voltageV: number, currentA: number): void;
  reject(rowNumber: number, column: number, code: RemarkCode, text: string): void;
}

/** A file that no row reader can read. */
export class UnreadableFile extends Error {
  constructor(readonly code: 'quoted' | 'line-too-long') {
    super(code);
    this.name = 'UnreadableFile';
  }
}

const LINE_MAX = 1 << 20;
/** So many rows in a row that were not plain, and only every so-many-th is tried. */
const MISSES_MAX = 64;
/** No time or number is longer. */
const CELL_MAX = 1000;
const LINE_FEED = 10;
const CARRIAGE_RETURN = 13;
const QUOTE = 34;
/** Stands before a line that the general path could not take apart: a quote in it is never closed. */
export const OPEN_QUOTE_MARK = 30;

const SKIP = 0;
const TIME = 1;
const CLOCK = 2;
const VOLTAGE = 3;
const CURRENT = 4;
const IN = 5;
const OUT = 6;

/** What the cells of a line came to, and the first column that could not be read; −1: all could. */
interface Found {
  timeMs: number;
  clockMs: number;
  voltage: number;
  current: number;
  badColumn: number;
  badCode: RemarkCode;
}
const NOTHING_FOUND: Found = {
  timeMs: 0,
  clockMs: 0,
  voltage: 0,
  current: 0,
  badColumn: -1,
  badCode: 'not-a-number',
};

export interface RowReaderOptions {
  /** Byte between cells; by default the mapping's. */
  delimiterByte?: number;
  /** Byte that ends a line: 10, or 13 in files that know no other. */
  newlineByte?: number;
  decode: (bytes: Uint8Array) => string;
}

/**
 * Reads rows of time, voltage and current straight off the bytes of a file (UTF-8 or any one-byte code), whatever pieces
 * they come in. Plain numbers and ISO times are read in place; any other cell goes through its text.
 * Cells in quotes are not known here: the reader stops with UnreadableFile `quoted`, and the caller takes the general path.
 */
export class RowReader {
  rowsRead = 0;
  private misses = 0;
  private rest = new Uint8Array(0);
  private line = 0;
  private readonly roles: Uint8Array;
  private readonly lastNeeded: number;
  readonly delimiter: number;
  readonly newline: number;
  readonly decimal: number;
  /** By role: what a number in its column is divided by. */
  private readonly divisors: readonly number[];
  /** The line at hand. */
  private readonly found: Found = { ...NOTHING_FOUND };
  private readonly clock: WallClock;
  private readonly times: TimeBytes;
  private readonly epochMs: number;
  private readonly plain: PlainLayout | null;
  private readonly date: PlainDate = { bytes: new Uint8Array(10), midnightMs: Number.NaN };

  constructor(
    private readonly mapping: LogMapping,
    private readonly sink: RowSink,
    private readonly options: RowReaderOptions,
    columnCount: number,
  ) {
    this.roles = rolesOf(mapping, columnCount);
    this.lastNeeded = this.roles.reduce((last, role, k) => (role === SKIP ? last : k), 0);
    this.delimiter = options.delimiterByte ?? mapping.delimiter.charCodeAt(0);
    this.newline = options.newlineByte ?? LINE_FEED;
    this.decimal = mapping.decimal.charCodeAt(0);
    this.divisors = divisorsOf(mapping);
    this.clock = new WallClock(mapping.timeZone);
    this.times = new TimeBytes(new TimeCells(mapping.timeFormat, mapping.decimal), (bytes, from, to) =>
      this.textOf(bytes, from, to),
    );
    this.plain = this.plainLayout();
    this.epochMs = mapping.timeFormat === 'epoch-s' ? 1000 : mapping.timeFormat === 'epoch-ms' ? 1 : 0;
  }

  /** Reads the next bytes of the file. @throws {UnreadableFile} */
  push(chunk: Uint8Array): void {
    if (chunk.length === 0) return;
    const end = chunk.lastIndexOf(this.newline) + 1;
    let from = 0;
    if (this.rest.length > 0) {
      // Only the line that the last piece left open is copied together.
      from = end > 0 ? chunk.indexOf(this.newline) + 1 : chunk.length;
      const open = new Uint8Array(this.rest.length + from);
      open.set(this.rest);
      open.set(chunk.subarray(0, from), this.rest.length);
      this.rest = open;
      if (end > 0) this.readLines(open, 0, open.length);
    }
    if (end > from) this.readLines(chunk, from, end);
    if (end > 0) this.rest = chunk.slice(end);
    else if (from === 0) this.rest = chunk.slice();
    if (this.rest.length > LINE_MAX) throw new UnreadableFile('line-too-long');
  }

  /** Reads a last line that has no end of its own. */
  end(): void {
    if (this.rest.length === 0) return;
    const bytes = new Uint8Array(this.rest.length + 1);
    bytes.set(this.rest);
    bytes[this.rest.length] = this.newline;
    this.rest = new Uint8Array(0);
    this.readLines(bytes, 0, bytes.length);
  }

  private readLines(bytes: Uint8Array, from: number, end: number): void {
    let p = from;
    while (p < end) {
      if (this.plain !== null && this.line >= this.mapping.headerRows && this.plainPays()) {
        const before = p;
        p = this.readPlain(bytes, p, end);
        if (p >= end) break;
        this.misses = p > before ? 0 : this.misses + 1;
      }
      p = this.readLine(bytes, p);
    }
  }

  /** Reads one line, whatever it holds. @returns index after it */
  private readLine(bytes: Uint8Array, start: number): number {
    const { newline, mapping, sink, found } = this;
    this.line++;
    const isBlank = bytes[start] === newline || (bytes[start] === CARRIAGE_RETURN && bytes[start + 1] === newline);
    if (this.line <= mapping.headerRows || isBlank) return bytes.indexOf(newline, start) + 1;
    this.rowsRead++;
    if (bytes[start] === OPEN_QUOTE_MARK) {
      const lineEnd = bytes.indexOf(newline, start);
      sink.reject(this.line, 1, 'open-quote', this.excerpt(bytes, start + 1, lineEnd));
      return lineEnd + 1;
    }
    Object.assign(found, NOTHING_FOUND);
    const lineEnd = this.readCells(bytes, start);
    if (found.badColumn < 0) this.joinClock();
    if (found.badColumn < 0) this.judge();
    // Adding zero takes the sign off −0.
    if (found.badColumn < 0) sink.row(this.line, found.timeMs, found.voltage + 0, found.current + 0);
    else sink.reject(this.line, found.badColumn + 1, found.badCode, this.excerpt(bytes, start, lineEnd));
    return lineEnd + 1;
  }

  /** Takes what the columns of interest hold, up to the first cell that cannot be read. @returns index of the line's end */
  private readCells(bytes: Uint8Array, lineStart: number): number {
    const { roles, delimiter, newline } = this;
    let p = lineStart;
    for (let column = 0; ; column++) {
      const start = p;
      let c = bytes[p]!;
      while (c !== delimiter && c !== newline) {
        if (c === QUOTE) throw new UnreadableFile('quoted');
        c = bytes[++p]!;
      }
      const role = column < roles.length ? roles[column]! : SKIP;
      if (role !== SKIP && this.found.badColumn < 0) this.takeCell(bytes, start, p, role, column);
      if (c === newline) {
        this.checkCount(column, bytes[p - 1] === delimiter);
        return p;
      }
      p++;
    }
  }

  private takeCell(bytes: Uint8Array, from: number, end: number, role: number, column: number): void {
    const read = this.valueOf(bytes, from, end, role);
    if (role === TIME && this.plain !== null) this.rememberDate(bytes, from);
    const { found } = this;
    if (typeof read !== 'number') {
      found.badColumn = column;
      found.badCode = read;
    } else if (role === TIME) found.timeMs = read;
    else if (role === CLOCK) found.clockMs = read;
    else if (role === VOLTAGE) found.voltage = read;
    else if (role === CURRENT) found.current = read;
    else if (role === IN) found.current += Math.abs(read);
    else found.current -= Math.abs(read);
  }

  /** What a cell comes to in the units of the book, or what is wrong with it. */
  private valueOf(bytes: Uint8Array, from: number, end: number, role: number): number | RemarkCode {
    if (isNumber(role) || this.epochMs > 0) {
      const value = role === CLOCK ? Number.NaN : plainNumber(bytes, from, this);
      if (!Number.isNaN(value)) return role === TIME ? Math.round(value * this.epochMs) : value / this.divisors[role]!;
    }
    const cellEnd = bytes[end - 1] === CARRIAGE_RETURN ? end - 1 : end;
    if (role === TIME) return this.readTime(bytes, from, cellEnd);
    const read = this.readText(role, this.textOf(bytes, from, cellEnd));
    return typeof read === 'number' ? read / this.divisors[role]! : read;
  }

  /** @param lastColumn  of the line, from 0 @param isEmpty whether nothing stands in it */
  private checkCount(lastColumn: number, isEmpty: boolean): void {
    const { found, roles } = this;
    if (found.badColumn >= 0) return;
    const count = roles.length;
    if (lastColumn < this.lastNeeded) {
      found.badColumn = lastColumn + 1;
      found.badCode = 'missing-column';
    } else if (lastColumn > count || (lastColumn === count && !isEmpty)) {
      found.badColumn = count;
      found.badCode = 'extra-column';
    }
  }

  /** Adds a clock in a column of its own to its date. */
  private joinClock(): void {
    const { found, mapping } = this;
    if (mapping.clockColumn === null) return;
    found.timeMs = this.clock.toInstantMs(found.timeMs + found.clockMs);
    if (!Number.isNaN(found.timeMs)) return;
    found.badColumn = mapping.timeColumn;
    found.badCode = 'skipped-time';
  }

  /** Whether what was read can be. */
  private judge(): void {
    const { found, mapping } = this;
    if (!isLikelyTime(found.timeMs)) {
      found.badColumn = mapping.timeColumn;
      found.badCode = 'time-out-of-range';
    } else if (mapping.voltageColumn !== null && !(found.voltage >= 0 && found.voltage <= mapping.voltageMaxV)) {
      found.badColumn = mapping.voltageColumn;
      found.badCode = 'voltage-impossible';
    } else if (!(Math.abs(found.current) <= mapping.currentMaxA)) {
      found.badColumn = mapping.current.by === 'signed' ? mapping.current.column : mapping.current.inColumn;
      found.badCode = 'current-impossible';
    }
  }

  /** A file that has no plain rows is not asked for one at every row. */
  private plainPays(): boolean {
    return this.misses < MISSES_MAX || this.line % MISSES_MAX === 0;
  }

  /** Reads plain rows as far as they go. @returns index of the first byte that was not read */
  private readPlain(bytes: Uint8Array, from: number, end: number): number {
    const { plain, date, clock, sink } = this;
    let p = from;
    for (;;) {
      const target = sink.target;
      if (target === null) return p;
      const before = target.count;
      p = readPlainestRows(bytes, p, end, plain!, date, clock, target);
      p = readPlainRows(bytes, p, end, plain!, date, clock, target);
      this.line += target.count - before;
      this.rowsRead += target.count - before;
      if (p >= end || target.count < target.timeMs.length) return p;
      sink.makeRoom();
    }
  }

  /** The layout of plain rows, or null where the mapping knows none: other dates, a clock apart, numbers before the time. */
  private plainLayout(): PlainLayout | null {
    const { mapping } = this;
    const { timeFormat, clockColumn, timeColumn: time, voltageColumn: voltage, current: by } = mapping;
    if (timeFormat !== 'iso' || clockColumn !== null || by.by !== 'signed') return null;
    const current = by.column;
    const first = voltage === null ? current : Math.min(voltage, current);
    const last = voltage === null ? current : Math.max(voltage, current);
    if (first <= time) return null;
    return {
      skips: [time, first - time - 1, Math.max(0, last - first - 1), this.roles.length - 1 - last],
      order: voltage === null ? 'current' : voltage < current ? 'voltage-current' : 'current-voltage',
      delimiter: this.delimiter,
      newline: this.newline,
      decimal: this.decimal,
      voltageDivisors: divisorsFor(mapping.voltageUnit === 'mV' ? 1000 : 1),
      currentDivisors: divisorsFor((mapping.currentUnit === 'mA' ? 1000 : 1) * (by.chargingIs === 'negative' ? -1 : 1)),
      voltageMaxV: mapping.voltageMaxV,
      currentMaxA: mapping.currentMaxA,
    };
  }

  /** Remembers the date at the head of a time cell, so that the rows that follow on that day can be read plainly. */
  private rememberDate(bytes: Uint8Array, at: number): void {
    const { date } = this;
    if (date.bytes.every((byte, k) => byte === bytes[at + k])) return;
    const match = /^(\d{4})-(\d\d)-(\d\d)$/.exec(this.textOf(bytes, at, at + 10));
    if (!match) return;
    date.bytes.set(bytes.subarray(at, at + 10));
    date.midnightMs = utcDateMs(Number(match[1]), Number(match[2]), Number(match[3]));
  }

  /** Bytes as text; a decoder is only asked where they are not plain ASCII, since asking it costs more than a row. */
  private textOf(bytes: Uint8Array, from: number, to: number): string {
    for (let p = from; p < to; p++) if (bytes[p]! > 127) return this.options.decode(bytes.subarray(from, to));
    return String.fromCharCode.apply(null, bytes.subarray(from, Math.min(to, from + CELL_MAX)) as unknown as number[]);
  }

  /** Numbers and clocks that are not plain: the value, or what is wrong with them. */
  private readText(role: number, text: string): number | RemarkCode {
    if (text.trim() === '') return 'empty-cell';
    if (role === CLOCK) return cellClock(text)?.wallMs ?? 'not-a-time';
    const amount = cellAmount(text, this.mapping.decimal, role === VOLTAGE ? 'V' : 'A');
    if (amount === null) return 'not-a-number';
    // What states its own unit is not in the column's.
    const unit = role === VOLTAGE ? this.mapping.voltageUnit : this.mapping.currentUnit;
    return amount.stated && unit.startsWith('m') ? amount.value * 1000 : amount.value;
  }

  private readTime(bytes: Uint8Array, from: number, to: number): number | RemarkCode {
    const time = this.times.read(bytes, from, to);
    if (!time) return this.textOf(bytes, from, to).trim() === '' ? 'empty-cell' : 'not-a-time';
    if (time.offsetMin !== null) return time.wallMs - time.offsetMin * 60_000;
    if (this.mapping.clockColumn !== null) return time.wallMs;
    const instantMs = this.clock.toInstantMs(time.wallMs);
    return Number.isNaN(instantMs) ? 'skipped-time' : instantMs;
  }

  private excerpt(bytes: Uint8Array, from: number, to: number): string {
    return this.textOf(bytes, from, Math.min(to, from + 120)).trim();
  }
}

function divisorsOf({ voltageUnit, currentUnit, current }: LogMapping): number[] {
  const [volts, amps] = [voltageUnit === 'mV' ? 1000 : 1, currentUnit === 'mA' ? 1000 : 1];
  const sign = current.by === 'signed' && current.chargingIs === 'negative' ? -1 : 1;
  const divisors = Array<number>(OUT + 1).fill(1);
  divisors[VOLTAGE] = volts;
  divisors[CURRENT] = amps * sign;
  divisors[IN] = amps;
  divisors[OUT] = amps;
  return divisors;
}

const isNumber = (role: number) => role >= VOLTAGE && role <= OUT;

function rolesOf(mapping: LogMapping, columnCount: number): Uint8Array {
  const roles = new Uint8Array(columnCount);
  roles[mapping.timeColumn] = TIME;
  if (mapping.clockColumn !== null) roles[mapping.clockColumn] = CLOCK;
  if (mapping.voltageColumn !== null) roles[mapping.voltageColumn] = VOLTAGE;
  if (mapping.current.by === 'signed') roles[mapping.current.column] = CURRENT;
  else {
    roles[mapping.current.inColumn] = IN;
    roles[mapping.current.outColumn] = OUT;
  }
  return roles;
}
