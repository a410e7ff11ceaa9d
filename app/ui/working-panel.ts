import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import type { Origin, Working, WorkingTerm } from '@core/formula/figure';
import type { Unit } from '@core/quantity/unit';
import { UnitChoice } from './unit-choice';

const ORIGINS: Record<Origin, string> = {
  measured: 'measured',
  entered: 'entered',
  computed: 'worked out',
  default: 'default',
};

/** The open book of one figure: rule in words, numbers put in with their origin, result, source. */
@Component({
  selector: 'co-working',
  imports: [],
  template: `
    <p class="words">{{ working().result.says }} = {{ working().words }}</p>
    <dl>
      @for (term of working().terms; track $index) {
        <dt>
          {{ term.says }}
          @if (term.working) {
            <button type="button" class="origin" [attr.aria-expanded]="opened() === $index" (click)="toggle($index)">
              {{ opened() === $index ? 'close' : originOf(term) }}
            </button>
          } @else {
            <span class="origin">{{ originOf(term) }}</span>
          }
        </dt>
        <dd class="n">
          {{ show(term.value, term.unit).digits }}<span class="u">&#32;{{ show(term.value, term.unit).symbol }}</span>
        </dd>
        @if (nested(); as working) {
          @if (opened() === $index) {
            <div class="nested"><co-working [working]="working" /></div>
          }
        }
      } @empty {
        <dt class="mut">nothing to add up yet</dt>
        <dd></dd>
      }
      <dt class="res">{{ working().result.says }}</dt>
      <dd class="res n">
        {{ show(working().result.value, working().result.unit).digits
        }}<span class="u">&#32;{{ show(working().result.value, working().result.unit).symbol }}</span>
      </dd>
    </dl>
    <p class="mut small">By: {{ working().source }}.</p>
    @if (working().leavesOut) {
      <p class="mut small">Leaves out: {{ working().leavesOut }}.</p>
    }
    @if (working().remark) {
      <p class="small">{{ working().remark }}</p>
    }
  `,
  styles: `
    :host {
      display: block;
      font-size: 13px;
      line-height: 19px;
    }
    .words::first-letter {
      text-transform: uppercase;
    }
    dl {
      display: grid;
      grid-template-columns: 1fr auto;
      gap: var(--s0) var(--s2);
      margin: var(--s6) 0;
    }
    dt {
      color: var(--ink2);
      overflow-wrap: anywhere;
    }
    dd {
      margin: 0;
      text-align: right;
      white-space: nowrap;
    }
    .origin {
      font-size: 11px;
      color: var(--ink3);
      border: 0;
      border-bottom: 1px dotted var(--ink3);
      background: none;
      padding: 0;
      line-height: 15px;
      text-align: left;
    }
    button.origin {
      color: var(--mark);
      border-bottom: 1px solid var(--mark);
      cursor: pointer;
    }
    .res {
      border-top: 1px solid var(--ink);
      font-weight: 650;
      padding-top: var(--s0);
      color: var(--ink);
    }
    .nested {
      grid-column: 1 / -1;
      border-left: 2px solid var(--mark);
      padding-left: var(--s2);
      margin: var(--s0) 0 var(--s6);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WorkingPanel {
  private readonly units = inject(UnitChoice);
  readonly working = input.required<Working>();
  protected readonly opened = signal<number | null>(null);

  /** The working of the term that is open: built when it is opened. */
  protected readonly nested = computed(() => {
    const at = this.opened();
    return at === null ? null : (this.working().terms[at]?.working?.() ?? null);
  });

  protected show(value: number, unit: Unit) {
    const whole = (unit === 'Ratio' || unit === 'Count') && Number.isInteger(value);
    return this.units.format(
      value,
      unit,
      whole ? { decimals: 0 } : unit === 'A' || unit === 'V' ? { decimals: 2 } : {},
    );
  }

  protected originOf(term: WorkingTerm): string {
    return term.note ? `${ORIGINS[term.origin]}: ${term.note}` : ORIGINS[term.origin];
  }

  protected toggle(index: number): void {
    this.opened.set(this.opened() === index ? null : index);
  }
}
