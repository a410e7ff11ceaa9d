import type { Columns } from './columns';

export const LEVEL_STEP_MS = 5 * 60_000;

/** A day at one row per 5 min that holds a sample: enough for a chart of weeks. All arrays [n]. */
export interface DayLevel {
  /** Count of whole steps since the day's first instant. */
  step: Uint16Array;
  minA: Float32Array;
  maxA: Float32Array;
  meanA: Float32Array;
  minV: Float32Array;
  maxV: Float32Array;
}

/** Reduces one local day. @param startMs first instant of that day; no sample lies before it */
export function reduceDay({ timeMs, voltageV, currentA }: Columns, startMs: number): DayLevel {
  const step: number[] = [];
  const minA: number[] = [];
  const maxA: number[] = [];
  const meanA: number[] = [];
  const minV: number[] = [];
  const maxV: number[] = [];
  const count = timeMs.length;
  let k = 0;
  while (k < count) {
    const bucket = Math.floor((timeMs[k]! - startMs) / LEVEL_STEP_MS);
    const endMs = startMs + (bucket + 1) * LEVEL_STEP_MS;
    const first = k;
    let sumA = 0;
    let lowA = currentA[k]!;
    let highA = lowA;
    while (k < count && timeMs[k]! < endMs) {
      const current = currentA[k++]!;
      if (current < lowA) lowA = current;
      if (current > highA) highA = current;
      sumA += current;
    }
    step.push(bucket);
    minA.push(lowA);
    maxA.push(highA);
    meanA.push(sumA / (k - first));
    if (voltageV === null) {
      minV.push(0);
      maxV.push(0);
      continue;
    }
    let lowV = voltageV[first]!;
    let highV = lowV;
    for (let j = first + 1; j < k; j++) {
      const voltage = voltageV[j]!;
      if (voltage < lowV) lowV = voltage;
      if (voltage > highV) highV = voltage;
    }
    minV.push(lowV);
    maxV.push(highV);
  }
  return {
    step: Uint16Array.from(step),
    minA: Float32Array.from(minA),
    maxA: Float32Array.from(maxA),
    meanA: Float32Array.from(meanA),
    minV: Float32Array.from(minV),
    maxV: Float32Array.from(maxV),
  };
}
