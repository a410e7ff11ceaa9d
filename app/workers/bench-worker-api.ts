import type { CounterSettings, MeterHardware } from '@core/counter/counter-settings';
import type { PlayedHour } from '@core/counter/played-hours';
import type { ReckoningBank } from '@core/counter/reckoned-truth';
import type { TraceBank, TraceId } from '@core/counter/standard-traces';
import type { Trial } from '@core/counter/trial';
import type { FullSet, SearchOrder, SearchResult } from '@core/monitor/bench/search';
import type { Point } from '@core/series/envelope';

/** Which trace, and all that it is made from. */
export type TraceOrder =
  | { by: 'standard'; id: TraceId; bank: TraceBank }
  | { by: 'hours'; hours: PlayedHour[]; bank: TraceBank; fromSoc: number; fromMs: number }
  | { by: 'log'; logId: string; gapMs: number; reckoning: ReckoningBank; sureMs: number[] };

export interface SetToTry {
  id: string;
  settings: CounterSettings;
}

/** A trace and what sets came to on it, small enough to draw. */
export interface BenchLook {
  fromMs: number;
  toMs: number;
  rows: number;
  /** Null: the log has no voltage. */
  volts: Point[] | null;
  amps: Point[];
  /** Null: what is truly in the bank is not known. */
  soc: Point[] | null;
  tried: { id: string; trial: Trial; shown: Point[] }[];
}

/** What is wanted of a trace: a stretch of it, and how finely. */
export interface BenchView {
  fromMs: number | null;
  toMs: number | null;
  stretches: number;
}

export interface BenchQuestion {
  trace: TraceOrder;
  sets: SetToTry[];
  capacityAh: number;
  hardware: MeterHardware;
  /** Null: the trials alone. */
  view: BenchView | null;
}

export interface BenchSearch {
  bank: TraceBank;
  base: CounterSettings;
  hardware: MeterHardware;
  derived: FullSet;
  allowed: SearchOrder['allowed'];
  grid: SearchOrder['grid'];
}

/** What the worker of the test bench does. */
export interface BenchWorkerApi {
  /** Null: the log has no rows. */
  look(question: BenchQuestion): Promise<BenchLook | null>;
  /** Null when it was cancelled. */
  search(order: BenchSearch, onProgress: (share: number) => void): Promise<SearchResult | null>;
  cancel(): void;
}
