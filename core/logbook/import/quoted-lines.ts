import Papa from 'papaparse';
import { plainLine } from './plain-line';
import { OPEN_QUOTE_MARK } from './row-reader';

/** Lines that a cell in quotes may run over. */
const CELL_LINES = 12;
const OPEN_MARK = String.fromCharCode(OPEN_QUOTE_MARK);

/**
 * Lines with cells in quotes as the plain lines that the row reader knows: one for each, so that rows keep their numbers; a row
 * over several lines stands in the first, and the others are blank. papaparse takes the cells apart. A quote that is never
 * closed costs its own line, which is marked to be set aside, and not all that follows.
 */
export class QuotedLines {
  private waiting: string[] = [];

  /** @param columnCount  cells of a row: lines are only put together where that makes a whole row */
  constructor(
    private readonly delimiter: string,
    private readonly columnCount: number,
  ) {}

  /** @param lines  the next lines, without their ends @returns plain lines; some of the last may wait for what follows */
  take(lines: readonly string[]): string[] {
    const all = this.waiting.concat(lines);
    this.waiting = [];
    const whole = this.atOnce(all);
    return whole ?? this.oneByOne(all, false);
  }

  /** What still waits: nothing follows. */
  end(): string[] {
    const rest = this.waiting;
    this.waiting = [];
    return this.oneByOne(rest, true);
  }

  /** All lines together, where each is a row of its own. */
  private atOnce(lines: readonly string[]): string[] | null {
    if (lines.length === 0) return [];
    const { data, errors } = Papa.parse(lines.join('\n'), {
      delimiter: this.delimiter,
      newline: '\n',
      skipEmptyLines: false,
    });
    if (data.length !== lines.length || errors.some(({ type }) => type === 'Quotes')) return null;
    return data.map(plainLine);
  }

  private oneByOne(lines: readonly string[], isEnd: boolean): string[] {
    const plain: string[] = [];
    for (let k = 0; k < lines.length; k++) {
      const line = lines[k] ?? '';
      const own = this.cellsOf(line);
      if (own !== null) {
        plain.push(plainLine(own));
        continue;
      }
      const longest = Math.min(CELL_LINES, lines.length - k);
      let taken = 0;
      for (let count = 2; count <= longest && taken === 0; count++) {
        const cells = this.cellsOf(lines.slice(k, k + count).join('\n'));
        if (cells === null || cells.length !== this.columnCount) continue;
        plain.push(plainLine(cells), ...Array<string>(count - 1).fill(''));
        taken = count;
      }
      if (taken > 0) k += taken - 1;
      else if (!isEnd && lines.length - k < CELL_LINES) {
        this.waiting = lines.slice(k);
        return plain;
      } else plain.push(OPEN_MARK + line);
    }
    return plain;
  }

  /** The cells of one row; null where a quote stays open. */
  private cellsOf(row: string): string[] | null {
    const { data, errors } = Papa.parse(row, { delimiter: this.delimiter, newline: '\r\n', skipEmptyLines: false });
    if (errors.some(({ code }) => code === 'MissingQuotes')) return null;
    const broken = row.includes('\n') && errors.some(({ type }) => type === 'Quotes');
    return broken ? null : (data[0] ?? ['']);
  }
}
