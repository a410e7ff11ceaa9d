import { effect, inject, Injectable, signal } from '@angular/core';
import { benchBank } from '@core/monitor/bench/bench-bank';
import type { SearchResult } from '@core/monitor/bench/search';
import { menuValues } from '@core/monitor/derive-settings';
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
  private foundFor: string | null = null;

  constructor() {
    effect(() => {
      const id = this.facts.rig()?.id ?? null;
      // What was found was found for this bank and this meter.
      const sheet = this.facts.sheet();
      const now = sheet && JSON.stringify([benchBank(sheet.facts), menuValues(sheet.settings)]);
      if (id !== this.rigId && this.rigId !== null) this.moved.set({});
      if (id !== this.rigId || now !== this.foundFor) {
        this.found.set(null);
        this.result.set(null);
        this.chosen.update((chosen) => (chosen === 'found' ? 'tried' : chosen));
      }
      this.rigId = id;
      this.foundFor = now;
    });
  }
}
