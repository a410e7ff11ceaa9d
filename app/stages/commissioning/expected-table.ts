import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { Expected } from '@core/commissioning/step';
import { FigurePart } from '../../ui/figure';
import { expectedText } from './step-words';

/** What should be seen at a step; each figure opens its working. */
@Component({
  selector: 'co-expected',
  imports: [FigurePart],
  template: `
    <dl>
      @for (row of rows(); track row.what) {
        <dt>{{ words(row.what) }}</dt>
        <dd>
          @if (row.to) {
            <co-figure [figure]="row.from" [bare]="true" [signed]="isChange(row)" />
            to
            <co-figure [figure]="row.to" [signed]="isChange(row)" />
          } @else {
            <co-figure [figure]="row.from" />
          }
        </dd>
      }
      <ng-content />
    </dl>
  `,
  styles: `
    dl {
      display: grid;
      grid-template-columns: 1fr auto;
      margin: 0 0 var(--s4);
      border-top: 1.5px solid var(--ink);
      border-bottom: 3px double var(--ink);
      font-size: 16px;
    }
    dt,
    dd {
      margin: 0;
      padding: 9px 0;
    }
    dt:not(:first-of-type),
    dd:not(:first-of-type) {
      border-top: 1px solid var(--rule);
    }
    dd {
      text-align: right;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ExpectedTable {
  readonly rows = input.required<readonly Expected[]>();
  protected readonly words = expectedText;

  /** What a meter shows has a sign. */
  protected isChange({ from }: Expected): boolean {
    return from.unit === 'A' && (from.value < 0 || from.id.startsWith('commissioning.given'));
  }
}
