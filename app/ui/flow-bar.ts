import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';

/** One day around the centre line: out to the left and hatched, in to the right and solid, a ring where full was reached. */
@Component({
  selector: 'co-flow-bar',
  template: `
    <svg width="100%" height="27" aria-hidden="true">
      <rect class="out" y="7.5" height="12" [attr.x]="50 - out() + '%'" [attr.width]="out() + '%'" />
      <rect class="in" x="50%" y="7.5" height="12" [attr.width]="into() + '%'" />
      <line x1="50%" x2="50%" y1="0" y2="27" />
      @if (full()) {
        <svg [attr.x]="50 + into() + '%'" y="0" overflow="visible"><circle cx="9" cy="13.5" r="3.2" /></svg>
      }
    </svg>
  `,
  styles: `
    :host {
      display: block;
    }
    svg {
      display: block;
    }
    .out {
      fill: url(#hatch-out);
      stroke: var(--out);
    }
    .in {
      fill: var(--in);
    }
    line {
      stroke: var(--ink);
    }
    circle {
      fill: none;
      stroke: var(--ink);
      stroke-width: 1.4;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FlowBar {
  readonly outAh = input.required<number>();
  readonly inAh = input.required<number>();
  /** Ah that fill half the width but for the ring. */
  readonly scaleAh = input.required<number>();
  readonly full = input(false);
  protected readonly out = computed(() => this.percent(this.outAh()));
  protected readonly into = computed(() => this.percent(this.inAh()));

  private percent(ah: number): number {
    return this.scaleAh() > 0 ? (43 * ah) / this.scaleAh() : 0;
  }
}
