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
          @if (row.to && row.to.value !== row.from.value) {
            <co-figure class="tall" [figure]="row.from" [bare]="true" [signed]="isChange(row)" />
            to
            <co-figure class="tall" [figure]="row.to" [signed]="isChange(row)" />
          } @else {
            <co-figure class="tall" [figure]="row.from" />
          }
        </dd>
      }
      <ng-content />
    </dl>
  `,
  styleUrl: './small-table.css',
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
