import type { LogMapping } from '../../rig/logbook';
import { WallClock } from '../../series/wall-clock';
import { cellClock, cellNumber, cellTime, utcDateMs } from './cell';
import type { RemarkCode } from './remark';

export interface RowSink {
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
const LINE_FEED = 10;
const CARRIAGE_RETURN = 13;
const SPACE = 32;
const QUOTE = 34;
const PLUS = 43;
const MINUS = 45;
const ZERO = 48;
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
  private rest = new Uint8Array(0);
  private line = 0;
  private readonly roles: Uint8Array;
  private readonly lastNeeded: number;
  private readonly delimiter: number;
  private readonly newline: number;
  private readonly decimal: number;
  private readonly clock: WallClock;
  private readonly isoTimes: boolean;
  private readonly epochMs: number;
  private dateKey = -1;
  private dateMs = Number.NaN;

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
    this.isoTimes = mapping.timeFormat === 'iso';
    this.epochMs = mapping.timeFormat === 'epoch-s' ? 1000 : mapping.timeFormat === 'epoch-ms' ? 1 : 0;
  }

  /** Reads the next bytes of the file. @throws {UnreadableFile} */
  push(chunk: Uint8Array): void {
    let bytes = chunk;
    if (this.rest.length > 0) {
      bytes = new Uint8Array(this.rest.length + chunk.length);
      bytes.set(this.rest);
      bytes.set(chunk, this.rest.length);
    }
    const end = bytes.lastIndexOf(this.newline) + 1;
    if (bytes.length - end > LINE_MAX) throw new UnreadableFile('line-too-long');
    if (end > 0) this.readLines(bytes, end);
    this.rest = bytes.slice(end);
  }

  /** Reads a last line that has no end of its own. */
  end(): void {
    if (this.rest.length === 0) return;
    const bytes = new Uint8Array(this.rest.length + 1);
    bytes.set(this.rest);
    bytes[this.rest.length] = this.newline;
    this.rest = new Uint8Array(0);
    this.readLines(bytes, bytes.length);
  }

  private readLines(bytes: Uint8Array, end: number): void {
    const { roles, delimiter, newline, decimal, mapping, sink } = this;
    const voltageScale = mapping.voltageUnit === 'mV' ? 1000 : 1;
    const currentScale = mapping.currentUnit === 'mA' ? 1000 : 1;
    const currentSign = mapping.current.by === 'signed' && mapping.current.chargingIs === 'negative' ? -1 : 1;
    const columnCount = roles.length;
    let p = 0;
    while (p < end) {
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
        if (role > CLOCK || (role === TIME && this.epochMs > 0)) {
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
            value /= scale;
            if (negative) value = -value;
          }
        } else if (role === TIME && this.isoTimes) {
          // 2026-03-09T12:34:56, a space or T between, seconds with or without a fraction, Z or nothing behind.
          const d = bytes[p]! * 1000 + bytes[p + 1]! * 100 + bytes[p + 2]! * 10 + bytes[p + 3]! - 53328;
          const month = bytes[p + 5]! * 10 + bytes[p + 6]! - 528;
          const day = bytes[p + 8]! * 10 + bytes[p + 9]! - 528;
          const hour = bytes[p + 11]! * 10 + bytes[p + 12]! - 528;
          const minute = bytes[p + 14]! * 10 + bytes[p + 15]! - 528;
          const second = bytes[p + 17]! * 10 + bytes[p + 18]! - 528;
          const between = bytes[p + 10]!;
          if (
            bytes[p + 13] === 58 &&
            bytes[p + 16] === 58 &&
            bytes[p + 4] === MINUS &&
            bytes[p + 7] === MINUS &&
            (between === 84 || between === SPACE) &&
            isTwoDigits(bytes, p + 11) &&
            isTwoDigits(bytes, p + 14) &&
            isTwoDigits(bytes, p + 17) &&
            hour < 24 &&
            minute < 60 &&
            second < 60
          ) {
            const key = d * 10000 + month * 100 + day;
            if (key !== this.dateKey || !isPlainDate(bytes, p)) this.lookUpDate(bytes, p, key, d, month, day);
            let ms = this.dateMs + ((hour * 60 + minute) * 60 + second) * 1000;
            p += 19;
            let c = bytes[p]!;
            if (c === 46) {
              let weight = 100;
              let fraction = 0;
              for (c = bytes[++p]!; c >= ZERO && c <= 57; c = bytes[++p]!) {
                fraction += (c - ZERO) * weight;
                weight /= 10;
              }
              ms += Math.round(fraction);
            }
            const utc = c === 90;
            if (utc) c = bytes[++p]!;
            if ((c === delimiter || c === newline || c === CARRIAGE_RETURN) && !Number.isNaN(ms)) {
              plain = true;
              value = ms;
              if (!utc && mapping.clockColumn === null) {
                value = this.clock.toInstantMs(ms);
                if (Number.isNaN(value) && badColumn < 0) {
                  badColumn = column;
                  badCode = 'skipped-time';
                }
              }
            }
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
            const text = this.options.decode(bytes.subarray(start, cellEnd));
            const read = this.readText(role, text);
            if (typeof read === 'number') value = read;
            else {
              badColumn = column;
              badCode = read;
            }
          } else if (plain && role === TIME && this.epochMs > 0) value = Math.round(value * this.epochMs);
          if (role === TIME) timeMs = value;
          else if (role === CLOCK) clockMs = value;
          else if (role === VOLTAGE) voltage = value / voltageScale;
          else if (role === CURRENT) current = (currentSign * value) / currentScale;
          else if (role === IN) current += Math.abs(value) / currentScale;
          else if (role === OUT) current -= Math.abs(value) / currentScale;
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
      if (badColumn < 0) sink.row(this.line, timeMs, voltage, current === 0 ? 0 : current);
      else sink.reject(this.line, badColumn + 1, badCode, this.excerpt(bytes, lineStart, p - 1));
    }
  }

  private lookUpDate(bytes: Uint8Array, p: number, key: number, year: number, month: number, day: number): void {
    this.dateKey = key;
    this.dateMs = isPlainDate(bytes, p) ? utcDateMs(year, month, day) : Number.NaN;
  }

  /** Cells that are not plain: the value, or what is wrong with them. */
  private readText(role: number, text: string): number | RemarkCode {
    const { mapping } = this;
    if (text.trim() === '') return 'empty-cell';
    if (role === TIME) {
      const time = cellTime(text, mapping.timeFormat, mapping.decimal);
      if (!time) return 'not-a-time';
      if (time.offsetMin !== null) return time.wallMs - time.offsetMin * 60_000;
      if (mapping.clockColumn !== null) return time.wallMs;
      const instantMs = this.clock.toInstantMs(time.wallMs);
      return Number.isNaN(instantMs) ? 'skipped-time' : instantMs;
    }
    if (role === CLOCK) return cellClock(text)?.wallMs ?? 'not-a-time';
    const value = cellNumber(text, mapping.decimal);
    return Number.isNaN(value) ? 'not-a-number' : value;
  }

  private excerpt(bytes: Uint8Array, from: number, to: number): string {
    return this.options.decode(bytes.subarray(from, Math.min(to, from + 120))).trim();
  }
}

function isTwoDigits(bytes: Uint8Array, p: number): boolean {
  const a = bytes[p]! - ZERO;
  const b = bytes[p + 1]! - ZERO;
  return a >= 0 && a <= 9 && b >= 0 && b <= 9;
}

function isPlainDate(bytes: Uint8Array, p: number): boolean {
  return isTwoDigits(bytes, p) && isTwoDigits(bytes, p + 2) && isTwoDigits(bytes, p + 5) && isTwoDigits(bytes, p + 8);
}

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
