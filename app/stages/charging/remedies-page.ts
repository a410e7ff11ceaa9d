import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import { applyRemedy, type Remedy } from '@core/charging/remedies';
import { remedyCost, trialStay } from '@core/charging/remedy-cost';
import { type Solution, solveRemedies } from '@core/charging/solve-remedies';
import { formatNumber } from '@core/quantity/format';
import type { RemedyPrices } from '@core/charging/plan';
import { LIMITS } from '@core/rig/limits';
import type { YearParts } from '@core/charging/year-parts';
import { NO_CHANGE } from '@core/simulation/what-if';
import { errorText } from '@core/text/error-text';
import { Edit } from '../../rig/edit';
import { sameParts } from '../../rig/year-simulation';
import { FigurePart } from '../../ui/figure';
import { MarginContent } from '../../ui/margin-slot';
import { QuantityField } from '../../ui/quantity-field';
import { UnitChoice } from '../../ui/unit-choice';
import { WorkingStore } from '../../ui/working-store';
import { ChargingFacts } from './charging-facts';
import { StageTabs } from '../../rig/stage-tabs';
import { monthName, monthSentence, reasonSentence, remedySentence, yearsInHundred } from './charging-words';
import { EmptyCharging } from './empty-charging';
import { YearState } from './year-state';

/** Years in each trial: enough to tell one share of a lever from the next. */
const TRIAL_RUNS = 500;

/** The smallest change of each kind with which the worst month keeps up, by cost. */
@Component({
  selector: 'co-remedies-page',
  imports: [StageTabs, EmptyCharging, FigurePart, MarginContent, QuantityField, YearState],
  templateUrl: './remedies-page.html',
  styleUrl: './remedies-page.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RemediesPage {
  private readonly store = inject(Store);
  protected readonly facts = inject(ChargingFacts);
  protected readonly year = this.facts.year;
  protected readonly limits = LIMITS;
  protected readonly number = formatNumber;
  protected readonly units = inject(UnitChoice);
  protected readonly monthName = monthName;
  protected readonly yearsInHundred = yearsInHundred;
  protected readonly says = remedySentence;
  protected readonly outcome = this.year.outcome;
  protected readonly worst = computed(() => this.outcome()?.worst ?? null);
  protected readonly progress = signal<number | null>(null);
  protected readonly problem = signal<string | null>(null);
  /** What was found, and for which plan: another plan makes it stale. */
  private readonly found = signal<{ parts: YearParts; solutions: Solution[] } | null>(null);
  protected readonly stale = computed(
    () => this.found() !== null && !sameParts(this.found()!.parts, this.year.parts()),
  );
  protected readonly rows = computed(() => {
    const [found, plan] = [this.found(), this.facts.plan()];
    const bank = found?.parts.bank;
    if (!found || !bank || !plan) return null;
    return found.solutions
      .map((solution) => ({
        ...solution,
        ...remedyCost(solution.remedy, bank, plan.prices),
        key: remedySentence(solution.remedy),
        above: trialStay(solution.stay, TRIAL_RUNS, 1 - bank.usableFraction, solution.remedy),
      }))
      .sort((a, b) => Number(b.reaches) - Number(a.reaches) || a.price.value - b.price.value);
  });
  protected readonly headline = computed(() => {
    const worst = this.worst();
    if (!worst) return '';
    const first = this.rows()?.[0];
    if (first && !this.stale()) {
      return first.reaches
        ? `The cheapest remedy: ${remedySentence(first.remedy)}.`
        : 'No single remedy reaches the target; combine them by hand.';
    }
    return worst.verdict === 'keeps-up'
      ? 'Charging keeps up all year: there is nothing to remedy.'
      : `${monthSentence(worst)}.`;
  });
  protected readonly reason = computed(() => (this.worst() ? reasonSentence(this.worst()!) : ''));
  private stopped = false;

  constructor() {
    inject(DestroyRef).onDestroy(() => this.cancel());
    inject(WorkingStore).suggest(computed(() => this.rows()?.[0]?.price ?? this.worst()?.stay ?? null));
  }

  protected async solve(): Promise<void> {
    const parts = this.year.parts();
    if (!parts) return;
    this.stopped = false;
    this.problem.set(null);
    this.progress.set(0);
    const evaluate = async (remedy: Remedy) => {
      const outcome = await this.year.years({ ...parts, ...applyRemedy(parts, remedy) }, NO_CHANGE, TRIAL_RUNS, {
        alone: true,
        cancelled: () => this.stopped,
      });
      if (!outcome) throw new Stopped();
      return outcome.worst.stay.value;
    };
    try {
      const solutions = await solveRemedies(parts.charging.targetFraction, evaluate, (done, of) =>
        this.progress.set(done / of),
      );
      this.found.set({ parts, solutions });
    } catch (error) {
      if (!(error instanceof Stopped)) {
        this.problem.set(`The search stopped: ${errorText(error)}. The plan is as it was.`);
      }
    }
    this.progress.set(null);
  }

  protected cancel(): void {
    this.stopped = true;
  }

  protected apply(remedy: Remedy): void {
    const parts = this.year.parts();
    if (parts) this.store.dispatch(Edit.set(applyRemedy(parts, remedy)));
  }

  protected price(changes: Partial<RemedyPrices>): void {
    const plan = this.facts.plan();
    if (plan) this.facts.change({ prices: { ...plan.prices, ...changes } }, `prices ${Object.keys(changes).join()}`);
  }
}

class Stopped extends Error {}
