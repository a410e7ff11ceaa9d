import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { formatNumber } from '@core/quantity/format';
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
          <dd class="n">{{ number(both.outAh, 1) }}<span class="u">&#32;Ah a day</span></dd>
          <dt>planned into the bank</dt>
          <dd><co-figure [figure]="both.planned.inAh" /></dd>
          <dt>measured in</dt>
          <dd class="n">{{ number(both.inAh, 1) }}<span class="u">&#32;Ah a day</span></dd>
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
  protected readonly number = formatNumber;
  protected readonly monthName = monthName;
  protected readonly beside = computed(() => {
    const played = this.facts.year.outcome();
    if (!played) return null;
    const days = this.book.ledger().filter(({ hoursMissing }) => hoursMissing < 1);
    const last = days.at(-1);
    if (!last) return null;
    const month = Number(last.key.slice(5, 7));
    const own = days.filter(({ key }) => Number(key.slice(5, 7)) === month);
    if (own.length < 5) return null;
    const mean = (of: (day: (typeof own)[number]) => number) => own.reduce((sum, day) => sum + of(day), 0) / own.length;
    return {
      month,
      planned: played.months[month - 1]!,
      days: own.length,
      outAh: mean((day) => day.outAh),
      inAh: mean((day) => day.inAh),
    };
  });
}
