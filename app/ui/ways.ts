import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { Option } from './choice';

let serial = 0;

/** A few ways of doing one thing, side by side; one of them is open. */
@Component({
  selector: 'co-ways',
  template: `
    <div role="radiogroup" [attr.aria-label]="label()">
      @for (way of ways(); track way.id) {
        <label [class.on]="way.id === chosen()">
          <input
            type="radio"
            [name]="name"
            [value]="way.id"
            [checked]="way.id === chosen()"
            (change)="pick.emit(way.id)"
          />
          {{ way.name }}
        </label>
      }
    </div>
  `,
  styles: `
    :host {
      display: block;
      margin-bottom: var(--s3);
    }
    div {
      display: grid;
      grid-auto-flow: column;
      grid-auto-columns: 1fr;
      border: 1px solid var(--rule2);
      border-radius: 3px;
    }
    label {
      position: relative;
      display: grid;
      place-items: center;
      padding: var(--s6) var(--s2);
      text-align: center;
      cursor: pointer;
    }
    input {
      position: absolute;
      opacity: 0;
    }
    label:focus-within {
      outline: 2px solid var(--mark);
    }
    .on {
      background: var(--mark);
      color: var(--on-mark);
    }
    @media (max-width: 720px) {
      label {
        min-height: 48px;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Ways {
  readonly label = input.required<string>();
  readonly ways = input.required<readonly Option[]>();
  readonly chosen = input.required<string>();
  readonly pick = output<string>();
  protected readonly name = `ways-${++serial}`;
}
