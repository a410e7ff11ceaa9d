import { computed, Injectable, type Signal, signal } from '@angular/core';
import type { Figure } from '@core/formula/figure';

/** Which figure's working the margin shows. The figure itself stays live: its source is a signal. */
@Injectable({ providedIn: 'root' })
export class WorkingStore {
  private readonly source = signal<Signal<Figure | null> | null>(null);
  private readonly byHand = signal(false);
  readonly figure = computed(() => this.source()?.() ?? null);
  /** On a phone the working comes up as a sheet. */
  readonly sheetOpen = signal(false);

  show(source: Signal<Figure | null>): void {
    this.source.set(source);
    this.byHand.set(true);
    this.sheetOpen.set(true);
  }

  /** What a page shows until a person marks another figure. */
  suggest(source: Signal<Figure | null>): void {
    this.source.set(source);
    this.byHand.set(false);
  }
}
