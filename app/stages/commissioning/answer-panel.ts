import { ChangeDetectionStrategy, Component, inject, input, output } from '@angular/core';
import { FigurePart } from '../../ui/figure';
import { UnitChoice } from '../../ui/unit-choice';
import type { Answer, AnswerAction, AnswerRow } from './answer';

/** What was found, in words, and what else it could be. */
@Component({
  selector: 'co-answer',
  imports: [FigurePart],
  template: `
    @if (answer().rows.length > 0) {
      <dl>
        @for (row of answer().rows; track $index) {
          <dt [class.strong]="row.strong">{{ row.says }}</dt>
          <dd [class.strong]="row.strong">
            @if (row.figure; as figure) {
              <co-figure class="tall" [figure]="figure" [signed]="row.signed ?? false" [class.strong]="row.strong" />
            } @else if (readingOf(row); as reading) {
              <span class="n">{{ reading.digits }}</span><span class="u">{{ reading.symbol }}</span>
            } @else {
              –
            }
          </dd>
        }
      </dl>
    }
    <div class="words" [class]="answer().tone" role="status">
      <h2>{{ answer().headline }}</h2>
      @if (answer().says) {
        <p>{{ answer().says }}</p>
      }
    </div>
    @for (action of answer().actions; track action.id) {
      <button type="button" class="btn" (click)="act.emit(action.id)">{{ action.says }}</button>
    }
    @for (other of answer().others; track other.says) {
      <p class="other">
        @if (other.likely; as likely) {
          or: {{ other.says }} <co-figure class="tall" [figure]="likely" [decimals]="0" />
        } @else {
          and: {{ other.says }}
        }
      </p>
    }
  `,
  styleUrls: ['./small-table.css', './answer-panel.css'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class AnswerPanel {
  private readonly units = inject(UnitChoice);
  readonly answer = input.required<Answer>();
  readonly act = output<AnswerAction>();

  protected readingOf({ reading }: AnswerRow) {
    return reading ? this.units.format(reading.value, reading.unit) : null;
  }
}
