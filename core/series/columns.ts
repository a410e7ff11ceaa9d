/**
 * Samples of a log as columns. timeMs: [n], strictly increasing, ms since 1970 UTC. currentA: [n], positive into the bank.
 * voltageV: [n], or null where the meter logs none. A gap is an absent row, never 0 or NaN.
 */
export interface Columns {
  timeMs: Float64Array;
  voltageV: Float64Array | null;
  currentA: Float64Array;
}

/** Rows [from, to) as views on the same memory. */
export function sliceColumns({ timeMs, voltageV, currentA }: Columns, from: number, to: number): Columns {
  return {
    timeMs: timeMs.subarray(from, to),
    voltageV: voltageV === null ? null : voltageV.subarray(from, to),
    currentA: currentA.subarray(from, to),
  };
}

/** The same samples in memory of their own, with none to spare. */
export function copyColumns({ timeMs, voltageV, currentA }: Columns): Columns {
  return { timeMs: timeMs.slice(), voltageV: voltageV && voltageV.slice(), currentA: currentA.slice() };
}
