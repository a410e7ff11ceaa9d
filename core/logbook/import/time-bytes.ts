import type { CellTime, TimeCells } from '../../text/cell';

const ZERO = 48;
const SECONDS = /\d:\d\d:(\d\d)(?![\d.,])/;

/**
 * Times of one column straight off the bytes of a file. Rows of the same minute differ in their seconds alone: those are read in place,
 * and only the first of a minute goes through its text.
 */
export class TimeBytes {
  private known = new Uint8Array(0);
  private secondsAt = -1;
  /** Of the minute that is known. */
  private wallMs = 0;
  private offsetMin: number | null = null;

  constructor(
    private readonly cells: TimeCells,
    private readonly textOf: (bytes: Uint8Array, from: number, to: number) => string,
  ) {}

  /** @returns null where the cell holds no time */
  read(bytes: Uint8Array, from: number, to: number): CellTime | null {
    const seconds = this.secondsInMinute(bytes, from, to);
    if (seconds >= 0) return { wallMs: this.wallMs + seconds * 1000, offsetMin: this.offsetMin };
    const text = this.textOf(bytes, from, to);
    const time = this.cells.read(text);
    const match = time && SECONDS.exec(text);
    this.secondsAt = -1;
    if (match && text.length === to - from) {
      this.known = bytes.slice(from, to);
      this.secondsAt = match.index + match[0].length - 2;
      this.wallMs = time.wallMs - Number(match[1]) * 1000;
      this.offsetMin = time.offsetMin;
    }
    return time;
  }

  /** The seconds of a cell that is otherwise the one that is known; −1 where it is another. */
  private secondsInMinute(bytes: Uint8Array, from: number, to: number): number {
    const { known, secondsAt } = this;
    if (secondsAt < 0 || to - from !== known.length) return -1;
    for (let k = 0; k < known.length; k++) {
      if (bytes[from + k] !== known[k] && k !== secondsAt && k !== secondsAt + 1) return -1;
    }
    const tens = bytes[from + secondsAt]! - ZERO;
    const ones = bytes[from + secondsAt + 1]! - ZERO;
    return tens >= 0 && tens <= 5 && ones >= 0 && ones <= 9 ? tens * 10 + ones : -1;
  }
}
