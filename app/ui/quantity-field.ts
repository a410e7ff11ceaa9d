import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { toShown, type Unit, unitLook } from '@core/quantity/unit';
import { fieldIssue, type Limit } from '@core/plan/limit';
import { readQuantity } from '@core/text/quantity-text';
import { type EntryIssue, entryIssue, fieldIssueText } from './field-words';
import { UnitChoice } from './unit-choice';

interface Draft {
  text: string;
  /** The value that the field must have for the draft to be about it: what was typed, or what held before a wrong entry. */
  standsFor: number | null;
  problem: EntryIssue | null;
}

let serial = 0;

/**
 * A field for one number with its unit. Every valid keystroke goes out at once; an invalid entry stays in the field with
 * the reason under it, and the last valid value holds. What may be written in it: core/text.
 */
@Component({
  selector: 'co-quantity',
  template: `
    @if (caption()) {
      <label [for]="id">{{ caption() }}</label>
    }
    <span class="box" [class.bad]="issue()">
      <input
        [id]="id"
        class="n"
        type="text"
        inputmode="decimal"
        autocomplete="off"
        [attr.aria-label]="caption() ? null : label() + (bare() && symbol() ? ', ' + symbol() : '')"
        [attr.aria-invalid]="issue() ? true : null"
        [attr.aria-describedby]="issue() ? id + '-issue' : null"
        [placeholder]="placeholder()"
        [size]="size()"
        [value]="shown()"
        (focus)="onFocus($event)"
        (input)="onInput($event)"
        (blur)="onBlur()"
        (keydown)="onKey($event)"
      />
      @if (symbol() && !bare()) {
        <span class="u" aria-hidden="true">{{ symbol() }}</span>
      }
    </span>
    @if (issue(); as problem) {
      <span class="issue" role="alert" [id]="id + '-issue'">{{ problem }}</span>
    }
  `,
  styles: `
    :host {
      display: inline-flex;
      flex-direction: column;
      position: relative;
    }
    label {
      font: 550 12px/16px var(--text);
      color: var(--ink2);
    }
    .box {
      display: inline-flex;
      align-items: baseline;
      border-bottom: 1px dotted var(--rule2);
      background: transparent;
      line-height: 19px;
    }
    .box:hover {
      border-bottom: 1px solid var(--ink2);
    }
    .box:focus-within {
      border-bottom: 1px solid var(--mark);
      background: var(--mark-soft);
    }
    .bad,
    .bad:focus-within {
      border-bottom-color: var(--warn);
      background: var(--warn-soft);
    }
    input {
      border: 0;
      background: none;
      padding: var(--s0) 0 var(--s0) var(--s0);
      text-align: right;
      min-width: 0;
      flex: 1;
      outline: none;
    }
    input::placeholder {
      color: var(--ink3);
      opacity: 1;
    }
    .issue {
      position: absolute;
      top: 100%;
      right: 0;
      z-index: 5;
      padding: var(--s0) var(--s6);
      background: var(--warn);
      color: var(--page);
      font: 500 12px/18px var(--text);
      border-radius: 0 0 3px 3px;
      white-space: nowrap;
    }
    :host(.form) .box {
      border: 1px solid var(--rule2);
      border-radius: 3px;
      padding: var(--s0) var(--s6) var(--s0);
    }
    :host(.form) .issue {
      position: static;
      white-space: normal;
    }
    /* The one thing of a screen: read and typed at arm’s length. */
    :host(.big) .box {
      min-height: 64px;
      align-items: center;
      border: 1.5px solid var(--rule2);
      border-radius: 4px;
      padding: 0 var(--big-pad, var(--s3));
    }
    :host(.big) .box:focus-within {
      border-color: var(--mark);
    }
    :host(.big) input {
      font: 500 var(--big-size, 28px) / 36px var(--mono);
      padding: 0;
    }
    :host(.big) label {
      font-size: 14px;
      line-height: 18px;
      font-weight: 600;
      margin-bottom: var(--s1);
    }
    :host(.big) .u {
      font-size: 17px;
    }
    :host(.big) .issue {
      position: static;
      white-space: normal;
    }
    @media (max-width: 720px) {
      .box {
        min-height: 48px;
        align-items: center;
      }
      :host(:not(.big)) input {
        font-size: 17px;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class QuantityField {
  protected readonly id = `q${serial++}`;
  readonly value = input.required<number | null>();
  readonly unit = input.required<Unit>();
  readonly limit = input.required<Limit>();
  /** Shown above the field; without one, label names the field for screen readers. */
  readonly caption = input('');
  readonly label = input('');
  readonly placeholder = input('');
  readonly size = input(6);
  readonly optional = input(false);
  /** Without its unit, where the words beside the field carry it. */
  readonly bare = input(false);
  /** Whether Escape goes back to what the field held; not in a dialog, which Escape closes. */
  readonly restores = input(true);
  readonly changed = output<number>();
  readonly cleared = output();

  private readonly draft = signal<Draft | null>(null);
  private before: number | null = null;
  private readonly units = inject(UnitChoice);
  private readonly look = computed(() => this.units.look(this.unit()));
  protected readonly symbol = computed(() => this.look().symbol);
  /** What is being typed, as long as nothing else (undo, another tab) has changed the value under it. */
  private readonly live = computed(() => {
    const draft = this.draft();
    return draft && draft.standsFor === this.value() ? draft : null;
  });
  protected readonly shown = computed(() => this.live()?.text ?? this.plain(this.value()));
  protected readonly issue = computed(() => {
    const problem = this.live()?.problem;
    return problem ? fieldIssueText(problem, this.look()) : null;
  });

  protected onFocus(event: Event): void {
    this.before = this.value();
    (event.target as HTMLInputElement).select();
  }

  protected onInput(event: Event): void {
    this.take((event.target as HTMLInputElement).value);
  }

  protected onBlur(): void {
    if (!this.draft()?.problem) this.draft.set(null);
  }

  protected onKey(event: KeyboardEvent): void {
    const input = event.target as HTMLInputElement;
    if (event.key === 'Escape' && this.restores() && this.live() !== null) {
      event.stopPropagation();
      this.take(this.plain(this.before));
      this.draft.set(null);
      input.value = this.plain(this.before);
    } else if (event.key === 'ArrowUp' || event.key === 'ArrowDown') {
      const current = this.value();
      if (current === null) return;
      event.preventDefault();
      const shown = toShown(current, this.look());
      const unitStep = this.limit().integer || Math.abs(shown) >= 10 ? 1 : 0.1;
      const step = unitStep * (event.shiftKey ? 10 : 1) * (event.key === 'ArrowUp' ? 1 : -1);
      this.take(String(Number((shown + step).toFixed(6))));
    } else if (event.key === 'Enter') input.blur();
  }

  private take(text: string): void {
    const read = readQuantity(text, this.unit(), 'either', this.look());
    if (!read.ok && read.code === 'empty' && this.optional()) {
      this.draft.set({ text, standsFor: null, problem: null });
      this.cleared.emit();
      return;
    }
    const value = read.ok ? Number(read.value.toPrecision(12)) : Number.NaN;
    const problem = read.ok ? fieldIssue(this.limit(), value) : entryIssue(read.code, text);
    this.draft.set({ text, standsFor: problem ? this.value() : value, problem });
    if (!problem) this.changed.emit(value);
  }

  private plain(value: number | null): string {
    if (value === null) return '';
    // What was stored in another system is shown as finely as a rule or a thermometer reads.
    const decimals = this.look() !== unitLook(this.unit(), 'metric') ? 2 : 6;
    return String(Number(toShown(value, this.look()).toFixed(decimals)));
  }
}
