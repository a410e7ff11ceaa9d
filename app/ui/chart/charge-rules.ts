import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Scale } from './scale';

/** The level lines of a chart of charge in per cent, with their figures at the left; the highest says the unit. */
@Component({
  // A part of a drawing must be a group of it.
  // eslint-disable-next-line @angular-eslint/component-selector
  selector: 'svg:g[coChargeRules]',
  template: `
    @for (line of drawn(); track line.says) {
      <svg:line class="rule" [attr.x1]="left()" [attr.x2]="right()" [attr.y1]="line.y" [attr.y2]="line.y" />
      <svg:text [attr.x]="left() - 6" [attr.y]="line.y + 4" text-anchor="end">{{ line.says }}</svg:text>
    }
  `,
  styleUrl: './chart.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ChargeRules {
  readonly levels = input.required<readonly number[]>();
  readonly y = input.required<Scale>();
  readonly left = input.required<number>();
  readonly right = input.required<number>();
  protected readonly drawn = computed(() =>
    this.levels().map((level) => ({ y: this.y()(level), says: level === 1 ? '%' : String(Math.round(100 * level)) })),
  );
}
