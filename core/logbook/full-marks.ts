import { type FullRule, fullRows, notHeld } from '../counter/full-rule';
import type { Columns } from '../series/columns';
import { noFlow } from '../series/flow';
import { addLine } from '../series/integrate';
import type { DayKey, LocalDay } from '../series/local-day';

/** The last full mark of a day, and what passed between it and the end of that day. */
export interface FullMark {
  key: DayKey;
  atMs: number;
  inAfterAh: number;
  outAfterAh: number;
}

/** A day's mark that still waits for what passes until midnight. */
interface OpenMark {
  mark: FullMark;
  endMs: number;
  lastMs: number;
  lastA: number;
}

/** Finds the full marks of a log that is handed over day by day, in order. */
export class FullMarkFinder {
  private readonly found: FullMark[] = [];
  private readonly hold = notHeld();
  private open: OpenMark | null = null;

  constructor(private readonly rule: FullRule) {}

  get marks(): readonly FullMark[] {
    return this.found;
  }

  /** Whether a day that cannot be full is asked for all the same: its first sample ends the day of a mark. */
  get waits(): boolean {
    return this.open !== null;
  }

  /** A day on which the voltage never reaches the rule's, and for which the finder does not wait. */
  passDay(): void {
    this.hold.sinceMs = Number.NaN;
  }

  /** @param columns samples of one local day, later than those before; a log without voltage has no marks */
  addDay(day: Pick<LocalDay, 'key' | 'endMs'>, columns: Columns): void {
    const { timeMs, voltageV, currentA } = columns;
    if (this.open && timeMs.length > 0) untilMidnight(this.open, timeMs[0]!, currentA[0]!, this.rule.gapMs);
    this.open = null;
    if (voltageV === null) return;
    const markedAt = fullRows(this.rule, timeMs, voltageV, currentA, this.hold).lastIndexOf(1);
    if (markedAt < 0) return;
    const mark = markFrom(day.key, columns, markedAt, this.rule.gapMs);
    this.found.push(mark);
    this.open = openMark(mark, day.endMs, columns);
  }
}

/**
 * A full mark that a person has set: what passed from then to the end of that day.
 * @param columns samples of that local day; empty where none were logged
 * @param next    the first sample of the day after, if it is in the log
 */
export function markByHand(
  day: Pick<LocalDay, 'key' | 'endMs'>,
  atMs: number,
  columns: Columns,
  next: { timeMs: number; currentA: number } | null,
  gapMs: number,
): FullMark {
  const { timeMs, currentA } = columns;
  const at = timeMs.findIndex((ms) => ms >= atMs);
  const first = at < 0 ? timeMs.length : at;
  const mark = { ...markFrom(day.key, columns, first, gapMs), atMs };
  // The line that the instant lies on counts from there.
  const before = first - 1;
  if (before >= 0 && first < timeMs.length && timeMs[first]! > atMs && timeMs[first]! - timeMs[before]! <= gapMs) {
    const share = (atMs - timeMs[before]!) / (timeMs[first]! - timeMs[before]!);
    const fromA = currentA[before]! + share * (currentA[first]! - currentA[before]!);
    addTo(mark, timeMs[first]! - atMs, fromA, currentA[first]!);
  }
  const open = openMark(mark, day.endMs, columns);
  if (open && next) untilMidnight(open, next.timeMs, next.currentA, gapMs, atMs);
  return mark;
}

function openMark(mark: FullMark, endMs: number, { timeMs, currentA }: Columns): OpenMark | null {
  const last = timeMs.length - 1;
  return last < 0 ? null : { mark, endMs, lastMs: timeMs[last]!, lastA: currentA[last]! };
}

/** Adds what passes from the last sample of a marked day to its midnight, on the line to the first sample after. */
function untilMidnight(open: OpenMark, nextMs: number, nextA: number, gapMs: number, fromMs = open.lastMs): void {
  const span = nextMs - open.lastMs;
  if (!(span > 0) || span > gapMs || nextMs < open.endMs) return;
  const at = (ms: number) => open.lastA + ((ms - open.lastMs) / span) * (nextA - open.lastA);
  const begins = Math.max(fromMs, open.lastMs);
  addTo(open.mark, open.endMs - begins, at(begins), at(open.endMs));
}

function addTo(mark: FullMark, spanMs: number, fromA: number, toA: number): void {
  const flow = noFlow();
  addLine(flow, spanMs, 0, fromA, 0, toA);
  mark.inAfterAh += flow.inAh;
  mark.outAfterAh += flow.outAh;
}

function markFrom(key: DayKey, { timeMs, currentA }: Columns, from: number, gapMs: number): FullMark {
  const after = noFlow();
  for (let k = from; k + 1 < timeMs.length; k++) {
    const span = timeMs[k + 1]! - timeMs[k]!;
    if (span <= gapMs) addLine(after, span, 0, currentA[k]!, 0, currentA[k + 1]!);
  }
  return { key, atMs: timeMs[from] ?? 0, inAfterAh: after.inAh, outAfterAh: after.outAh };
}
