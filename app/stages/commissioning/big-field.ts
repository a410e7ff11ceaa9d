import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { Field } from '@core/commissioning/step';
import { QuantityField } from '../../ui/quantity-field';
import { fieldText, isSigned } from './step-words';

/** One reading, large: a number pad without a minus, so that the sign is a press of its own. */
@Component({
  selector: 'co-big-field',
  imports: [QuantityField],
  template: `
    <co-quantity
      class="big"
      [caption]="caption()"
      [value]="value()"
      [unit]="field().unit"
      [limit]="field().limit"
      [size]="5"
      [optional]="true"
      (changed)="seen.emit($event)"
      (cleared)="seen.emit(null)"
    />
    @if (signed()) {
      <button
        type="button"
        [attr.aria-label]="caption() + ': turn the sign'"
        [disabled]="value() === null || value() === 0"
        (click)="turn()"
      >
        ±
      </button>
    }
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: minmax(0, 1fr) auto;
      align-items: end;
    }
    co-quantity {
      width: 100%;
    }
    button {
      width: 48px;
      height: 64px;
      margin-left: var(--s1);
      border: 1.5px solid var(--rule2);
      border-radius: 4px;
      background: none;
      font: 500 24px/32px var(--mono);
      color: var(--ink);
      cursor: pointer;
    }
    /* Two beside each other on a phone: six digits still fit. */
    @media (max-width: 720px) {
      :host-context(.pair) co-quantity {
        --big-size: 21px;
        --big-pad: var(--s6);
      }
    }
    button:disabled {
      color: var(--ink3);
      cursor: default;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BigField {
  readonly field = input.required<Field>();
  readonly value = input.required<number | null>();
  readonly seen = output<number | null>();
  protected readonly signed = computed(() => isSigned(this.field().what));
  protected readonly caption = computed(
    () => fieldText(this.field().what) + (this.field().optional ? ', if you can' : ''),
  );

  protected turn(): void {
    const value = this.value();
    if (value !== null) this.seen.emit(-value);
  }
}
