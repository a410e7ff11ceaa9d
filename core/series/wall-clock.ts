import { zoneOffsetMs } from './zone';

const HOUR_MS = 3_600_000;

/**
 * Turns wall-clock readings of one zone into instants. An hour that the clocks show twice is read as the earlier one until
 * time would run backward, then as the later one; in a file that runs from the newest row to the oldest, the other way round. A
 * time that the clocks skip has no instant (NaN).
 * Keeps the offset of the quarter hour last asked for, so that a log in order costs next to nothing per row.
 */
export class WallClock {
  private cachedQuarter = Number.NaN;
  private firstOffsetMs = 0;
  private secondOffsetMs = 0;
  private lastMs = Number.NaN;
  private rises = 0;

  constructor(private readonly timeZone: string) {}

  /** @param wallMs the wall time as if it were UTC @returns ms since 1970 UTC, or NaN for a skipped time */
  toInstantMs(wallMs: number): number {
    const atMs = this.resolve(wallMs);
    this.note(atMs);
    return atMs;
  }

  /** The same without remembering it: what comes of it may yet be thrown away. */
  resolve(wallMs: number): number {
    const quarter = Math.floor(wallMs / 900_000);
    if (quarter !== this.cachedQuarter) this.lookUp(wallMs, quarter);
    const earlierMs = wallMs - this.firstOffsetMs;
    if (this.secondOffsetMs === this.firstOffsetMs) return earlierMs;
    const laterMs = wallMs - this.secondOffsetMs;
    if (this.rises < 0) return laterMs < this.lastMs || !(laterMs - this.lastMs < HOUR_MS) ? laterMs : earlierMs;
    return earlierMs <= this.lastMs && this.lastMs - earlierMs <= HOUR_MS ? laterMs : earlierMs;
  }

  /** Takes an instant for the last one of the file. */
  note(atMs: number): void {
    if (atMs > this.lastMs) this.rises++;
    else if (atMs < this.lastMs) this.rises--;
    if (!Number.isNaN(atMs)) this.lastMs = atMs;
  }

  private lookUp(wallMs: number, quarter: number): void {
    this.cachedQuarter = quarter;
    const before = zoneOffsetMs(this.timeZone, wallMs - 24 * HOUR_MS);
    const after = zoneOffsetMs(this.timeZone, wallMs + 24 * HOUR_MS);
    const holdsBefore = zoneOffsetMs(this.timeZone, wallMs - before) === before;
    const holdsAfter = zoneOffsetMs(this.timeZone, wallMs - after) === after;
    const none = Number.NaN;
    this.firstOffsetMs = holdsBefore ? before : holdsAfter ? after : none;
    this.secondOffsetMs = holdsAfter ? after : this.firstOffsetMs;
  }
}
