import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { latestMonthMean } from '@core/logbook/month-mean';
import { Book } from '../../rig/book';
import { FigurePart } from '../../ui/figure';
import { ChargingFacts } from './charging-facts';
import { monthName } from './charging-words';

/** What the plan said of a month beside what the shunt measured in it. */
@Component({
  selector: 'co-logged-month',
  imports: [FigurePart],
  template: `
    @if (beside(); as both) {
      <section>
        <h2>{{ monthName(both.month) }} against the logbook</h2>
        <dl class="pairs">
          <dt>planned out of the bank</dt>
          <dd><co-figure [figure]="both.planned.outAh" /></dd>
          <dt>measured out</dt>
          <dd><co-figure [figure]="both.outAh" /></dd>
          <dt>planned into the bank</dt>
          <dd><co-figure [figure]="both.planned.inAh" /></dd>
          <dt>measured in</dt>
          <dd><co-figure [figure]="both.inAh" /></dd>
        </dl>
        <p class="small mut">
          {{ both.days }} whole days logged; the plan knows all years of the place, the log one. Both count what passes
          the shunt.
        </p>
      </section>
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LoggedMonth {
  private readonly facts = inject(ChargingFacts);
  private readonly book = inject(Book);
  protected readonly monthName = monthName;
  protected readonly beside = computed(() => {
    const played = this.facts.year.outcome();
    if (!played) return null;
    const logged = latestMonthMean(this.book.ledger());
    return logged && { ...logged, planned: played.months[logged.month - 1]! };
  });
}
