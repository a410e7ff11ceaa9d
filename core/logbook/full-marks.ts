import type { Columns } from '../series/columns';
import { noFlow } from '../series/flow';
import { addLine } from '../series/integrate';
import type { DayKey } from '../series/local-day';

/** When the bank counts as full: voltage reached, current small, both held long enough. */
export interface FullRule {
  /** "three": volts, amps and time; "volts": volts and time only. */
  school: 'three' | 'volts';
  fullV: number;
  tailA: number;
  holdMs: number;
  /** A step longer than this breaks the hold. */
  gapMs: number;
}

/** The last full mark of a day, and what passed between it and the end of that day. */
export interface FullMark {
  key: DayKey;
  atMs: number;
  inAfterAh: number;
  outAfterAh: number;
}

/** Finds the full marks of a log that is handed over day by day, in order. */
export class FullMarkFinder {
  readonly marks: FullMark[] = [];
  private heldSinceMs: number | null = null;
  private lastMs = Number.NEGATIVE_INFINITY;

  constructor(private readonly rule: FullRule) {}

  /** @param columns samples of one local day, later than those before; a log without voltage has no marks */
  addDay(key: DayKey, columns: Columns): void {
    const { timeMs, voltageV, currentA } = columns;
    if (voltageV === null) return;
    const { school, fullV, tailA, holdMs, gapMs } = this.rule;
    let markedAt = -1;
    for (let k = 0; k < timeMs.length; k++) {
      const t = timeMs[k]!;
      const holds = voltageV[k]! >= fullV && (school === 'volts' || Math.abs(currentA[k]!) <= tailA);
      if (!holds) this.heldSinceMs = null;
      else if (this.heldSinceMs === null || t - this.lastMs > gapMs) this.heldSinceMs = t;
      if (this.heldSinceMs !== null && t - this.heldSinceMs >= holdMs) markedAt = k;
      this.lastMs = t;
    }
    if (markedAt >= 0) this.marks.push(markFrom(key, columns, markedAt, gapMs));
  }
}

/**
 * A full mark that a person has set: what passed from the first sample at or after it to the end of that day.
 * @param columns samples of that local day; empty where none were logged
 */
export function markByHand(key: DayKey, atMs: number, columns: Columns, gapMs: number): FullMark {
  const first = columns.timeMs.findIndex((ms) => ms >= atMs);
  return { ...markFrom(key, columns, first < 0 ? columns.timeMs.length : first, gapMs), atMs };
}

function markFrom(key: DayKey, { timeMs, currentA }: Columns, from: number, gapMs: number): FullMark {
  const after = noFlow();
  for (let k = from; k + 1 < timeMs.length; k++) {
    const span = timeMs[k + 1]! - timeMs[k]!;
    if (span <= gapMs) addLine(after, span, 0, currentA[k]!, 0, currentA[k + 1]!);
  }
  return { key, atMs: timeMs[from] ?? 0, inAfterAh: after.inAh, outAfterAh: after.outAh };
}
