import type { Columns } from '../series/columns';
import type { DaySums } from '../series/day-sums';
import { type Flow, noFlow } from '../series/flow';
import { addLine, integrateRun } from '../series/integrate';
import { localDayAt } from '../series/local-day';
import { MedianStep } from '../series/median-step';
import { daylightOf } from '../climate/daylight';

/** Steps up to this long are never a gap. */
export const LEAST_GAP_MS = 5 * 60_000;
/** A step longer than this many median steps is missing time. */
export const GAP_MEDIAN_STEPS = 5;

export interface PlaceOfLog {
  timeZone: string;
  latitudeDeg: number | null;
  longitudeDeg: number | null;
}

export interface IntegratedLog {
  /** In order of the calendar; days without a sample are absent unless a step that was no gap passes over them. */
  days: DaySums[];
  medianStepMs: number;
  gapLimitMs: number;
}

interface Sample {
  timeMs: number;
  voltageV: number;
  currentA: number;
}

/**
 * Integrates a log, handed over in pieces and in order of time, into the sums of local days: trapezoid between samples, cut
 * at zero crossings, midnight, dawn and dusk. Steps over 5 min wait until the median step of the whole log is known and are
 * then either integrated or left as missing time.
 */
export class DayIntegrator {
  private readonly days = new Map<string, DaySums>();
  private readonly steps = new MedianStep();
  private readonly waiting: (readonly [Sample, Sample])[] = [];
  private previous: Sample | null = null;
  private day: DaySums | null = null;

  constructor(
    private readonly place: PlaceOfLog,
    private readonly gapMs?: number,
  ) {}

  /** @param columns  the next samples, all later than those before */
  add(columns: Columns): void {
    const { timeMs, currentA } = columns;
    const count = timeMs.length;
    if (count === 0) return;
    const voltageV = columns.voltageV ?? new Float64Array(count);
    const sampleAt = (k: number): Sample => ({ timeMs: timeMs[k]!, voltageV: voltageV[k]!, currentA: currentA[k]! });
    if (this.previous) this.bridge(this.previous, sampleAt(0));
    let k = 0;
    while (k < count - 1) {
      const day = this.dayAt(timeMs[k]!);
      const { flow, endMs } = stretchAt(day, timeMs[k]!);
      k = integrateRun(timeMs, voltageV, currentA, k, endMs, LEAST_GAP_MS, flow);
      const nextIsFar = k < count - 1 && timeMs[k + 1]! - timeMs[k]! > LEAST_GAP_MS;
      if (k < count - 1 && (timeMs[k]! < endMs || nextIsFar)) {
        this.cross(sampleAt(k), sampleAt(k + 1));
        k++;
      }
    }
    this.steps.addAll(timeMs);
    this.noteExtremes(columns);
    this.previous = sampleAt(count - 1);
  }

  /** What follows does not go on from what was: no line is laid over the time between. */
  breakOff(): void {
    this.previous = null;
  }

  /** Settles the waiting steps and returns the days. */
  finish(): IntegratedLog {
    const medianStepMs = this.steps.value();
    const gapLimitMs = this.gapMs ?? Math.max(LEAST_GAP_MS, GAP_MEDIAN_STEPS * medianStepMs);
    for (const [a, b] of this.waiting) if (b.timeMs - a.timeMs <= gapLimitMs) this.spread(a, b);
    const days = [...this.days.values()].sort((a, b) => a.startMs - b.startMs);
    return { days, medianStepMs, gapLimitMs };
  }

  private bridge(a: Sample, b: Sample): void {
    this.steps.add(b.timeMs - a.timeMs);
    this.cross(a, b);
  }

  private cross(a: Sample, b: Sample): void {
    if (b.timeMs - a.timeMs > LEAST_GAP_MS) this.waiting.push([a, b]);
    else this.spread(a, b);
  }

  /** Lays one line over as many stretches as it passes. */
  private spread(a: Sample, b: Sample): void {
    const span = b.timeMs - a.timeMs;
    const at = (ms: number, from: number, to: number) =>
      ms === b.timeMs ? to : from + ((to - from) * (ms - a.timeMs)) / span;
    let fromMs = a.timeMs;
    while (fromMs < b.timeMs) {
      const { flow, endMs } = stretchAt(this.dayAt(fromMs), fromMs);
      const toMs = Math.min(endMs, b.timeMs);
      addLine(
        flow,
        toMs - fromMs,
        at(fromMs, a.voltageV, b.voltageV),
        at(fromMs, a.currentA, b.currentA),
        at(toMs, a.voltageV, b.voltageV),
        at(toMs, a.currentA, b.currentA),
      );
      fromMs = toMs;
    }
  }

  private dayAt(atMs: number): DaySums {
    if (this.day && atMs >= this.day.startMs && atMs < this.day.endMs) return this.day;
    const local = localDayAt(atMs, this.place.timeZone);
    let day = this.days.get(local.key);
    if (!day) {
      const light = daylightOf(local, this.place.latitudeDeg, this.place.longitudeDeg);
      day = { ...local, ...light, morning: noFlow(), daylight: noFlow(), evening: noFlow(), ...noExtremes() };
      this.days.set(local.key, day);
    }
    this.day = day;
    return day;
  }

  private noteExtremes({ timeMs, voltageV, currentA }: Columns): void {
    let from = 0;
    while (from < timeMs.length) {
      const day = this.dayAt(timeMs[from]!);
      const to = firstNotBefore(timeMs, day.endMs, from);
      const amps = extremesOf(currentA, from, to);
      day.minA = Math.min(day.minA, amps.min);
      day.maxA = Math.max(day.maxA, amps.max);
      if (voltageV !== null) {
        const volts = extremesOf(voltageV, from, to);
        if (volts.min < day.minV) day.minVAtMs = timeMs[voltageV.indexOf(volts.min, from)]!;
        day.minV = Math.min(day.minV, volts.min);
        day.maxV = Math.max(day.maxV, volts.max);
        day.hasVoltage = true;
      }
      if (day.samples === 0) day.firstMs = timeMs[from]!;
      day.lastMs = timeMs[to - 1]!;
      day.samples += to - from;
      from = to;
    }
  }
}

function extremesOf(column: Float64Array, from: number, to: number): { min: number; max: number } {
  let min = Number.POSITIVE_INFINITY;
  let max = Number.NEGATIVE_INFINITY;
  for (let k = from; k < to; k++) {
    const value = column[k]!;
    if (value < min) min = value;
    if (value > max) max = value;
  }
  return { min, max };
}

/** Index of the first of the rising times that is not before an instant; their count where all are. */
function firstNotBefore(timeMs: Float64Array, atMs: number, from: number): number {
  let [low, high] = [from, timeMs.length];
  while (low < high) {
    const middle = (low + high) >>> 1;
    if (timeMs[middle]! < atMs) low = middle + 1;
    else high = middle;
  }
  return low;
}

function noExtremes() {
  return {
    samples: 0,
    hasVoltage: false,
    firstMs: 0,
    lastMs: 0,
    minV: Number.POSITIVE_INFINITY,
    minVAtMs: 0,
    maxV: Number.NEGATIVE_INFINITY,
    minA: Number.POSITIVE_INFINITY,
    maxA: Number.NEGATIVE_INFINITY,
  };
}

/** The stretch of a day (morning, daylight, evening) that an instant lies in, and its end. */
function stretchAt(day: DaySums, atMs: number): { flow: Flow; endMs: number } {
  if (atMs < day.dawnMs) return { flow: day.morning, endMs: day.dawnMs };
  if (atMs < day.duskMs) return { flow: day.daylight, endMs: day.duskMs };
  return { flow: day.evening, endMs: day.endMs };
}
