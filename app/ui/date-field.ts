import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, output, signal } from '@angular/core';
import { type DateKind, readTypedDate, typedDate } from '@core/text/typed-date';

const EXAMPLE: Record<DateKind, string> = { moment: '2026-11-25 22:07', month: '2025-08' };

let serial = 0;

/** A moment or a month, written alike on every screen: the browser's own fields speak its language, not the rig's. */
@Component({
  selector: 'co-date',
  template: `
    @if (caption()) {
      <label [for]="id">{{ caption() }}</label>
    }
    <input
      [id]="id"
      class="n"
      type="text"
      autocomplete="off"
      inputmode="text"
      [size]="kind() === 'month' ? 8 : 17"
      [attr.aria-label]="caption() ? null : label()"
      [attr.aria-invalid]="refused() ? true : null"
      [attr.aria-describedby]="refused() ? id + '-says' : null"
      [placeholder]="example()"
      [value]="text()"
      (blur)="left.set(true)"
      (input)="type($any($event.target).value)"
      (keydown.enter)="$any($event.target).blur()"
    />
    @if (refused()) {
      <small class="warned" role="alert" [id]="id + '-says'">Write it as {{ example() }}.</small>
    }
  `,
  styleUrl: './field-frame.css',
  styles: `
    input {
      border: 0;
      border-bottom: 1px dotted var(--rule2);
      background: none;
      padding: var(--s0);
      outline: none;
    }
    input:focus {
      border-bottom-color: var(--mark);
      background: var(--mark-soft);
    }
    :host(.form) input {
      border: 1px solid var(--rule2);
      border-radius: 3px;
      min-height: 32px;
      padding: var(--s1) var(--s6);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DateField {
  protected readonly id = `d${serial++}`;
  readonly kind = input.required<DateKind>();
  /** ISO on the clocks of the place, "2026-11-25T22:07" or "2025-08"; or what was typed and is not one yet; null: empty. */
  readonly value = input.required<string | null>();
  readonly caption = input('');
  readonly label = input('');
  /** What was typed, read or not; for a draft that must not lose it. */
  readonly typed = output<string>();
  /** ISO, or null where the field was emptied. Says nothing of what it does not understand. */
  readonly changed = output<string | null>();

  protected readonly example = computed(() => EXAMPLE[this.kind()]);
  /** What was typed stands as long as it means what the plan holds. */
  protected readonly text = linkedSignal<string | null, string>({
    source: this.value,
    computation: (value, previous) => {
      const kept = previous?.value ?? '';
      if (value === null) return kept !== '' && this.read(kept) === null && previous?.source === null ? kept : '';
      return kept === value || this.read(kept) === value ? kept : typedDate(value);
    },
  });
  /** Half a date is no fault while it is being typed. */
  protected readonly left = signal(false);
  protected readonly refused = computed(
    () => this.left() && this.text().trim() !== '' && this.read(this.text()) === null,
  );

  protected type(text: string): void {
    this.text.set(text);
    this.left.set(false);
    this.typed.emit(text);
    const read = this.read(text);
    if (read !== null) this.changed.emit(read);
    else if (text.trim() === '') this.changed.emit(null);
  }

  private read(text: string): string | null {
    return readTypedDate(text, this.kind());
  }
}
