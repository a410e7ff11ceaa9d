import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { worthOfHalving } from '@core/audit/worth';
import { entered } from '@core/formula/figure';
import { formatNumber } from '@core/quantity/format';
import { LIMITS } from '@core/rig/limits';
import { Edit } from '../../rig/edit';
import { rigFeature } from '../../rig/rig-feature';
import { selectDerived } from '../../rig/rig-selectors';
import { FigurePart } from '../../ui/figure';
import { QuantityField } from '../../ui/quantity-field';
import { WorkingStore } from '../../ui/working-store';
import { StageTabs } from '../../rig/stage-tabs';
import { ratedPerUsable } from '@core/bank/bank-sheet';

/** Loads by what halving each would save, in the bank and on the roof. */
@Component({
  selector: 'co-worth-page',
  imports: [StageTabs, FigurePart, QuantityField, RouterLink],
  template: `
    <div class="eyebrow"><co-stage-tabs /></div>
    @if (rows().length === 0) {
      <h1 class="verdict">There is nothing to halve yet.</h1>
    } @else {
      <h1 class="verdict">
        Halving {{ rows()[0]!.says }} saves the most: {{ number(rows()[0]!.savedAh, 1) }} Ah a day.
      </h1>
      <p class="why">
        A better seal, a smaller model, a timer: what half of each load’s day is worth in capacity that need not be
        bought and carried, and in panels.
      </p>
      <table class="book" aria-label="What halving each load saves">
        <thead>
          <tr>
            <th scope="col">Load</th>
            <th scope="col"></th>
            <th scope="col">halved, a day <span class="u">Ah</span></th>
            <th scope="col">bank <span class="u">Ah</span></th>
            <th scope="col">solar <span class="u">W</span></th>
          </tr>
        </thead>
        <tbody>
          @for (row of rows(); track row.id) {
            <tr>
              <td>
                @if (row.id.startsWith('standby:')) {
                  {{ row.says }}
                } @else {
                  <a [routerLink]="['/rig', rigId(), 'audit']" [queryParams]="{ load: row.id }">{{ row.says }}</a>
                }
              </td>
              <td class="bar" aria-hidden="true">
                <svg width="100%" height="12"><rect y="0.5" height="11" [attr.width]="row.percent + '%'" /></svg>
              </td>
              <td class="n">
                <b>{{ number(row.savedAh, 1) }}</b>
              </td>
              <td>
                @if (row.bankAh; as ah) {
                  <co-figure [figure]="ah" [bare]="true" [decimals]="0" />
                } @else {
                  <span class="mut">no bank yet</span>
                }
              </td>
              <td><co-figure [figure]="row.solarW" [bare]="true" [decimals]="0" /></td>
            </tr>
          }
        </tbody>
      </table>
      <section class="strip">
        <h2>In solar <span>hours of full sun in the month you size for; Charging, Place and season has them</span></h2>
        <co-quantity
          class="form"
          caption="Peak-sun hours a day"
          unit="H"
          [limit]="limits.sunHoursPerDay"
          [value]="sunHours()"
          (changed)="sun($event)"
        />
      </section>
    }
  `,
  styles: `
    table {
      max-width: 720px;
    }
    .bar {
      width: 34%;
    }
    svg {
      display: block;
    }
    rect {
      fill: url(#hatch-out);
      stroke: var(--out);
    }
    @media (max-width: 720px) {
      .bar,
      th:nth-child(2) {
        display: none;
      }
      table.book td {
        height: 48px;
        white-space: normal;
      }
      table.book th {
        white-space: normal;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WorthPage {
  private readonly store = inject(Store);
  private readonly derived = this.store.selectSignal(selectDerived);
  private readonly rig = this.store.selectSignal(rigFeature.selectRig);
  protected readonly limits = LIMITS;
  protected readonly number = formatNumber;
  protected readonly rigId = computed(() => this.rig()?.id ?? '');
  protected readonly sunHours = computed(() => this.rig()?.audit.sunHoursPerDay ?? 3);
  protected readonly rows = computed(() => {
    const [derived, rig] = [this.derived(), this.rig()];
    if (!derived || !rig) return [];
    const { bank: own } = rig;
    const bank = own &&
      derived.bank && {
        autonomyDays: entered(own.autonomyDays),
        ratedPerUsable: ratedPerUsable(own, derived.bank),
      };
    const rows = worthOfHalving(derived.audit.lines, entered(rig.audit.sunHoursPerDay), bank);
    return rows.map((row) => ({ ...row, percent: (100 * row.savedAh) / rows[0]!.savedAh }));
  });

  constructor() {
    inject(WorkingStore).suggest(computed(() => this.rows()[0]?.bankAh ?? this.rows()[0]?.solarW ?? null));
  }

  protected sun(sunHoursPerDay: number): void {
    this.store.dispatch(Edit.merge('audit', { sunHoursPerDay }));
  }
}
