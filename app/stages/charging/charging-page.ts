import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { formatNumber } from '@core/quantity/format';
import { LIMITS } from '@core/rig/limits';
import { VERDICT_WORDS } from '../../rig/verdict-words';
import { FigurePart } from '../../ui/figure';
import { FlowBar } from '../../ui/flow-bar';
import { MarginContent } from '../../ui/margin-slot';
import { QuantityField } from '../../ui/quantity-field';
import { WorkingStore } from '../../ui/working-store';
import { ChargingFacts } from './charging-facts';
import { StageTabs } from '../../rig/stage-tabs';
import { monthName, monthSentence, REASON_WORDS, reasonSentence, yearsInHundred, SELDOM_DAYS } from './charging-words';
import { EmptyCharging } from './empty-charging';
import { LoggedMonth } from './logged-month';
import { HalfOfWorld } from './half-of-world';
import { YearState } from './year-state';

/** The year as a ledger of twelve lines: out and in a day, and whether the month keeps up. */
@Component({
  selector: 'co-charging-page',
  imports: [
    YearState,
    StageTabs,
    EmptyCharging,
    FigurePart,
    FlowBar,
    HalfOfWorld,
    LoggedMonth,
    MarginContent,
    QuantityField,
    RouterLink,
  ],
  templateUrl: './charging-page.html',
  styleUrl: './charging-page.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ChargingPage {
  protected readonly facts = inject(ChargingFacts);
  protected readonly limits = LIMITS;
  protected readonly verdicts = VERDICT_WORDS;
  protected readonly reasons = REASON_WORDS;
  protected readonly number = formatNumber;
  protected readonly monthName = monthName;
  protected readonly seldomDays = SELDOM_DAYS;
  protected readonly year = this.facts.year;
  protected readonly worst = computed(() => this.year.outcome()?.worst ?? null);
  protected readonly sentence = computed(() => {
    const worst = this.worst();
    if (!worst) return '';
    return worst.verdict === 'keeps-up' ? 'Charging keeps up all year' : monthSentence(worst);
  });
  protected readonly reason = computed(() => (this.worst() ? reasonSentence(this.worst()!) : ''));
  protected readonly yearsInHundred = yearsInHundred;
  protected readonly behind = computed(
    () => this.year.outcome()?.months.filter(({ verdict }) => verdict !== 'keeps-up') ?? [],
  );
  protected readonly scaleAh = computed(() =>
    Math.max(
      1,
      ...(this.year.outcome()?.months.flatMap(({ offeredAh, usedAh }) => [offeredAh.value, usedAh.value]) ?? []),
    ),
  );
  protected readonly moved = computed(() => {
    const [before, after] = [this.year.before(), this.year.outcome()];
    if (!before || !after || this.year.pending()) return [];
    return after.months
      .map((month, k) => ({ month: month.month, from: before.months[k]!.stay.value, to: month.stay.value }))
      .filter(({ from, to }) => Math.abs(to - from) >= 0.005);
  });

  constructor() {
    inject(WorkingStore).suggest(computed(() => this.worst()?.stay ?? null));
  }

  protected percent(share: number): string {
    return formatNumber(100 * share, share > 0.99 && share < 1 ? 1 : 0);
  }
}
