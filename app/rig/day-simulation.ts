import { computed, effect, inject, Injectable, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import { DAY_SEED } from '@core/audit/simulate-day';
import { daysOfLoads } from '@core/audit/sizing-day';
import { errorText } from '@core/text/error-text';
import { ComputeWorkerClient } from '../workers/compute-worker-client';
import { RigEvents } from './rig-actions';
import { selectDerived } from './rig-selectors';

const DRAWS = 100_000;
/** Typing goes on for so long; a drawing beside it would slow it down. */
const PAUSE_MS = 150;

/** Draws the audited day in the worker whenever the loads have changed; typing does not wait for it. */
@Injectable({ providedIn: 'root' })
export class DaySimulation {
  private readonly store = inject(Store);
  private readonly worker = inject(ComputeWorkerClient);
  private readonly derived = this.store.selectSignal(selectDerived);
  private readonly loads = computed(
    () => {
      const audit = this.derived()?.audit;
      return audit ? daysOfLoads(audit) : null;
    },
    { equal: (a, b) => JSON.stringify(a) === JSON.stringify(b) },
  );
  /** The figures on screen are stretched from an older drawing. */
  readonly pending = signal(false);
  /** Why the day could not be drawn finely; what is on screen was drawn on the spot, with fewer days. */
  readonly problem = signal<string | null>(null);
  private running = false;

  constructor() {
    effect((onCleanup) => {
      if (this.loads() === null) return;
      this.pending.set(true);
      const timer = setTimeout(() => void this.run(), PAUSE_MS);
      onCleanup(() => clearTimeout(timer));
    });
  }

  /** One drawing at a time; what changed meanwhile is drawn next. */
  private async run(): Promise<void> {
    if (this.running) return;
    this.running = true;
    for (;;) {
      const loads = this.loads();
      if (loads === null) break;
      const quantiles = await this.worker
        .call((api) => api.simulateDays(loads, DRAWS, DAY_SEED))
        .catch((error: unknown) => new Error(errorText(error), { cause: error }));
      if (quantiles instanceof Error) {
        this.problem.set(quantiles.message);
        break;
      }
      this.problem.set(null);
      // Even if the loads have changed since: they know what they were drawn for, and are stretched to the newest plan.
      this.store.dispatch(RigEvents.daySimulated({ quantiles }));
      if (this.loads() !== loads) continue;
      this.pending.set(false);
      break;
    }
    this.running = false;
  }
}
