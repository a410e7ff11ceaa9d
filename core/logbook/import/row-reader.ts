import type { LogMapping } from '../plan';
import { WallClock } from '../../series/wall-clock';
import { cellAmount, cellClock, TimeCells, utcDateMs } from '../../text/cell';
import { TimeBytes } from './time-bytes';
import { divisorsFor, type PlainDate, type PlainLayout, readPlainRows, type RowTarget } from './plain-rows';
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
  }
}

const LINE_MAX = 1 << 20;
/** So many rows in a row that were not plain, and only every so-many-th is tried. */
const MISSES_MAX = 64;
/** No time or number is longer. */
const CELL_MAX = 1000;
const LINE_FEED = 10;
const CARRIAGE_RETURN = 13;
const SPACE = 32;
const QUOTE = 34;
const PLUS = 43;
const MINUS = 45;
const ZERO = 48;
/** Stands before a line that the general path could not take apart: a quote in it is never closed. */
export const OPEN_QUOTE_MARK = 30;
const EARLIEST_MS = Date.UTC(1990, 0, 1);
const LATEST_MS = Date.UTC(2100, 0, 1);

const SKIP = 0;
const TIME = 1;
const CLOCK = 2;
const VOLTAGE = 3;
const CURRENT = 4;
const IN = 5;
const OUT = 6;

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
  private readonly delimiter: number;
  private readonly newline: number;
  private readonly decimal: number;
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
    const { roles, delimiter, newline, decimal, mapping, sink } = this;
    const voltageScale = mapping.voltageUnit === 'mV' ? 1000 : 1;
    const currentScale = mapping.currentUnit === 'mA' ? 1000 : 1;
    const currentSign = mapping.current.by === 'signed' && mapping.current.chargingIs === 'negative' ? -1 : 1;
    const divisors = [1, 1, 1, voltageScale, currentScale * currentSign, currentScale, currentScale];
    const columnCount = roles.length;
    let p = from;
    while (p < end) {
      if (this.plain !== null && this.line >= mapping.headerRows && this.plainPays()) {
        const before = p;
        p = this.readPlain(bytes, p, end);
        if (p >= end) break;
        this.misses = p > before ? 0 : this.misses + 1;
      }
      this.line++;
      const lineStart = p;
      if (
        this.line <= mapping.headerRows ||
        bytes[p] === newline ||
        (bytes[p] === CARRIAGE_RETURN && bytes[p + 1] === newline)
      ) {
        p = bytes.indexOf(newline, p) + 1;
        continue;
      }
      this.rowsRead++;
      if (bytes[p] === OPEN_QUOTE_MARK) {
        const lineEnd = bytes.indexOf(newline, p);
        sink.reject(this.line, 1, 'open-quote', this.excerpt(bytes, p + 1, lineEnd));
        p = lineEnd + 1;
        continue;
      }
      let timeMs = 0;
      let clockMs = 0;
      let voltage = 0;
      let current = 0;
      let badColumn = -1;
      let badCode: RemarkCode = 'not-a-number';
      let column = 0;
      for (;;) {
        const start = p;
        const role = column < columnCount ? roles[column]! : SKIP;
        let value = 0;
        let plain = false;
        if (isNumber(role) || (role === TIME && this.epochMs > 0)) {
          // A number: sign, digits, at most one decimal sign, and nothing else up to the end of the cell.
          let c = bytes[p]!;
          while (c === SPACE && delimiter !== SPACE) c = bytes[++p]!;
          let negative = false;
          if (c === MINUS || c === PLUS) {
            negative = c === MINUS;
            c = bytes[++p]!;
          }
          let digits = 0;
          let scale = 1;
          let afterPoint = false;
          for (;;) {
            const digit = c - ZERO;
            if (digit >= 0 && digit <= 9) {
              value = value * 10 + digit;
              digits++;
              if (afterPoint) scale *= 10;
            } else if (c === decimal && !afterPoint && c !== delimiter) {
              afterPoint = true;
            } else break;
            c = bytes[++p]!;
          }
          while (c === SPACE && delimiter !== SPACE) c = bytes[++p]!;
          if (digits > 0 && digits < 16 && (c === delimiter || c === newline || c === CARRIAGE_RETURN)) {
            plain = true;
            value /= scale * divisors[role]!;
            if (negative) value = -value;
          }
        }
        // On to the end of the cell.
        let c = bytes[p]!;
        while (c !== delimiter && c !== newline) {
          if (c === QUOTE) throw new UnreadableFile('quoted');
          c = bytes[++p]!;
        }
        if (role !== SKIP) {
          if (!plain && badColumn < 0) {
            const cellEnd = bytes[p - 1] === CARRIAGE_RETURN ? p - 1 : p;
            const read =
              role === TIME
                ? this.readTime(bytes, start, cellEnd)
                : this.readText(role, this.textOf(bytes, start, cellEnd));
            if (role === TIME && this.plain !== null) this.rememberDate(bytes, start);
            if (typeof read === 'number') value = read / divisors[role]!;
            else {
              badColumn = column;
              badCode = read;
            }
          } else if (plain && role === TIME && this.epochMs > 0) value = Math.round(value * this.epochMs);
          if (role === TIME) timeMs = value;
          else if (role === CLOCK) clockMs = value;
          else if (role === VOLTAGE) voltage = value;
          else if (role === CURRENT) current = value;
          else if (role === IN) current += Math.abs(value);
          else if (role === OUT) current -= Math.abs(value);
        }
        p++;
        if (c === newline) break;
        column++;
      }
      if (badColumn < 0) {
        if (column < this.lastNeeded) {
          badColumn = column + 1;
          badCode = 'missing-column';
        } else if (column >= columnCount && !(column === columnCount && bytes[p - 2] === delimiter)) {
          badColumn = columnCount;
          badCode = 'extra-column';
        } else if (mapping.clockColumn !== null) {
          timeMs = this.clock.toInstantMs(timeMs + clockMs);
          if (Number.isNaN(timeMs)) {
            badColumn = mapping.timeColumn;
            badCode = 'skipped-time';
          }
        }
      }
      if (badColumn < 0) {
        if (!(timeMs >= EARLIEST_MS && timeMs < LATEST_MS)) {
          badColumn = mapping.timeColumn;
          badCode = 'time-out-of-range';
        } else if (mapping.voltageColumn !== null && !(voltage >= 0 && voltage <= mapping.voltageMaxV)) {
          badColumn = mapping.voltageColumn;
          badCode = 'voltage-impossible';
        } else if (!(Math.abs(current) <= mapping.currentMaxA)) {
          badColumn = mapping.current.by === 'signed' ? mapping.current.column : mapping.current.inColumn;
          badCode = 'current-impossible';
        }
      }
      // Adding zero takes the sign off −0.
      if (badColumn < 0) sink.row(this.line, timeMs, voltage + 0, current + 0);
      else sink.reject(this.line, badColumn + 1, badCode, this.excerpt(bytes, lineStart, p - 1));
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
