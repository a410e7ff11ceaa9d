import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { calibrate } from '@core/bank/runtime';
import { sizeBank } from '@core/bank/size-bank';
import { usableSchools } from '@core/bank/usable-schools';
import { neededByTrials } from '@core/bank/by-trials';
import { requirementSteps, type WaterfallStep } from '@core/bank/waterfall';
import { formatNumber } from '@core/quantity/format';
import { LOSS_SCHOOLS } from '@core/bank/plan';
import { FigurePart } from '../../ui/figure';
import { WorkingStore } from '../../ui/working-store';
import { BankFacts } from './bank-facts';
import { StageTabs } from '../../rig/stage-tabs';

const STEP_WORDS: Record<WaterfallStep['id'], string> = {
  day: 'the day it is sized for',
  autonomy: 'days without charge',
  usable: 'usable share',
  ageing: 'ageing',
  cold: 'cold',
  peukert: 'fast hours, by Peukert',
  flat: 'flat loss',
};

/** The capacity that is needed, school by school, and what each factor adds. */
@Component({
  selector: 'co-need-page',
  imports: [StageTabs, FigurePart, RouterLink],
  templateUrl: './need-page.html',
  styleUrl: './need-page.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class NeedPage {
  protected readonly facts = inject(BankFacts);
  protected readonly number = formatNumber;
  protected readonly bank = this.facts.bank;
  private readonly demand = computed(() => this.facts.derived()?.demand ?? null);
  protected readonly need = computed(() => this.facts.sized()?.need ?? null);

  /** Every usable-share school with every school of losses. */
  protected readonly columns = computed(() => {
    const [bank, demand, sized] = [this.bank(), this.demand(), this.facts.sized()];
    if (!bank || !demand || !sized?.need) return [];
    const schools = usableSchools(bank.battery.chemistryId);
    return LOSS_SCHOOLS.flatMap((lossSchool) =>
      schools.map((school) => {
        const own = { ...bank, lossSchool, usableFraction: school.usableFraction };
        const need = sizeBank(own, demand, this.facts.edits()).need!;
        return {
          id: `${lossSchool}-${school.id}`,
          lossSchool,
          says: school.name,
          chosen: bank.lossSchool === lossSchool && bank.usableFraction === school.usableFraction,
          requiredAh: need.requiredAh,
          byTrials: neededByTrials(
            need.requiredAh,
            calibrate(this.facts.rig()?.trials ?? [], lossSchool),
            `${lossSchool} ${school.id}`,
          ),
          autonomyDays: need.autonomyDays,
          fits: need.fits,
          take: () => this.facts.change({ lossSchool, usableFraction: school.usableFraction }),
        };
      }),
    );
  });

  protected readonly steps = computed(() => {
    const [bank, demand, sized] = [this.bank(), this.demand(), this.facts.sized()];
    if (!bank || !demand || !sized?.need) return [];
    const steps = requirementSteps(bank, demand, sized.nominalV, this.facts.chemistry(), bank.lossSchool);
    const most = Math.max(...steps.map((step) => step.afterAh), sized.capacityAh.value);
    return steps.map((step) => ({
      ...step,
      says: STEP_WORDS[step.id],
      x: (100 * Math.min(step.afterAh - step.addsAh, step.afterAh)) / most,
      width: (100 * Math.abs(step.addsAh)) / most,
      factor: step.afterAh - step.addsAh > 0 ? `× ${formatNumber(step.afterAh / (step.afterAh - step.addsAh), 3)}` : '',
    }));
  });
  protected readonly capacityPercent = computed(() => {
    const sized = this.facts.sized();
    const most = Math.max(...this.steps().map((step) => step.afterAh), sized?.capacityAh.value ?? 0);
    return sized && most > 0 ? (100 * sized.capacityAh.value) / most : 0;
  });

  constructor() {
    inject(WorkingStore).suggest(computed(() => this.need()?.requiredAh ?? null));
  }
}
