import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { formatNumber } from '@core/quantity/format';

/** A fuse on an upright conductor, with its size beside it. */
@Component({
  // A part of a drawing must be a group of it.
  // eslint-disable-next-line @angular-eslint/component-selector
  selector: 'svg:g[coFuse]',
  template: `
    <svg:rect
      fill="var(--page)"
      stroke="var(--ink)"
      stroke-width="1.3"
      width="10"
      height="20"
      [attr.x]="x() - 5"
      [attr.y]="y()"
    />
    <svg:path stroke="var(--ink)" [attr.d]="'M' + x() + ' ' + y() + 'v20'" />
    <svg:text class="size" [attr.x]="x() + 9" [attr.y]="y() + 14">{{ says() }}</svg:text>
  `,
  styles: `
    .size {
      font: 10.5px var(--mono);
      font-variant-numeric: tabular-nums;
      fill: var(--ink3);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DrawnFuse {
  readonly x = input.required<number>();
  /** Of its upper end. */
  readonly y = input.required<number>();
  /** Null: none of the list will do. */
  readonly amps = input.required<number | null>();
  protected readonly says = computed(() => {
    const amps = this.amps();
    return amps === null ? 'none fits' : `${formatNumber(amps, amps % 1 === 0 ? 0 : 1)} A`;
  });
}
