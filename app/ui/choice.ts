import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';

export interface Option {
  id: string;
  name: string;
}

let serial = 0;

/** A choice among a few words, small enough to stand in a row of the worksheet. */
@Component({
  selector: 'co-choice',
  template: `
    @if (caption()) {
      <label [for]="id">{{ caption() }}</label>
    }
    <select [id]="id" [attr.aria-label]="caption() ? null : label()" (change)="onChange($event)">
      @for (option of options(); track option.id) {
        <option [value]="option.id" [selected]="option.id === chosen()">{{ option.name }}</option>
      }
    </select>
  `,
  styleUrl: './field-frame.css',
  styles: `
    select {
      appearance: none;
      border: 0;
      border-bottom: 1px solid transparent;
      border-radius: 0;
      background: none;
      padding: var(--s0) var(--s3) var(--s0) var(--s0);
      color: var(--ink2);
      cursor: pointer;
      outline: none;
      max-width: 100%;
      background-image:
        linear-gradient(45deg, transparent 50%, var(--rule2) 50%),
        linear-gradient(-45deg, transparent 50%, var(--rule2) 50%);
      background-size: 4px 4px;
      background-position:
        right 4px center,
        right 0 center;
      background-repeat: no-repeat;
    }
    select:hover {
      border-bottom-color: var(--ink2);
    }
    select:focus {
      border-bottom-color: var(--mark);
      background-color: var(--mark-soft);
    }
    option {
      background: var(--page);
      color: var(--ink);
    }
    :host(.form) select {
      border: 1px solid var(--rule2);
      border-radius: 3px;
      padding: var(--s1) var(--s5) var(--s1) var(--s6);
      color: var(--ink);
      background-position:
        right 11px center,
        right 7px center;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Choice {
  protected readonly id = `c${serial++}`;
  readonly options = input.required<readonly Option[]>();
  readonly chosen = input.required<string>();
  /** Shown above the field; without one, label names the field for screen readers. */
  readonly caption = input('');
  readonly label = input('');
  readonly pick = output<string>();

  protected onChange(event: Event): void {
    this.pick.emit((event.target as HTMLSelectElement).value);
  }
}
