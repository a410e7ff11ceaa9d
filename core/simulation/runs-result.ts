/** Bins of a state of charge: whole percents, 0 … 100. */
export const SOC_BINS = 101;

const MONTH_SUMS = [
  'offeredAh',
  'loadAh',
  'inAh',
  'outAh',
  'refusedAh',
  'refusedColdAh',
  'unservedAh',
  'selfAh',
  'belowReserveH',
  'fullDays',
] as const;
export type MonthSum = (typeof MONTH_SUMS)[number];

/** What came out of some runs: plain data. Sums are over all runs and days. */
export interface RunsResult {
  runs: number;
  /** each [12] */
  month: Record<MonthSum, Float64Array>;
  /** [source · 12] */
  sourceOfferedAh: Float64Array;
  sourceRefusedAh: Float64Array;
  /** [run · 12] lowest state of charge of the month */
  minSoc: Float64Array;
  /** [run · 12] the same, over the reserve of the day's temperature; below 0 it was broken into */
  minSpare: Float64Array;
  /** [run · 12] most days without a full charge that ended or stood in the month */
  longestGap: Float64Array;
  /** [365 · SOC_BINS] runs by the day's lowest state of charge */
  dayLowBins: Uint32Array;
  /** Largest |η·in − out − self-discharge − ΔSoC·C| of a run, against its throughput. */
  worstBalance: number;
}

export function emptyRuns(runs: number, sources: number): RunsResult {
  const month = Object.fromEntries(MONTH_SUMS.map((name) => [name, new Float64Array(12)]));
  return {
    runs,
    month: month as Record<MonthSum, Float64Array>,
    sourceOfferedAh: new Float64Array(sources * 12),
    sourceRefusedAh: new Float64Array(sources * 12),
    minSoc: new Float64Array(runs * 12).fill(1),
    minSpare: new Float64Array(runs * 12).fill(1),
    longestGap: new Float64Array(runs * 12),
    dayLowBins: new Uint32Array(365 * SOC_BINS),
    worstBalance: 0,
  };
}

/** Puts blocks of runs together; the outcome follows from their order alone, not from who played them. */
export function mergeRuns(blocks: readonly RunsResult[]): RunsResult {
  const runs = blocks.reduce((sum, block) => sum + block.runs, 0);
  const all = emptyRuns(runs, blocks[0]!.sourceOfferedAh.length / 12);
  let at = 0;
  for (const block of blocks) {
    for (const name of MONTH_SUMS) add(all.month[name], block.month[name]);
    add(all.sourceOfferedAh, block.sourceOfferedAh);
    add(all.sourceRefusedAh, block.sourceRefusedAh);
    add(all.dayLowBins, block.dayLowBins);
    all.minSoc.set(block.minSoc, at * 12);
    all.minSpare.set(block.minSpare, at * 12);
    all.longestGap.set(block.longestGap, at * 12);
    all.worstBalance = Math.max(all.worstBalance, block.worstBalance);
    at += block.runs;
  }
  return all;
}

function add(to: Float64Array | Uint32Array, from: Float64Array | Uint32Array): void {
  for (let k = 0; k < to.length; k++) to[k]! += from[k]!;
}

/** Hours of one run: per hour SoC at its end, A offered, A drawn by the loads, the day's clearness. */
export interface Trace {
  /** [365 · 24 · TRACE_COLUMNS], from the first simulated day */
  hours: Float64Array;
}
export const TRACE_COLUMNS = 4;

export function note(
  trace: Trace,
  hour: number,
  soc: number,
  offeredA: number,
  loadA: number,
  clearness: number,
): void {
  const at = hour * TRACE_COLUMNS;
  trace.hours[at] = soc;
  trace.hours[at + 1] = offeredA;
  trace.hours[at + 2] = loadA;
  trace.hours[at + 3] = clearness;
}
