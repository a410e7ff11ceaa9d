import type { Columns } from './columns';
import { type Flow, noFlow } from './flow';
import { addLine } from './integrate';

const HOUR_MS = 3_600_000;

/**
 * What passed in each hour of a local day, counted from its first instant; days with a clock change have 23 or 25.
 * Steps longer than gapMs are missing time.
 * @param columns  samples of that day
 * @returns        one flow an hour
 */
export function hourlyFlows(columns: Columns, startMs: number, endMs: number, gapMs: number): Flow[] {
  const { timeMs, currentA } = columns;
  const voltageV = columns.voltageV ?? new Float64Array(timeMs.length);
  const hours = Array.from({ length: Math.ceil((endMs - startMs) / HOUR_MS) }, noFlow);
  for (let k = 0; k + 1 < timeMs.length; k++) {
    const [t0, t1] = [timeMs[k]!, timeMs[k + 1]!];
    if (t1 - t0 > gapMs) continue;
    const at = (ms: number, column: Float64Array) =>
      column[k]! + ((column[k + 1]! - column[k]!) * (ms - t0)) / (t1 - t0);
    let fromMs = t0;
    while (fromMs < t1) {
      const hour = Math.floor((fromMs - startMs) / HOUR_MS);
      const toMs = Math.min(t1, startMs + (hour + 1) * HOUR_MS);
      const flow = hours[hour];
      if (flow) {
        addLine(
          flow,
          toMs - fromMs,
          at(fromMs, voltageV),
          at(fromMs, currentA),
          at(toMs, voltageV),
          at(toMs, currentA),
        );
      }
      fromMs = toMs;
    }
  }
  return hours;
}
