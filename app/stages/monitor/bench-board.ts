import { effect, inject, Injectable, signal } from '@angular/core';
import type { SearchResult } from '@core/monitor/bench/search';
import type { SettingValues } from '@core/monitor/setting-id';
import { MonitorFacts } from './monitor-facts';

export type SetId = 'entered' | 'derived' | 'tried' | 'found';

/** What lies on the bench of the open rig: it stays there while other pages are looked at. */
@Injectable({ providedIn: 'root' })
export class BenchBoard {
  private readonly facts = inject(MonitorFacts);
  /** What was moved on the bench; the rest is as entered. */
  readonly moved = signal<SettingValues>({});
  readonly found = signal<SettingValues | null>(null);
  readonly result = signal<SearchResult | null>(null);
  readonly chosen = signal<SetId>('tried');
  private rigId: string | null = null;

  constructor() {
    effect(() => {
      const id = this.facts.rig()?.id ?? null;
      if (id === this.rigId) return;
      if (this.rigId !== null) {
        this.moved.set({});
        this.found.set(null);
        this.result.set(null);
        this.chosen.set('tried');
      }
      this.rigId = id;
    });
  }
}
