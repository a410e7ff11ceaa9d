import type { YearParts } from '@core/charging/year-parts';
import type { RunsResult } from '@core/simulation/runs-result';
import type { WhatIf } from '@core/simulation/what-if';

/** What a worker of the year pool can be asked for. Plans are small and go along with every call. */
export interface YearWorkerApi {
  runs(parts: YearParts, change: WhatIf, first: number, count: number): RunsResult;
  /** Every hour of one run, from firstDay on: [hour · TRACE_COLUMNS]. */
  trace(parts: YearParts, change: WhatIf, run: number): { hours: Float64Array; firstDay: number };
}
