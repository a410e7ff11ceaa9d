import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { acrossOf, type DropAnswer, piecesToRead } from '@core/commissioning/drop';
import { COMMISSIONING_LIMITS as LIMITS } from '@core/commissioning/limits';
import type { Seen } from '@core/commissioning/plan';
import { seenOf } from '@core/commissioning/seen';
import type { StepOf } from '@core/commissioning/step';
import { FigurePart } from '../../ui/figure';
import { QuantityField } from '../../ui/quantity-field';

/** The pieces of a stretch that is too high, each with the volts across it: the one that stands out is the joint. */
@Component({
  selector: 'co-pieces',
  imports: [FigurePart, QuantityField],
  template: `
    <h2>Across each piece, load on</h2>
    @for (row of rows(); track row.id) {
      <div class="row">
        <span
          >{{ row.name }} <small>up to <co-figure class="tall" [figure]="row.most" [decimals]="3" /></small
        ></span>
        <co-quantity
          class="form"
          unit="V"
          [label]="'across ' + row.name"
          [limit]="limit"
          [value]="row.value"
          [optional]="true"
          (changed)="seen.emit({ what: row.what, value: $event })"
          (cleared)="seen.emit({ what: row.what, value: null })"
        />
      </div>
    }
  `,
  styles: `
    :host {
      display: block;
      margin: var(--s4) 0;
    }
    h2 {
      font: 650 16px/22px var(--text);
      border-bottom: 1.5px solid var(--ink);
    }
    .row {
      display: grid;
      grid-template-columns: 1fr auto;
      align-items: center;
      min-height: 52px;
      border-bottom: 1px solid var(--rule);
      font-size: 16px;
    }
    small {
      display: block;
      color: var(--ink2);
      font-size: 13px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PiecesPanel {
  readonly step = input.required<StepOf<'drop'>>();
  readonly answer = input.required<DropAnswer>();
  readonly entered = input.required<readonly Seen[]>();
  readonly seen = output<{ what: string; value: number | null }>();
  protected readonly limit = LIMITS.pieceV;
  protected readonly rows = computed(() =>
    piecesToRead(this.step(), this.answer(), seenOf(this.entered(), 'amps') ?? 0).map(
      ({ piece: { id, name }, most }) => ({
        id,
        name,
        most,
        what: acrossOf(id),
        value: seenOf(this.entered(), acrossOf(id)),
      }),
    ),
  );
}
