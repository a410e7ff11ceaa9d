import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';

/** Low, typical and high of a load on the scale of the sheet; standing losses are drawn solid. */
@Component({
  selector: 'co-range',
  template: `
    <svg viewBox="0 0 100 20" preserveAspectRatio="none" aria-hidden="true">
      <path [attr.d]="range()" />
      <path class="mark" [attr.d]="mark()" />
      @if (!standing()) {
        <path class="hollow" [attr.d]="hollow()" />
      }
    </svg>
  `,
  styles: `
    svg {
      display: block;
      width: 100%;
      height: 20px;
    }
    path {
      stroke: var(--out);
      stroke-width: 1.3;
      vector-effect: non-scaling-stroke;
    }
    .mark {
      stroke-width: 5.3;
    }
    .hollow {
      stroke: var(--page);
      stroke-width: 2.7;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RangeWhisker {
  readonly low = input.required<number>();
  readonly typical = input.required<number>();
  readonly high = input.required<number>();
  /** What fills the width. */
  readonly scale = input.required<number>();
  readonly standing = input(false);
  private readonly at = computed(() => {
    const scale = this.scale();
    return (value: number) => (scale > 0 ? 3 + (93 * value) / scale : 3).toFixed(2);
  });
  protected readonly range = computed(() => {
    const [low, high] = [this.at()(this.low()), this.at()(this.high())];
    return `M${low} 10H${high}M${low} 6V14M${high} 6V14`;
  });
  protected readonly mark = computed(() => `M${this.at()(this.typical())} 4.4V15.6`);
  protected readonly hollow = computed(() => `M${this.at()(this.typical())} 5.7V14.3`);
}
