import { ChangeDetectionStrategy, Component, computed, DestroyRef, ElementRef, inject, input } from '@angular/core';
import type { Figure } from '@core/formula/figure';
import { FigureGrid } from './figure-grid';
import { UnitChoice } from './unit-choice';
import { WorkingStore } from './working-store';

/** A figure on screen. Pressing it opens its working. */
@Component({
  selector: 'co-figure',
  template: `<button
    type="button"
    [class.on]="marked()"
    [attr.aria-pressed]="marked()"
    [attr.tabindex]="passedOver() ? -1 : null"
    [title]="'How ' + figure().says + ' is worked out'"
    (click)="open()"
  >
    @if (lead()) {
      {{ lead() }}
    }
    <span class="n">{{ text().digits }}</span>
    @if (text().symbol && !bare()) {
      <span class="u">&#32;{{ text().symbol }}</span>
    }
  </button>`,
  styles: `
    button {
      border: 0;
      padding: 0 1px;
      margin: 0 -1px;
      background: none;
      font: inherit;
      color: inherit;
      text-align: inherit;
      cursor: pointer;
      white-space: nowrap;
      border-bottom: 1px solid transparent;
    }
    button:hover {
      border-bottom: 1px dotted var(--ink3);
    }
    .on {
      border-bottom: 1.5px solid var(--mark);
    }
    /* For gloves: pressed within 48 px, whatever the digits take. */
    :host(.tall) button {
      position: relative;
    }
    :host(.tall) button::after {
      content: '';
      position: absolute;
      inset: -13px -6px;
    }
    :host(.headline) button {
      border-bottom: 1.5px solid var(--mark);
      font: inherit;
    }
    :host(.headline.pending) button {
      border-bottom-style: dashed;
    }
    :host(.headline) .n {
      font-family: inherit;
    }
    :host(.headline) .u {
      font-size: inherit;
      color: inherit;
      margin-left: 0;
    }
    :host(.strong) .n {
      font-weight: 650;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FigurePart {
  private readonly workings = inject(WorkingStore);
  private readonly units = inject(UnitChoice);
  readonly figure = input.required<Figure>();
  readonly decimals = input<number>();
  readonly signed = input(false);
  /** Without its unit, where a column head carries it. */
  readonly bare = input(false);
  /** Words before the number that belong to it: "replaced". */
  readonly lead = input('');
  protected readonly marked = computed(() => this.workings.figure()?.id === this.figure().id);
  protected readonly text = computed(() => {
    const decimals = this.decimals();
    return this.units.format(this.figure().value, this.figure().unit, {
      signed: this.signed(),
      ...(decimals === undefined ? {} : { decimals }),
    });
  });

  private readonly host: HTMLElement = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  private readonly grid = inject(FigureGrid, { optional: true });
  /** By the Tab key: in a grid it stops at one figure only. */
  protected readonly passedOver = computed(() => this.grid !== null && !this.grid.isStop(this.host));

  constructor() {
    this.grid?.add(this.host);
    inject(DestroyRef).onDestroy(() => {
      this.workings.forget(this.figure);
      this.grid?.remove(this.host);
    });
  }

  protected open(): void {
    this.workings.show(this.figure);
  }
}
