import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { formatNumber } from '@core/quantity/format';
import type { WeekHours } from '@core/sources/source';
import { LIMITS } from '@core/rig/limits';
import { QuantityField } from '../../ui/quantity-field';
import { WEEKDAYS } from './charging-words';

/** The hours of a week: each day from when and for how long. */
@Component({
  selector: 'co-week-grid',
  imports: [QuantityField],
  template: `
    <table class="book" [attr.aria-label]="'Hours a week, ' + label()">
      <thead>
        <tr>
          <th scope="col">{{ number(sum(), 1) }}<span class="u">&#32;h a week</span></th>
          @for (day of days; track day) {
            <th scope="col">{{ day }}</th>
          }
        </tr>
      </thead>
      <tbody>
        <tr>
          <th scope="row">from</th>
          @for (day of week(); track $index) {
            <td>
              <co-quantity
                unit="Clock"
                [bare]="true"
                [size]="4"
                [label]="days[$index] + ', from hour'"
                [limit]="limits.clockHour"
                [value]="day.fromHour"
                (changed)="set($index, { fromHour: $event })"
              />
            </td>
          }
        </tr>
        <tr>
          <th scope="row">hours</th>
          @for (day of week(); track $index) {
            <td>
              <co-quantity
                unit="H"
                [bare]="true"
                [size]="4"
                [label]="days[$index] + ', hours'"
                [limit]="limits.hoursPerDay"
                [value]="day.hours"
                (changed)="set($index, { hours: $event })"
              />
            </td>
          }
        </tr>
      </tbody>
    </table>
  `,
  styles: `
    table {
      max-width: 560px;
    }
    th[scope='row'] {
      border: 0;
      font-weight: 400;
    }
    @media (max-width: 720px) {
      table.book :is(th, td) {
        padding: 0 var(--s0);
      }
      table.book thead th:first-child {
        white-space: normal;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WeekGrid {
  readonly week = input.required<WeekHours>();
  readonly label = input.required<string>();
  readonly changed = output<WeekHours>();
  protected readonly days = WEEKDAYS;
  protected readonly limits = LIMITS;
  protected readonly number = formatNumber;
  protected readonly sum = computed(() => this.week().reduce((sum, { hours }) => sum + hours, 0));

  protected set(at: number, changes: Partial<WeekHours[number]>): void {
    this.changed.emit(this.week().map((day, k) => (k === at ? { ...day, ...changes } : day)));
  }
}
