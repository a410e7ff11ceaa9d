import type { DayKey } from './local-day';
import { addFlow, type Flow, noFlow } from './flow';

/** One local day of a log, in the three stretches that nights are made of, with its extremes. */
export interface DaySums {
  key: DayKey;
  startMs: number;
  endMs: number;
  dawnMs: number;
  duskMs: number;
  /** Midnight to dawn. */
  morning: Flow;
  /** Dawn to dusk. */
  daylight: Flow;
  /** Dusk to midnight. */
  evening: Flow;
  samples: number;
  hasVoltage: boolean;
  firstMs: number;
  lastMs: number;
  minV: number;
  minVAtMs: number;
  maxV: number;
  minA: number;
  maxA: number;
}

/** What passed in the whole day. */
export function wholeDay(day: Pick<DaySums, 'morning' | 'daylight' | 'evening'>): Flow {
  return addFlow(addFlow(addFlow(noFlow(), day.morning), day.daylight), day.evening);
}
