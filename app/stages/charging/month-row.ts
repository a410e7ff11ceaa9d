import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { MONTH_NAMES } from './charging-words';

/** Twelve months to be switched on and off. */
@Component({
  selector: 'co-month-row',
  template: `
    <div role="group" [attr.aria-label]="label()">
      @for (name of names; track name) {
        <button
          type="button"
          [attr.aria-pressed]="months().includes($index + 1)"
          [attr.aria-label]="name"
          [class.on]="months().includes($index + 1)"
          (click)="toggle($index + 1)"
        >
          {{ name.slice(0, 1) }}
        </button>
      }
    </div>
  `,
  styles: `
    div {
      display: inline-flex;
      border: 1px solid var(--rule2);
      border-radius: 3px;
      overflow: hidden;
    }
    button {
      width: 24px;
      min-height: 28px;
      border: 0;
      border-right: 1px solid var(--rule2);
      padding: 0;
      background: none;
      color: var(--ink3);
      font: 500 12px/16px var(--mono);
      cursor: pointer;
    }
    button:last-child {
      border-right: 0;
    }
    .on {
      background: var(--mark);
      color: var(--on-mark);
    }
    @media (max-width: 720px) {
      div {
        flex-wrap: wrap;
      }
      button {
        width: 48px;
        min-height: 48px;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MonthRow {
  readonly months = input.required<readonly number[]>();
  readonly label = input.required<string>();
  readonly changed = output<number[]>();
  protected readonly names = MONTH_NAMES;

  protected toggle(month: number): void {
    const now = this.months();
    this.changed.emit(now.includes(month) ? now.filter((one) => one !== month) : [...now, month].sort((a, b) => a - b));
  }
}
