import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';

let serial = 0;

/** A field for a name or a line of text; every keystroke goes out at once. */
@Component({
  selector: 'co-text',
  template: `
    @if (caption()) {
      <label [for]="id">{{ caption() }}</label>
    }
    <input
      [id]="id"
      type="text"
      autocomplete="off"
      [attr.aria-label]="caption() ? null : label()"
      [attr.maxlength]="maxLength()"
      [attr.list]="list() || null"
      [placeholder]="placeholder()"
      [value]="value()"
      (input)="!whenLeft() && send($event)"
      (change)="whenLeft() && send($event)"
      (keydown.enter)="leave($event)"
    />
  `,
  styleUrl: './field-frame.css',
  styles: `
    input {
      width: 100%;
      border: 0;
      border-bottom: 1px solid transparent;
      background: none;
      padding: var(--s0);
      outline: none;
      text-overflow: ellipsis;
    }
    input:hover {
      border-bottom-color: var(--ink2);
    }
    input:focus {
      border-bottom-color: var(--mark);
      background: var(--mark-soft);
    }
    :host(.form) input {
      border: 1px solid var(--rule2);
      border-radius: 3px;
      padding: var(--s1) var(--s6);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TextField {
  protected readonly id = `t${serial++}`;
  readonly value = input.required<string>();
  /** Shown above the field; without one, label names the field for screen readers. */
  readonly caption = input('');
  readonly label = input('');
  readonly placeholder = input('');
  readonly maxLength = input(120);
  /** Id of a datalist with suggestions. */
  readonly list = input('');
  /** Sends once, when the field is left: for names that half typed would mean something else. */
  readonly whenLeft = input(false);
  readonly changed = output<string>();

  protected send(event: Event): void {
    this.changed.emit((event.target as HTMLInputElement).value);
  }

  protected leave(event: Event): void {
    (event.target as HTMLInputElement).blur();
  }
}
