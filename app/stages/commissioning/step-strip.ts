import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { Standing } from '@core/commissioning/standing';
import { STATE_WORDS } from './outcome-words';
import { titleOf } from './step-words';

/** The steps of a phase in a strip: done, here, failed. Told apart by shape as well as colour; each can be pressed. */
@Component({
  selector: 'co-step-strip',
  template: `
    @for (one of steps(); track one.step.id) {
      <button
        type="button"
        [class]="one.state"
        [class.here]="one.step.id === here()"
        [attr.aria-label]="title(one) + ' ' + words[one.state]"
        [attr.aria-current]="one.step.id === here() ? 'step' : null"
        tabindex="-1"
        (click)="pick.emit(one.step.id)"
      ></button>
    }
  `,
  styles: `
    :host {
      display: flex;
      gap: 2px;
      height: 14px;
    }
    button {
      flex: 1;
      min-width: 2px;
      padding: 0;
      border: 0;
      background: var(--rule);
      cursor: pointer;
    }
    .pass {
      background: var(--ink2);
    }
    .not-here,
    .accepted {
      background: linear-gradient(var(--rule) 55%, var(--ink2) 55%);
    }
    .fail {
      background: var(--warn);
    }
    .stale {
      background: repeating-linear-gradient(90deg, var(--warn) 0 2px, var(--rule) 2px 4px);
    }
    .here {
      background: var(--page);
      box-shadow: inset 0 0 0 2px var(--mark);
      min-width: 10px;
    }
    .here.fail {
      background: var(--warn-soft);
      box-shadow: inset 0 0 0 2px var(--warn);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class StepStrip {
  readonly steps = input.required<readonly Standing[]>();
  readonly here = input.required<string>();
  readonly pick = output<string>();
  protected readonly words = STATE_WORDS;

  protected title({ step }: Standing): string {
    return titleOf(step);
  }
}
