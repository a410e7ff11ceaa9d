import { Injectable } from '@angular/core';
import type { YearParts } from '@core/charging/year-parts';
import { mergeRuns, type RunsResult } from '@core/simulation/runs-result';
import type { WhatIf } from '@core/simulation/what-if';
import { WorkerDoor } from './worker-door';
import type { YearWorkerApi } from './year-worker-api';

/** Runs that a worker plays in one go: short, so that cancelling and quick questions get in between. Part of the outcome's order. */
const BLOCK = 125;
const MOST_WORKERS = 4;

export interface YearOptions {
  /** In one worker alone: for many plans at a time, each of which costs its tables. */
  alone?: boolean;
  onProgress?: (share: number) => void;
  cancelled?: () => boolean;
}

/** Plays years in as many workers as there are processors, up to four; the outcome does not depend on how many. */
@Injectable({ providedIn: 'root' })
export class YearPool {
  private workers: WorkerDoor<YearWorkerApi>[] | null = null;
  private turn = 0;

  /** Null when it was cancelled. @throws what a worker throws */
  async simulate(
    parts: YearParts,
    change: WhatIf,
    runs: number,
    { alone, onProgress, cancelled }: YearOptions = {},
  ): Promise<RunsResult | null> {
    const count = Math.ceil(runs / BLOCK);
    const blocks = new Array<RunsResult | undefined>(count);
    let [next, done] = [0, 0];
    const play = async (worker: WorkerDoor<YearWorkerApi>) => {
      while (next < count && !cancelled?.()) {
        const block = next++;
        const size = Math.min(BLOCK, runs - block * BLOCK);
        blocks[block] = await worker.call((api) => api.runs(parts, change, block * BLOCK, size));
        onProgress?.(++done / count);
      }
    };
    const all = this.started();
    const chosen = alone ? [all[this.turn++ % all.length]!] : all.slice(0, count);
    await Promise.all(chosen.map(play));
    const played = blocks.filter((block) => block !== undefined);
    return played.length === count ? mergeRuns(played) : null;
  }

  trace(parts: YearParts, change: WhatIf, run: number): Promise<{ hours: Float64Array; firstDay: number }> {
    return this.started()[0]!.call((api) => api.trace(parts, change, run));
  }

  private started(): WorkerDoor<YearWorkerApi>[] {
    this.workers ??= Array.from(
      { length: Math.max(1, Math.min(MOST_WORKERS, navigator.hardwareConcurrency || 1)) },
      () =>
        new WorkerDoor<YearWorkerApi>(
          () => new Worker(new URL('./year.worker', import.meta.url), { type: 'module' }),
          'the part of Coulan that plays years',
        ),
    );
    return this.workers;
  }
}
