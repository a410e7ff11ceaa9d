import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { type ChargeReading, reachedBy } from '@core/commissioning/full-charge';
import type { StepOf } from '@core/commissioning/step';
import { clockLabel } from '../../ui/dates';
import { UnitChoice } from '../../ui/unit-choice';
import { ProvingFacts } from './proving-facts';

/** Readings on the way to full, newest first; what has come there is marked. */
@Component({
  selector: 'co-charge',
  template: `
    @if (rows().length > 0) {
      <table class="book" aria-label="Readings of the charge">
        <thead>
          <tr>
            <th scope="col">at</th>
            <th scope="col">volts</th>
            <th scope="col">current</th>
          </tr>
        </thead>
        <tbody>
          @for (row of rows(); track $index) {
            <tr>
              <td class="n">{{ row.at }}</td>
              <td class="n" [class.there]="row.there.volts">{{ row.volts }}</td>
              <td class="n" [class.there]="row.there.tail">{{ row.amps }}</td>
            </tr>
          }
        </tbody>
      </table>
    }
  `,
  styles: `
    .there {
      font-weight: 650;
      color: var(--in);
    }
    table {
      margin: var(--s3) 0;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ChargePanel {
  private readonly units = inject(UnitChoice);
  private readonly facts = inject(ProvingFacts);
  readonly step = input.required<StepOf<'full-charge'>>();
  readonly readings = input.required<readonly ChargeReading[]>();
  protected readonly rows = computed(() =>
    this.readings()
      .toReversed()
      .map(({ atMs, volts, amps }) => ({
        at: clockLabel(atMs, this.facts.timeZone()),
        volts: this.units.text(volts, 'V'),
        amps: this.units.text(amps, 'A'),
        there: reachedBy(this.step(), { volts, amps }),
      })),
  );
}
