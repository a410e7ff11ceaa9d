import { computed, effect, inject, Injectable, signal, untracked } from '@angular/core';
import { Store } from '@ngrx/store';
import { chemistryOf } from '@core/cells/chemistry-of';
import { summariseYear, type YearOutcome } from '@core/charging/summarise-year';
import type { YearParts } from '@core/charging/year-parts';
import { NO_CHANGE, type WhatIf } from '@core/simulation/what-if';
import { errorText } from '@core/text/error-text';
import { type YearOptions, YearPool } from '../workers/year-pool';
import { rigFeature } from './rig-feature';

/** Enough for a word in the spine, in one worker. */
const GLANCE_RUNS = 250;
/** While the charging stage is open. */
const USUAL_RUNS = 1000;
const MANY_RUNS = 10_000;
/** Typing goes on for so long; years are played when it pauses. */
const PAUSE_MS = 300;

/** The year of the plan, played again whenever what it follows from has changed. */
@Injectable({ providedIn: 'root' })
export class YearSimulation {
  private readonly pool = inject(YearPool);
  private readonly rig = inject(Store).selectSignal(rigFeature.selectRig);
  /** What the year follows from; null while a bank, loads or sources are missing. */
  readonly parts = computed<YearParts | null>(
    () => {
      const rig = this.rig();
      if (!rig?.bank || rig.loads.length === 0 || rig.charging.sources.length === 0) return null;
      const { audit, loads, inverters, bank, chemistryEdits, charging, place } = rig;
      return { audit, loads, inverters, bank, chemistryEdits, charging, place };
    },
    { equal: sameParts },
  );
  readonly outcome = signal<YearOutcome | null>(null);
  /** Of the plan as it was before the last edit, for what moved. */
  readonly before = signal<YearOutcome | null>(null);
  /** The outcome on screen is of an older plan. */
  readonly pending = signal(false);
  readonly problem = signal<string | null>(null);
  /** Share played of the plan's own year while it is pending. */
  readonly share = signal(0);
  /** Share played of the many runs, null while none are being played. */
  readonly progress = signal<number | null>(null);
  /** Pages of the charging stage that are open. */
  private readonly attending = signal(0);
  private readonly attempt = signal(0);
  private played: YearParts | null = null;
  private rigId: string | null = null;
  private round = 0;

  constructor() {
    effect((onCleanup) => {
      const parts = this.parts();
      const id = this.rig()?.id ?? null;
      const runs = this.attending() > 0 ? USUAL_RUNS : GLANCE_RUNS;
      const known = untracked(this.outcome);
      this.attempt();
      this.problem.set(null);
      if (parts !== null && parts === this.played && known && known.runs >= runs) return;
      this.round++;
      this.progress.set(null);
      if (id !== this.rigId || parts === null) {
        this.rigId = id;
        this.outcome.set(null);
        this.before.set(null);
      }
      this.pending.set(parts !== null);
      this.share.set(0);
      if (parts === null) return;
      const timer = setTimeout(() => void this.play(parts, runs), PAUSE_MS);
      onCleanup(() => clearTimeout(timer));
    });
  }

  /** A page that shows the year is open: it is played more finely. Call what is returned when the page goes. */
  attend(): () => void {
    this.attending.update((pages) => pages + 1);
    return () => this.attending.update((pages) => pages - 1);
  }

  /** Plays the plan again, after a failure. */
  again(): void {
    this.attempt.update((count) => count + 1);
  }

  /** Plays the plan in 10,000 years; may be cancelled. */
  async refine(): Promise<void> {
    const parts = this.parts();
    if (!parts || this.progress() !== null) return;
    const round = this.round;
    this.progress.set(0);
    const outcome = await this.years(parts, NO_CHANGE, MANY_RUNS, {
      cancelled: () => round !== this.round || this.progress() === null,
      onProgress: (share) => this.progress() !== null && this.progress.set(share),
    }).catch((error: unknown) => {
      if (round === this.round) this.problem.set(`The 10 000 years were not simulated: ${errorText(error)}`);
      return null;
    });
    if (round !== this.round) return;
    if (outcome && this.progress() !== null) this.outcome.set(outcome);
    this.progress.set(null);
  }

  cancel(): void {
    this.progress.set(null);
  }

  /** Years of any plan, summed up; null when cancelled. */
  async years(parts: YearParts, change: WhatIf, runs: number, options: YearOptions): Promise<YearOutcome | null> {
    const result = await this.pool.simulate(parts, change, runs, options);
    const { bank, charging, chemistryEdits } = parts;
    if (!result || !bank) return null;
    const sources = charging.sources.filter(({ on, id }) => on && id !== change.failedSourceId);
    const { coulombicFraction } = chemistryOf(bank.battery, chemistryEdits);
    return summariseYear(result, sources, 1 - bank.usableFraction, coulombicFraction, charging.targetFraction);
  }

  private async play(parts: YearParts, runs: number): Promise<void> {
    const round = this.round;
    try {
      const options = {
        alone: runs < USUAL_RUNS,
        cancelled: () => round !== this.round,
        onProgress: (share: number) => round === this.round && this.share.set(share),
      };
      const outcome = await this.years(parts, NO_CHANGE, runs, options);
      if (round !== this.round || !outcome) return;
      // The same plan played more finely has moved nothing.
      if (this.played !== parts) this.before.set(this.outcome());
      this.played = parts;
      this.outcome.set(outcome);
      this.pending.set(false);
    } catch (error) {
      // What is on screen stays that of an older plan.
      if (round === this.round) this.problem.set(errorText(error));
    }
  }
}

/** Whether two plans have the same year. */
export function sameParts(a: YearParts | null, b: YearParts | null): boolean {
  if (a === null || b === null) return a === b;
  return (Object.keys(b) as (keyof YearParts)[]).every((key) => a[key] === b[key]);
}
