import { at } from '../quantity/guard';
import { formula } from '../formula/formula';
import { type Figure, measured } from '../formula/figure';
import type { Recording } from './load';

/** Why a recording should go on. */
export type RecordLonger = 'too-few-cycles' | 'too-short';

export interface RecordingSummary {
  /** Mean power while it is in service. */
  meanW: Figure;
  totalS: number;
  /** Seconds and share of the time in each state. */
  states: { name: string; powerW: number; seconds: number; fraction: number }[];
  /** Whole cycles seen: from one start of the strongest state to the next. */
  cycles: number;
  /** Standard deviation of the cycles' mean powers against their mean; null with fewer than two cycles. */
  spreadFraction: number | null;
  /** Empty when it was long enough. */
  recordLonger: RecordLonger[];
}

export const CYCLES_WANTED = 3;
export const SECONDS_WANTED = 2 * 3600;

const meanPower = formula({
  id: 'audit.mean-power',
  says: 'mean power',
  unit: 'W',
  words: 'energy over the recording ÷ its length',
  terms: { energyWh: { says: 'sum of power × time', unit: 'Wh' }, hours: { says: 'recorded', unit: 'H' } },
  compute: ({ energyWh, hours }) => energyWh / hours,
  source: 'average = Σ P·t ÷ Σ t',
  leavesOut: 'a cycle that the start or the end of the recording cuts is counted as far as it goes',
});

/**
 * What a recording of states says: mean power, cycles seen, and how much they differ.
 * @param recording  spans with at least a second in all
 * @returns null where the recording holds no time
 */
export function summarise({ states, spans }: Recording, key: string): RecordingSummary | null {
  const totalS = spans.reduce((sum, span) => sum + span.seconds, 0);
  if (!(totalS > 0)) return null;
  const seconds = states.map((_, k) => spans.reduce((sum, span) => sum + (span.state === k ? span.seconds : 0), 0));
  const powerOf = (state: number) => states[state]?.powerW ?? 0;
  const energyWh = spans.reduce((sum, span) => sum + (powerOf(span.state) * span.seconds) / 3600, 0);
  const cycleW = cycleMeans(spans, powerOf);
  const recordLonger: RecordLonger[] = [];
  if (states.length > 1 && cycleW.length < CYCLES_WANTED) recordLonger.push('too-few-cycles');
  if (totalS < SECONDS_WANTED) recordLonger.push('too-short');
  const hours = totalS / 3600;
  return {
    meanW: meanPower.figure({ energyWh: measured(energyWh), hours: measured(hours) }, { key }),
    totalS,
    states: states.map((state, k) => ({ ...state, seconds: at(seconds, k), fraction: at(seconds, k) / totalS })),
    cycles: cycleW.length,
    spreadFraction: spreadOf(cycleW),
    recordLonger,
  };
}

/** Mean power of each whole cycle, from one start of the strongest state to the next. */
function cycleMeans(spans: Recording['spans'], powerOf: (state: number) => number): number[] {
  const strongest = Math.max(...spans.map((span) => powerOf(span.state)));
  const means: number[] = [];
  let energy = 0;
  let seconds = 0;
  let started = false;
  let running = true;
  for (const span of spans) {
    const runs = powerOf(span.state) === strongest;
    if (runs && !running) {
      if (started && seconds > 0) means.push(energy / seconds);
      started = true;
      energy = 0;
      seconds = 0;
    }
    running = runs;
    energy += powerOf(span.state) * span.seconds;
    seconds += span.seconds;
  }
  return means;
}

function spreadOf(values: readonly number[]): number | null {
  if (values.length < 2) return null;
  const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
  if (!(mean > 0)) return null;
  const variance = values.reduce((sum, value) => sum + (value - mean) ** 2, 0) / (values.length - 1);
  return Math.sqrt(variance) / mean;
}

/**
 * Rows of "on at, off at" as spans of two states. @param times instants in ms, on and off in turn, rising; ends with an off or an on
 * @example spansOfSwitching([0, 60000, 90000])[1].seconds // 30
 */
export function spansOfSwitching(timesMs: readonly number[]): Recording['spans'] {
  const spans: Recording['spans'] = [];
  for (let k = 1; k < timesMs.length; k++) {
    spans.push({ state: k % 2 === 1 ? 1 : 0, seconds: (at(timesMs, k) - at(timesMs, k - 1)) / 1000 });
  }
  return spans;
}

/** What a recording is entered by, as the origin of its power. */
export const recordedBy = (recording: Recording): string =>
  ({ stopwatch: 'stopwatch', table: 'table of times', sound: 'sound' })[recording.from];
