import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import type { Curve } from '@core/cells/chemistry';
import type { Limit } from '@core/plan/limit';
import { QuantityField } from '../../ui/quantity-field';
import { TextField } from '../../ui/text-field';
import { UnitChoice } from '../../ui/unit-choice';
import type { CurveAxis, CurveField } from './chemistry-fields';

/** Rows stay apart by at least this. */
const APART = 0.001;
const ROWS_MOST = 40;

/** A curve as its rows: read as usual, or typed in off a sheet. */
@Component({
  selector: 'co-curve-editor',
  imports: [QuantityField, TextField],
  template: `
    <table class="book small">
      <caption>
        {{
          field().says
        }}
        <small>{{ field().usedBy }}</small>
      </caption>
      <thead>
        <tr>
          <th scope="col">
            {{ field().x.says }} <span class="u">{{ units.symbol(field().x.unit) }}</span>
          </th>
          <th scope="col">
            {{ field().y.says }} <span class="u">{{ units.symbol(field().y.unit) }}</span>
          </th>
          @if (own()) {
            <th scope="col"><span class="sr">rows</span></th>
          }
        </tr>
      </thead>
      <tbody class="n">
        @for (row of rows(); track $index) {
          <tr>
            @if (own()) {
              <td>
                @if (fixed($index)) {
                  {{ digits(row[0], field().x) }}
                } @else {
                  <co-quantity
                    [bare]="true"
                    [size]="4"
                    [unit]="field().x.unit"
                    [limit]="xLimit($index)"
                    [label]="name($index, field().x)"
                    [value]="row[0]"
                    (changed)="put($index, 0, $event)"
                  />
                }
              </td>
              <td>
                <co-quantity
                  [bare]="true"
                  [size]="6"
                  [unit]="field().y.unit"
                  [limit]="yLimit($index)"
                  [label]="name($index, field().y)"
                  [value]="row[1]"
                  (changed)="put($index, 1, $event)"
                />
              </td>
              <td class="do">
                @if ($index < rows().length - 1 && rows().length < most) {
                  <button
                    class="link"
                    type="button"
                    [attr.aria-label]="'A row after row ' + ($index + 1) + ' of ' + field().says"
                    (click)="insert($index)"
                  >
                    + row
                  </button>
                }
                @if (rows().length > 2 && !fixed($index)) {
                  <button
                    class="link"
                    type="button"
                    [attr.aria-label]="'Remove row ' + ($index + 1) + ' of ' + field().says"
                    (click)="drop($index)"
                  >
                    remove
                  </button>
                }
              </td>
            } @else {
              <td>{{ digits(row[0], field().x) }}</td>
              <td>{{ digits(row[1], field().y) }}</td>
            }
          </tr>
        }
      </tbody>
    </table>
    @if (own(); as mine) {
      <co-text
        [label]="'Where your ' + field().says + ' is from'"
        placeholder="data sheet, own test"
        [maxLength]="120"
        [value]="mine.source"
        (changed)="sourced.emit($event)"
      />
    }
    <button
      class="btn"
      type="button"
      [attr.aria-label]="turn() + ': ' + field().says"
      (click)="changed.emit(own() ? { curve: null, field: 'usual' } : { curve: usual(), field: 'own' })"
    >
      {{ turn() }}
    </button>
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      gap: var(--s2);
      align-items: start;
    }
    table.book {
      width: auto;
    }
    table.book td {
      height: 22px;
    }
    table.book :is(th, td):first-child {
      text-align: right;
    }
    caption {
      caption-side: top;
      text-align: left;
      font: 550 12px/16px var(--text);
      color: var(--ink);
      max-width: 260px;
    }
    caption small {
      display: block;
      color: var(--ink3);
      font-weight: 400;
    }
    .do {
      font: 400 12px/16px var(--text);
    }
    .do button + button {
      margin-left: var(--s2);
    }
    @media (max-width: 720px) {
      :host {
        width: 100%;
      }
      table.book td {
        height: 32px;
        font-size: 17px;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CurveEditor {
  protected readonly units = inject(UnitChoice);
  protected readonly most = ROWS_MOST;
  readonly field = input.required<CurveField>();
  readonly usual = input.required<Curve>();
  readonly own = input.required<{ value: Curve; source: string } | null>();
  /** The new rows, null for the usual ones; and what of it was edited, for undo. */
  readonly changed = output<{ curve: Curve | null; field: string }>();
  readonly sourced = output<string>();
  protected readonly turn = computed(() => (this.own() ? 'Back to the usual' : 'Type in your own'));
  protected readonly rows = computed<Curve>(() => this.own()?.value ?? this.usual());

  protected digits(value: number, { unit, decimals }: CurveAxis): string {
    return this.units.digits(value, unit, decimals);
  }

  protected name(k: number, { says }: CurveAxis): string {
    return `${this.field().says}, row ${k + 1}, ${says}`;
  }

  protected fixed(k: number): boolean {
    return this.field().fixedEnds && (k === 0 || k === this.rows().length - 1);
  }

  protected xLimit(k: number): Limit {
    const { min, max } = this.field().x.limit;
    const [before, after] = [this.rows()[k - 1], this.rows()[k + 1]];
    return { min: before ? before[0] + APART : min, max: after ? after[0] - APART : max };
  }

  protected yLimit(k: number): Limit {
    const { limit } = this.field().y;
    if (!this.field().rises) return limit;
    const [before, after] = [this.rows()[k - 1], this.rows()[k + 1]];
    return { min: before?.[1] ?? limit.min, max: after?.[1] ?? limit.max };
  }

  protected put(k: number, axis: 0 | 1, value: number): void {
    const curve = this.rows().map((row, n): readonly [number, number] =>
      n !== k ? row : axis === 0 ? [value, row[1]] : [row[0], value],
    );
    this.changed.emit({ curve, field: `row ${k} ${axis}` });
  }

  /** Half-way to the next row, on the line between them: the curve is as before until it is typed over. */
  protected insert(k: number): void {
    const [[x0, y0], [x1, y1]] = [this.rows()[k]!, this.rows()[k + 1]!];
    const half = (a: number, b: number) => Number(((a + b) / 2).toFixed(4));
    this.change([...this.rows().slice(0, k + 1), [half(x0, x1), half(y0, y1)], ...this.rows().slice(k + 1)]);
  }

  protected drop(k: number): void {
    this.change(this.rows().filter((_, n) => n !== k));
  }

  private change(curve: Curve): void {
    this.changed.emit({ curve, field: `${curve.length} rows` });
  }
}
