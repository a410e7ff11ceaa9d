import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { spansOfSwitching } from '@core/audit/recording';
import type { Recording } from '@core/audit/load';
import { ordinal } from '@core/quantity/format';
import { LIMITS } from '@core/rig/limits';
import { Choice, type Option } from '../../../ui/choice';
import { QuantityField } from '../../../ui/quantity-field';
import { RowKey } from '../../../ui/single-keys';

const DAY_MS = 86_400_000;

/** Stretches as rows, or a list of times at which the load went on and off. */
@Component({
  selector: 'co-span-table',
  imports: [Choice, QuantityField, RowKey],
  template: `
    <table class="book" aria-label="Stretches">
      <thead>
        <tr>
          <th scope="col">#</th>
          <th scope="col" class="l">state</th>
          <th scope="col">for <span class="u">min</span></th>
          <th scope="col"><span class="sr">remove</span></th>
        </tr>
      </thead>
      <tbody>
        @for (span of spans(); track $index) {
          <tr>
            <td class="n mut">{{ $index + 1 }}</td>
            <td class="l">
              <co-choice
                [label]="'State of stretch ' + ($index + 1)"
                [options]="options()"
                [chosen]="'' + span.state"
                (pick)="change($index, { state: +$event })"
              />
            </td>
            <td class="n">
              <co-quantity
                unit="Minute"
                [bare]="true"
                [label]="'Length of stretch ' + ($index + 1)"
                [limit]="minutes"
                [value]="span.seconds / 60"
                (changed)="change($index, { seconds: $event * 60 })"
              />
            </td>
            <td>
              <button
                class="link small"
                type="button"
                [attr.aria-label]="'Remove stretch ' + ($index + 1)"
                (click)="remove($index)"
              >
                remove
              </button>
            </td>
          </tr>
        }
      </tbody>
    </table>
    <div class="do">
      <button class="btn" type="button" coRowKey (click)="add()">Add a stretch<kbd aria-hidden="true">n</kbd></button>
    </div>
    <label class="times">
      <span class="small">Or a list of clock times, on and off in turn, beginning with on</span>
      <textarea rows="3" placeholder="09:12 09:27 09:54 10:10" [value]="typed()" (input)="read($event)"></textarea>
    </label>
    @if (problem(); as says) {
      <p class="small warned" role="alert">{{ says }}</p>
    }
  `,
  styles: `
    table {
      max-width: 460px;
    }
    .do {
      margin: var(--s2) 0;
    }
    .times {
      display: block;
      max-width: 460px;
      margin-bottom: var(--s3);
    }
    textarea {
      width: 100%;
      border: 1px solid var(--rule2);
      border-radius: 3px;
      background: none;
      font: 400 13px/18px var(--mono);
      padding: var(--s1) var(--s6);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SpanTable {
  readonly states = input.required<Recording['states']>();
  readonly spans = input.required<Recording['spans']>();
  readonly changed = output<Recording['spans']>();
  protected readonly minutes = { min: 0, max: LIMITS.spanS.max / 60 };
  protected readonly typed = signal('');
  protected readonly problem = signal<string | null>(null);
  protected readonly options = computed<Option[]>(() => this.states().map(({ name }, k) => ({ id: String(k), name })));

  protected change(index: number, changes: Partial<Recording['spans'][number]>): void {
    this.changed.emit(this.spans().map((span, k) => (k === index ? { ...span, ...changes } : span)));
  }

  protected add(): void {
    const last = this.spans().at(-1);
    const state = last === undefined ? this.states().length - 1 : (last.state + 1) % this.states().length;
    this.changed.emit([...this.spans(), { state, seconds: 600 }]);
  }

  protected remove(index: number): void {
    this.changed.emit(this.spans().filter((_, k) => k !== index));
  }

  /** Clock times of one day or of several: a time before the one before it is the next day's. */
  protected read(event: Event): void {
    const text = (event.target as HTMLTextAreaElement).value;
    this.typed.set(text);
    const words = text.split(/[\s,;]+/).filter(Boolean);
    const times: number[] = [];
    for (const [k, word] of words.entries()) {
      const match = /^(\d{1,2})[:.](\d{2})(?::(\d{2}))?$/.exec(word);
      const [, h, m, s = '0'] = match ?? [];
      if (!match || Number(h) > 23 || Number(m) > 59 || Number(s) > 59) {
        this.problem.set(`“${word}”, the ${ordinal(k + 1)} time, is not a clock time such as 09:12.`);
        return;
      }
      let atMs = ((Number(h) * 60 + Number(m)) * 60 + Number(s)) * 1000;
      const before = times.at(-1);
      if (before !== undefined && (atMs - before) % DAY_MS === 0) {
        this.problem.set(`“${word}”, the ${ordinal(k + 1)} time, is the same as the one before it.`);
        return;
      }
      while (before !== undefined && atMs < before) atMs += DAY_MS;
      times.push(atMs);
    }
    this.problem.set(null);
    if (times.length >= 2 && this.states().length >= 2) this.changed.emit(spansOfSwitching(times));
  }
}
