import type { DaySums } from '../series/day-sums';
import { wholeDay } from '../series/day-sums';
import { addFlow, noFlow } from '../series/flow';
import { type DayKey, shiftDay } from '../series/local-day';
import type { FullMark } from './full-marks';

/** One day of the book. Ah and Wh as they passed the shunt, both directions positive. */
export interface LedgerRow {
  key: DayKey;
  startMs: number;
  endMs: number;
  outAh: number;
  inAh: number;
  netAh: number;
  outWh: number;
  inWh: number;
  /** Ah out from dusk to the next dawn; null while the next morning is not in the book. */
  nightAh: number | null;
  hasVoltage: boolean;
  minV: number;
  maxV: number;
  minVAtMs: number;
  hoursMissing: number;
  fullAtMs: number | null;
  /** Balance at the end of the day against full (0 or less), or against the first row while no full mark is known. */
  carriedAh: number;
  carriedFromFull: boolean;
  /** Hours that were not logged since the full mark, or the first row, from which it is carried. */
  unloggedH: number;
}

const HOUR_MS = 3_600_000;
/** A night counts when at least this share of it was logged. */
const NIGHT_LOGGED = 0.9;

/**
 * The day ledger of all logs together. Where whole days are missing nobody knows what passed: the balance begins anew.
 * @param logs                 sums of each log's days; logs do not overlap in time
 * @param marks                full marks, in any order
 * @param coulombicFraction    Ah out per Ah in, for the balance carried forward
 */
export function buildLedger(
  logs: readonly (readonly DaySums[])[],
  marks: readonly FullMark[],
  coulombicFraction: number,
): LedgerRow[] {
  const days = mergeByDay(logs);
  const markOf = new Map<DayKey, FullMark>();
  for (const mark of marks) if (mark.atMs >= (markOf.get(mark.key)?.atMs ?? 0)) markOf.set(mark.key, mark);
  let carriedAh = 0;
  let carriedFromFull = false;
  let unloggedH = 0;
  const rows: LedgerRow[] = [];
  for (const [key, day] of [...days].sort(([a], [b]) => (a < b ? -1 : 1))) {
    const flow = wholeDay(day);
    const mark = markOf.get(key) ?? null;
    const hoursMissing = Math.max(0, day.endMs - day.startMs - flow.coveredMs) / HOUR_MS;
    const before = rows.at(-1);
    if (before && shiftDay(before.key, 1) !== key) {
      carriedAh = 0;
      carriedFromFull = false;
      unloggedH = 0;
    }
    unloggedH = mark ? 0 : unloggedH + hoursMissing;
    if (mark) {
      carriedAh = coulombicFraction * mark.inAfterAh - mark.outAfterAh;
      carriedFromFull = true;
    } else carriedAh += coulombicFraction * flow.inAh - flow.outAh;
    if (carriedFromFull && carriedAh > 0) carriedAh = 0;
    rows.push({
      key,
      startMs: day.startMs,
      endMs: day.endMs,
      outAh: flow.outAh,
      inAh: flow.inAh,
      netAh: flow.inAh - flow.outAh,
      outWh: flow.outWh,
      inWh: flow.inWh,
      nightAh: nightOf(day, days.get(shiftDay(key, 1))),
      hasVoltage: day.hasVoltage,
      minV: day.minV,
      maxV: day.maxV,
      minVAtMs: day.minVAtMs,
      hoursMissing,
      fullAtMs: mark?.atMs ?? null,
      carriedAh,
      carriedFromFull,
      unloggedH,
    });
  }
  return rows;
}

function nightOf(day: DaySums, next: DaySums | undefined): number | null {
  if (!next) return null;
  const lengthMs = day.endMs - day.duskMs + next.dawnMs - next.startMs;
  if (day.evening.coveredMs + next.morning.coveredMs < NIGHT_LOGGED * lengthMs) return null;
  return day.evening.outAh + next.morning.outAh;
}

function mergeByDay(logs: readonly (readonly DaySums[])[]): Map<DayKey, DaySums> {
  const merged = new Map<DayKey, DaySums>();
  for (const day of logs.flat()) {
    const other = merged.get(day.key);
    merged.set(day.key, other ? mergeDay(other, day) : day);
  }
  return merged;
}

function mergeDay(a: DaySums, b: DaySums): DaySums {
  const both = (pick: (day: DaySums) => DaySums['morning']) => addFlow(addFlow(noFlow(), pick(a)), pick(b));
  return {
    ...a,
    morning: both((day) => day.morning),
    daylight: both((day) => day.daylight),
    evening: both((day) => day.evening),
    samples: a.samples + b.samples,
    hasVoltage: a.hasVoltage || b.hasVoltage,
    firstMs: Math.min(a.firstMs, b.firstMs),
    lastMs: Math.max(a.lastMs, b.lastMs),
    minV: Math.min(a.minV, b.minV),
    minVAtMs: a.minV <= b.minV ? a.minVAtMs : b.minVAtMs,
    maxV: Math.max(a.maxV, b.maxV),
    minA: Math.min(a.minA, b.minA),
    maxA: Math.max(a.maxA, b.maxA),
  };
}
