import { zoneOffsetMs } from './zone';

const HOUR_MS = 3_600_000;

/**
 * Turns wall-clock readings of one zone into instants. An hour that the clocks show twice is read as the earlier one
 * until time would run backward, then as the later one; a time that the clocks skip has no instant (NaN).
 * Keeps the offset of the quarter hour last asked for, so that a log in order costs next to nothing per row.
 */
export class WallClock {
  private cachedQuarter = Number.NaN;
  private firstOffsetMs = 0;
  private secondOffsetMs = 0;
  private lastMs = Number.NEGATIVE_INFINITY;

  constructor(private readonly timeZone: string) {}

  /** @param wallMs the wall time as if it were UTC @returns ms since 1970 UTC, or NaN for a skipped time */
  toInstantMs(wallMs: number): number {
    const quarter = Math.floor(wallMs / 900_000);
    if (quarter !== this.cachedQuarter) this.lookUp(wallMs, quarter);
    let atMs = wallMs - this.firstOffsetMs;
    if (this.secondOffsetMs !== this.firstOffsetMs && atMs <= this.lastMs) atMs = wallMs - this.secondOffsetMs;
    if (atMs > this.lastMs || this.lastMs - atMs > HOUR_MS) this.lastMs = atMs;
    return atMs;
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
