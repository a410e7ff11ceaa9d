import { computed, Injectable, type Signal, signal } from '@angular/core';
import type { Figure } from '@core/formula/figure';

type Source = Signal<Figure | null>;

/** Which figure's working the margin shows. The figure itself stays live: its source is a signal. */
@Injectable({ providedIn: 'root' })
export class WorkingStore {
  private readonly marked = signal<Source | null>(null);
  private readonly suggested = signal<Source | null>(null);
  readonly figure = computed(() => this.marked()?.() ?? this.suggested()?.() ?? null);
  /** On a small screen the margin comes up over the sheet. */
  readonly sheetOpen = signal(false);

  show(source: Source): void {
    this.marked.set(source);
    this.sheetOpen.set(true);
  }

  /** What a page shows until a person marks another figure. */
  suggest(source: Source): void {
    this.suggested.set(source);
    this.marked.set(null);
  }

  /** The figure is no longer on screen. */
  forget(source: Source): void {
    if (this.marked() === source) this.marked.set(null);
  }
}
