import { fullRows, notHeld } from './full-rule';
import type { Trace } from './trace';

/** What is known of a bank whose log is to tell its charge. */
export interface ReckoningBank {
  capacityAh: number;
  coulombicFraction: number;
  /** Beyond doubt full: held at absorption this long, with no more than this passing. */
  sure: { fullV: number; tailA: number; holdMs: number };
}

const HOUR_MS = 3_600_000;

/**
 * Charge that was in the bank over a log, as far as it can be reckoned afterwards: full where a charge was beyond doubt complete,
 * counted between two such marks with what is left over spread over the time between them, and counted backward before the first
 * and on after the last.
 * @param sureMs  instants at which a person saw that it was full
 * @returns       the trace with its charge; null where nothing in it proves a full bank, or it has no voltage and nobody saw it
 */
export function reckonedTruth(trace: Trace, bank: ReckoningBank, sureMs: readonly number[] = []): Trace | null {
  const { timeMs, voltageV, currentA, gapMs } = trace;
  const count = timeMs.length;
  if (count === 0) return null;
  const sure = voltageV
    ? fullRows({ ...bank.sure, gapMs }, timeMs, voltageV, currentA, notHeld())
    : new Uint8Array(count);
  for (const atMs of sureMs) {
    const k = timeMs.findIndex((ms) => ms >= atMs);
    if (k >= 0 && timeMs[k]! - atMs <= gapMs) sure[k] = 1;
  }
  const first = sure.indexOf(1);
  if (first < 0) return null;
  const missingAh = new Float64Array(count);
  const moved = (k: number) => {
    const span = timeMs[k]! - timeMs[k - 1]!;
    if (span > gapMs) return 0;
    const meanA = (currentA[k]! + currentA[k - 1]!) / 2;
    return (meanA * (meanA > 0 ? bank.coulombicFraction : 1) * span) / HOUR_MS;
  };
  for (let k = first - 1; k >= 0; k--) missingAh[k] = Math.max(0, missingAh[k + 1]! + moved(k + 1));
  let anchor = first;
  for (let k = first + 1; k < count; k++) {
    // What still goes into a full bank makes gas and warmth.
    missingAh[k] = Math.max(0, missingAh[k - 1]! - moved(k));
    if (sure[k] === 0) continue;
    spreadOver(missingAh, timeMs, anchor, k);
    anchor = k;
  }
  const soc = new Float64Array(count);
  for (let k = 0; k < count; k++) soc[k] = Math.min(1, Math.max(0, 1 - missingAh[k]! / bank.capacityAh));
  return { ...trace, soc };
}

/** What a count is off by at the end of a stretch, taken off in proportion to the time since its beginning. */
function spreadOver(missingAh: Float64Array, timeMs: Float64Array, from: number, to: number): void {
  const off = missingAh[to]!;
  const span = timeMs[to]! - timeMs[from]!;
  for (let k = from + 1; k <= to; k++) missingAh[k]! -= (off * (timeMs[k]! - timeMs[from]!)) / span;
}
