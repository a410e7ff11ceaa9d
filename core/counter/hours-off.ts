import { quantileOf } from '../statistics/quantile';
import type { Count } from './count-trace';
import type { CounterSettings } from './counter-settings';
import type { Trace } from './trace';

const ASKED_EVERY_MS = 30 * 60_000;
/** A draw that lasts less is no night. */
const NIGHT_MS = 2 * 3_600_000;
/** So small a current into the bank does not end a night. */
const IDLE_A = 0.05;
/** What draws less than this share of the capacity is no use to speak of: a bank that floats. */
const LEAST_PER_H = 0.001;
/** A bank as good as empty has no hours left to be wrong about. */
const EMPTY = 0.01;

/**
 * How wrong "hours left" would have been: asked every half hour of each long stretch in which the bank was drawn on. The meter says
 * what it shows over its averaged current; true is what was in the bank over the mean current of the rest of that stretch.
 * @returns  the median of shown ÷ true − 1; null where the bank was never drawn on for long
 */
export function hoursOff(trace: Trace, count: Count, settings: CounterSettings, capacityAh: number): number | null {
  const { timeMs, soc } = trace;
  const { countedA, missingAh } = count;
  const { averagingMs, zeroAh } = settings;
  const leastA = LEAST_PER_H * capacityAh;
  const off: number[] = [];
  let [average, stepMs, keep] = [countedA[0] ?? 0, -1, 0];
  let asked: { at: number; averageA: number; outAms: number }[] = [];
  let [fromMs, outAms, nextMs] = [Number.NaN, 0, 0];
  const endNight = (endMs: number) => {
    if (endMs - fromMs >= NIGHT_MS)
      for (const { at, averageA, outAms: before } of asked) {
        const restMs = endMs - timeMs[at]!;
        const meanA = (outAms - before) / restMs;
        if (restMs < ASKED_EVERY_MS || meanA < leastA || averageA >= 0) continue;
        const trueAh = soc![at]! * capacityAh - zeroAh;
        if (trueAh < EMPTY * capacityAh) continue;
        const shownH = Math.max(0, settings.capacityAh - missingAh[at]!) / -averageA;
        off.push(shownH / (trueAh / meanA) - 1);
      }
    asked = [];
    fromMs = Number.NaN;
  };
  for (let k = 1; k < timeMs.length; k++) {
    const span = timeMs[k]! - timeMs[k - 1]!;
    const amp = countedA[k]!;
    if (span !== stepMs) [stepMs, keep] = [span, averagingMs > 0 ? Math.exp(-span / averagingMs) : 0];
    average = amp + (average - amp) * keep;
    if (amp > IDLE_A || span > trace.gapMs) {
      if (!Number.isNaN(fromMs)) endNight(timeMs[k - 1]!);
      continue;
    }
    if (Number.isNaN(fromMs)) [fromMs, outAms, nextMs] = [timeMs[k]!, 0, timeMs[k]!];
    else outAms -= amp * span;
    if (timeMs[k]! < nextMs) continue;
    asked.push({ at: k, averageA: average, outAms });
    nextMs += ASKED_EVERY_MS;
  }
  if (!Number.isNaN(fromMs)) endNight(timeMs.at(-1)!);
  return off.length === 0
    ? null
    : quantileOf(
        off.sort((a, b) => a - b),
        0.5,
      );
}
