import { computed, effect, inject, Injectable, signal } from '@angular/core';
import * as z from 'zod';
import { benchBank } from '@core/monitor/bench/bench-bank';
import type { SearchResult } from '@core/monitor/bench/search';
import { menuValues } from '@core/monitor/derive-settings';
import { SETTING_IDS, type SettingId, type SettingValues } from '@core/monitor/setting-id';
import { LIMITS } from '@core/rig/limits';
import { MonitorFacts } from './monitor-facts';

export type SetId = 'entered' | 'derived' | 'tried' | 'found';

const Moved = z.partialRecord(
  z.enum(SETTING_IDS),
  z.number().min(LIMITS.settingValue.min).max(LIMITS.settingValue.max),
);
const keyOf = (rigId: string) => `coulan-bench-${rigId}`;
/** Steps that can be taken back. */
const PAST_MOST = 100;

/**
 * What lies on the bench of the open rig: it stays there while other pages are looked at, and over a reload. It is no part of the plan
 * until it is keyed in, and has its own way back.
 */
@Injectable({ providedIn: 'root' })
export class BenchBoard {
  private readonly facts = inject(MonitorFacts);
  private readonly own = signal<SettingValues>({});
  private readonly past = signal<readonly { moved: SettingValues; by: SettingId | null }[]>([]);
  /** What was moved on the bench; the rest is as entered. */
  readonly moved = this.own.asReadonly();
  readonly canGoBack = computed(() => this.past().length > 0);
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
      if (id !== this.rigId) {
        this.own.set(id === null ? {} : kept(id));
        this.past.set([]);
      }
      if (id !== this.rigId || now !== this.foundFor) {
        this.found.set(null);
        this.result.set(null);
        this.chosen.update((chosen) => (chosen === 'found' ? 'tried' : chosen));
      }
      this.rigId = id;
      this.foundFor = now;
    });
  }

  /** @param by  the setting that is moved: a drag of one is one step back; null: several at once */
  put(moved: SettingValues, by: SettingId | null): void {
    const last = this.past().at(-1);
    if (by === null || last?.by !== by)
      this.past.update((past) => [...past, { moved: this.own(), by }].slice(-PAST_MOST));
    this.set(moved);
  }

  /** As it lay before the last move. */
  back(): void {
    const last = this.past().at(-1);
    if (!last) return;
    this.past.update((past) => past.slice(0, -1));
    this.set(last.moved);
    this.chosen.set('tried');
  }

  private set(moved: SettingValues): void {
    this.own.set(moved);
    if (this.rigId === null) return;
    try {
      if (Object.keys(moved).length === 0) localStorage.removeItem(keyOf(this.rigId));
      else localStorage.setItem(keyOf(this.rigId), JSON.stringify(moved));
    } catch {
      // No room: it lies here until the page goes.
    }
  }
}

/** What lay on the bench of a rig when its page went; nothing where that cannot be read. */
function kept(rigId: string): SettingValues {
  try {
    return Moved.parse(JSON.parse(localStorage.getItem(keyOf(rigId)) ?? '{}'));
  } catch {
    return {};
  }
}
