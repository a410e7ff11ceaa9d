import { addFlow, type Flow } from './flow';

const HOUR_MS = 3_600_000;

/**
 * Adds the straight line from (current i0, voltage v0) to (i1, v1) over spanMs to a flow. Where the current changes sign the
 * line is cut at its zero, so that in and out stay apart.
 *
 *     Ah = ∫ i dt,  Wh = ∫ v·i dt with v and i both straight: span · (2·v0·i0 + v0·i1 + v1·i0 + 2·v1·i1) / 6
 *
 * Exact for straight lines, hence the same however a stretch is cut up.
 */
export function addLine(flow: Flow, spanMs: number, v0: number, i0: number, v1: number, i1: number): void {
  flow.coveredMs += spanMs;
  const hours = spanMs / HOUR_MS;
  if (i0 >= 0 && i1 >= 0) {
    flow.inAh += 0.5 * (i0 + i1) * hours;
    flow.inWh += ((2 * v0 + v1) * i0 + (v0 + 2 * v1) * i1) * (hours / 6);
  } else if (i0 <= 0 && i1 <= 0) {
    flow.outAh -= 0.5 * (i0 + i1) * hours;
    flow.outWh -= ((2 * v0 + v1) * i0 + (v0 + 2 * v1) * i1) * (hours / 6);
  } else {
    const share = i0 / (i0 - i1);
    const vZero = v0 + share * (v1 - v0);
    const before = hours * share;
    const after = hours - before;
    const firstAh = 0.5 * i0 * before;
    const firstWh = ((2 * v0 + vZero) * i0 * before) / 6;
    const secondAh = 0.5 * i1 * after;
    const secondWh = ((vZero + 2 * v1) * i1 * after) / 6;
    flow.inAh += i0 > 0 ? firstAh : secondAh;
    flow.inWh += i0 > 0 ? firstWh : secondWh;
    flow.outAh -= i0 > 0 ? secondAh : firstAh;
    flow.outWh -= i0 > 0 ? secondWh : firstWh;
  }
}

/**
 * Integrates neighbouring samples from index `from` on, as long as the next sample is not later than endMs and not further
 * away than gapMs.
 * @param voltageV  [n]; an array of zeros where no voltage was logged
 * @returns         index of the last sample reached: the left end of the pair that was not integrated
 */
export function integrateRun(
  timeMs: Float64Array,
  voltageV: Float64Array,
  currentA: Float64Array,
  from: number,
  endMs: number,
  gapMs: number,
  flow: Flow,
): number {
  const last = timeMs.length - 1;
  let inAms = 0;
  let outAms = 0;
  let inWms6 = 0;
  let outWms6 = 0;
  let k = from;
  const startMs = timeMs[from]!;
  let t0 = startMs;
  let v0 = voltageV[from]!;
  let i0 = currentA[from]!;
  const crossing: Flow = { inAh: 0, outAh: 0, inWh: 0, outWh: 0, coveredMs: 0 };
  while (k < last) {
    const t1 = timeMs[k + 1]!;
    const span = t1 - t0;
    if (t1 > endMs || span > gapMs) break;
    const v1 = voltageV[k + 1]!;
    const i1 = currentA[k + 1]!;
    if (i0 >= 0 && i1 >= 0) {
      inAms += (i0 + i1) * span;
      inWms6 += ((2 * v0 + v1) * i0 + (v0 + 2 * v1) * i1) * span;
    } else if (i0 <= 0 && i1 <= 0) {
      outAms -= (i0 + i1) * span;
      outWms6 -= ((2 * v0 + v1) * i0 + (v0 + 2 * v1) * i1) * span;
    } else {
      addLine(crossing, span, v0, i0, v1, i1);
    }
    t0 = t1;
    v0 = v1;
    i0 = i1;
    k++;
  }
  addFlow(flow, {
    inAh: crossing.inAh + inAms / (2 * HOUR_MS),
    outAh: crossing.outAh + outAms / (2 * HOUR_MS),
    inWh: crossing.inWh + inWms6 / (6 * HOUR_MS),
    outWh: crossing.outWh + outWms6 / (6 * HOUR_MS),
    coveredMs: t0 - startMs,
  });
  return k;
}
