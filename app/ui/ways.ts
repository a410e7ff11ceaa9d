import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { Option } from './choice';

let serial = 0;

/** A few ways of doing one thing, side by side, of which one is chosen; in the margin of a page `class="narrow"`. */
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
    :host(.narrow) {
      margin: var(--s0) 0 var(--s6);
    }
    /* As wide as its words, over as many lines as they need. */
    :host(.narrow) div {
      display: flex;
      flex-wrap: wrap;
      gap: 1px;
      width: fit-content;
      overflow: hidden;
      background: var(--rule2);
    }
    :host(.narrow) label {
      flex: 1 1 auto;
      padding: var(--s0) var(--s2);
      background: var(--sheet);
      font-size: 12px;
      line-height: 18px;
    }
    :host(.narrow) label:hover {
      background: var(--page);
    }
    :host(.narrow) .on,
    :host(.narrow) .on:hover {
      background: var(--mark);
    }
    :host(.narrow) label:focus-within {
      outline-offset: -2px;
    }
    @media (max-width: 720px) {
      label {
        min-height: 48px;
      }
      :host(.narrow) label {
        font-size: 14px;
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
