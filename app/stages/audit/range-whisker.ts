import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';

/** Low, typical and high of a load on the scale of the sheet; standing losses are drawn solid. */
@Component({
  selector: 'co-range',
  template: `
    <svg width="100%" height="20" aria-hidden="true">
      <line [attr.x1]="at(low()) + '%'" [attr.x2]="at(high()) + '%'" y1="10" y2="10" />
      <line [attr.x1]="at(low()) + '%'" [attr.x2]="at(low()) + '%'" y1="6" y2="14" />
      <line [attr.x1]="at(high()) + '%'" [attr.x2]="at(high()) + '%'" y1="6" y2="14" />
      <rect
        [attr.x]="at(typical()) + '%'"
        y="5"
        width="4"
        height="10"
        transform="translate(-2 0)"
        [class.standing]="standing()"
      />
    </svg>
  `,
  styles: `
    svg {
      display: block;
      overflow: visible;
    }
    line {
      stroke: var(--out);
      stroke-width: 1.3;
    }
    rect {
      fill: var(--page);
      stroke: var(--out);
      stroke-width: 1.3;
    }
    rect.standing {
      fill: var(--out);
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
  protected readonly at = (value: number): number => this.percent()(value);
  private readonly percent = computed(() => {
    const scale = this.scale();
    return (value: number) => (scale > 0 ? 2 + (94 * value) / scale : 2);
  });
}
