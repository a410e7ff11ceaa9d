import { peukertFactor } from '../cells/peukert';
import type { CounterSettings, MeterHardware } from './counter-settings';
import { fullRows, notHeld } from './full-rule';
import type { Trace } from './trace';

const HOUR_MS = 3_600_000;

export interface CounterMark {
  /** Row of the trace. */
  at: number;
  timeMs: number;
  /** What the meter showed missing just before. */
  missingAh: number;
}

export interface Count {
  /** [n] Ah missing to full after each row. */
  missingAh: Float64Array;
  /** [n] The current as it counted it, A; positive in. */
  countedA: Float64Array;
  /** The rows at which it was set full: by itself the first of each stretch in which its rule holds, or by a person. */
  marks: CounterMark[];
}

/**
 * What a shunt meter makes of a trace.
 *
 * Between two samples the current is the straight line from one to the other, as in the book; where it changes sign the line is
 * cut at zero. What goes in counts by the efficiency, what goes out by Peukert at the mean current of the step. A step longer
 * than the trace's gap limit is not counted. While the full rule holds the count stays at full; it never counts past full.
 * @param fromAh   Ah missing to full at the first row
 * @param setAtMs  instants at which a person sets it full, rising
 * @returns        as long as the trace; rows that the meter does not sample repeat the last
 * @example countTrace(trace, settings, PERFECT_METER, 40).missingAh.at(-1)
 */
export function countTrace(
  trace: Trace,
  settings: CounterSettings,
  hardware: MeterHardware,
  fromAh: number,
  setAtMs: readonly number[] = [],
): Count {
  const { timeMs, voltageV, currentA, gapMs } = sampled(trace, hardware.sampleMs);
  const amps = read(currentA, hardware, settings.deadBandA);
  const full =
    settings.full && voltageV ? fullRows({ ...settings.full, gapMs }, timeMs, voltageV, amps, notHeld()) : null;
  const { capacityAh, coulombicFraction, peukertExponent } = settings;
  const count = timeMs.length;
  const missingAh = new Float64Array(count);
  const marks: CounterMark[] = [];
  const costlyA = peukertExponent > 1 ? capacityAh / 20 : Number.POSITIVE_INFINITY;
  let missing = fromAh;
  let lastMs = Number.NEGATIVE_INFINITY;
  let lastA = 0;
  let nextSet = 0;
  for (let k = 0; k < count; k++) {
    const now = timeMs[k]!;
    const amp = amps[k]!;
    const span = now - lastMs;
    if (span <= gapMs) {
      const hours = span / HOUR_MS;
      if (lastA >= 0 && amp >= 0) missing -= 0.5 * (lastA + amp) * hours * coulombicFraction;
      else if (lastA <= 0 && amp <= 0) {
        const outA = -0.5 * (lastA + amp);
        missing += outA * hours * (outA > costlyA ? peukertFactor(outA, capacityAh, peukertExponent) : 1);
      } else {
        const before = lastA / (lastA - amp);
        const outA = -0.5 * (lastA < 0 ? lastA : amp);
        const inA = 0.5 * (lastA > 0 ? lastA : amp);
        const outH = hours * (lastA < 0 ? before : 1 - before);
        missing +=
          outA * outH * (outA > costlyA ? peukertFactor(outA, capacityAh, peukertExponent) : 1) -
          inA * (hours - outH) * coulombicFraction;
      }
      if (missing < 0) missing = 0;
    }
    const isFull = full !== null && full[k] === 1;
    const byHand = nextSet < setAtMs.length && now >= setAtMs[nextSet]!;
    while (nextSet < setAtMs.length && now >= setAtMs[nextSet]!) nextSet++;
    if (isFull || byHand) {
      if (byHand || k === 0 || full![k - 1] === 0) marks.push({ at: k, timeMs: now, missingAh: missing });
      missing = 0;
    }
    missingAh[k] = missing;
    lastMs = now;
    lastA = amp;
  }
  return timeMs === trace.timeMs ? { missingAh, countedA: amps, marks } : spread(trace, timeMs, missingAh, amps, marks);
}

/** What the hardware makes of a current. */
function read(currentA: Float64Array, { offsetA, gain, resolutionA }: MeterHardware, deadBandA: number): Float64Array {
  const exact = offsetA === 0 && gain === 1 && resolutionA === 0;
  if (exact && deadBandA === 0) return currentA;
  const amps = new Float64Array(currentA.length);
  for (let k = 0; k < amps.length; k++) {
    let amp = currentA[k]!;
    if (!exact) {
      amp = amp * gain + offsetA;
      if (resolutionA > 0) amp = Math.round(amp / resolutionA) * resolutionA;
    }
    amps[k] = amp < deadBandA && amp > -deadBandA ? 0 : amp;
  }
  return amps;
}

/** The rows that a meter takes: those nearer than its sample time to the last are not seen. */
function sampled(trace: Trace, sampleMs: number): Trace {
  const { timeMs, voltageV, currentA } = trace;
  if (sampleMs <= 0) return trace;
  const taken: number[] = [];
  let lastMs = Number.NEGATIVE_INFINITY;
  for (let k = 0; k < timeMs.length; k++)
    if (timeMs[k]! - lastMs >= sampleMs) {
      taken.push(k);
      lastMs = timeMs[k]!;
    }
  if (taken.length === timeMs.length) return trace;
  const of = (values: Float64Array) => Float64Array.from(taken, (k) => values[k]!);
  const gapMs = Math.max(trace.gapMs, 2 * sampleMs);
  return { ...trace, timeMs: of(timeMs), voltageV: voltageV && of(voltageV), currentA: of(currentA), gapMs };
}

/** A count over the rows that were taken, as one over all rows: between two of them it stands. */
function spread(
  { timeMs }: Trace,
  takenMs: Float64Array,
  missing: Float64Array,
  amps: Float64Array,
  marks: CounterMark[],
): Count {
  const [missingAh, countedA] = [new Float64Array(timeMs.length), new Float64Array(timeMs.length)];
  const rows: number[] = [];
  let taken = -1;
  for (let k = 0; k < timeMs.length; k++) {
    if (takenMs[taken + 1] === timeMs[k]) {
      taken++;
      rows.push(k);
    }
    missingAh[k] = missing[taken]!;
    countedA[k] = amps[taken]!;
  }
  return { missingAh, countedA, marks: marks.map((mark) => ({ ...mark, at: rows[mark.at]! })) };
}
