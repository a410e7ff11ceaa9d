import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { Mark } from './drawing-layout';
import { DrawnMark } from './drawn-mark';

const STEP = 15;

/** What an upright conductor passes, one below the other; one alone is drawn large. */
@Component({
  // A part of a drawing must be a group of it.
  // eslint-disable-next-line @angular-eslint/component-selector
  selector: 'svg:g[coMarks]',
  imports: [DrawnMark],
  template: `
    @for (mark of marks(); track mark.partId) {
      <svg:g
        coMark
        [mark]="mark"
        [x]="x()"
        [y]="large() ?? firstY() + step * $index"
        [small]="large() === null"
        (click)="pick.emit(mark.partId)"
      />
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DrawnMarks {
  readonly marks = input.required<readonly Mark[]>();
  readonly x = input.required<number>();
  /** The upper end of the first of several. */
  readonly firstY = input.required<number>();
  /** Of one alone; null: it is drawn small too. */
  readonly aloneY = input<number | null>(null);
  readonly pick = output<string>();
  protected readonly step = STEP;
  protected readonly large = computed(() => (this.marks().length === 1 ? this.aloneY() : null));
}
