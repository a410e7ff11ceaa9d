import { ChangeDetectionStrategy, Component, inject, input, output } from '@angular/core';
import type { Seen } from '@core/commissioning/plan';
import { seenOf } from '@core/commissioning/seen';
import type { Check, Step } from '@core/commissioning/step';
import { UnitChoice } from '../../ui/unit-choice';
import { checkText } from './step-words';

/** What of a step is ticked: each line as large as a thumb. */
@Component({
  selector: 'co-checks',
  template: `
    @for (check of step().checks; track check.id) {
      <label>
        <input type="checkbox" [checked]="isSeen(check.id)" (change)="tick(check.id, $event)" />
        <span>{{ words(check) }}</span>
      </label>
    }
  `,
  styles: `
    :host {
      display: block;
      margin-bottom: var(--s4);
      border-top: 1.5px solid var(--ink);
      border-bottom: 3px double var(--ink);
    }
    label {
      display: grid;
      grid-template-columns: 28px 1fr;
      gap: var(--s3);
      align-items: center;
      min-height: 48px;
      padding: var(--s6) 0;
      font-size: 16px;
      line-height: 20px;
      cursor: pointer;
    }
    label + label {
      border-top: 1px solid var(--rule);
    }
    input {
      width: 24px;
      height: 24px;
      margin: 0;
      justify-self: center;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CheckList {
  private readonly units = inject(UnitChoice);
  readonly step = input.required<Step>();
  readonly seen = input.required<readonly Seen[]>();
  readonly ticked = output<{ id: string; on: boolean }>();

  protected words(check: Check): string {
    return checkText(check, this.step().kind, (value, unit) => this.units.text(value, unit));
  }

  protected isSeen(id: string): boolean {
    return seenOf(this.seen(), id) !== null;
  }

  protected tick(id: string, event: Event): void {
    this.ticked.emit({ id, on: (event.target as HTMLInputElement).checked });
  }
}
