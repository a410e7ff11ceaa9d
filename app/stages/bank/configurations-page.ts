import { twelveVoltBlocks } from '@core/cells/twelve-volt-blocks';
import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, signal } from '@angular/core';
import { type Configuration, configurations } from '@core/bank/configurations';
import { CURRENT_SCHOOLS, type CurrentSchool } from '@core/bank/current-schools';
import { formatNumber } from '@core/quantity/format';
import type { Bank } from '@core/bank/plan';
import { newBank } from '@core/bank/fresh';
import { Choice, type Option } from '../../ui/choice';
import { FigurePart } from '../../ui/figure';
import { MarginContent } from '../../ui/margin-slot';
import { MethodSwitch } from '../../ui/method-switch';
import { WorkingStore } from '../../ui/working-store';
import { UnitChoice } from '../../ui/unit-choice';
import { BankFacts } from './bank-facts';
import { StageTabs } from '../../rig/stage-tabs';
import { ComparedBanks } from './compared-banks';
import { bankDemand } from '@core/charging/bank-demand';

const VOLTS: readonly Option[] = [
  { id: '1', name: '12 V' },
  { id: '2', name: '24 V' },
  { id: '4', name: '48 V' },
];
const ORDERS: readonly Option[] = [
  { id: 'best', name: 'those no other beats first' },
  { id: 'price', name: 'cheapest first' },
  { id: 'life', name: 'cheapest over life first' },
  { id: 'mass', name: 'lightest first' },
  { id: 'days', name: 'longest first' },
];
const SCHOOL_WORDS: Record<CurrentSchool, { name: string; reason: string }> = {
  sum: { name: 'sum', reason: 'All strings share equally: true only with equal leads and equal cells.' },
  'one-may-drop-out': {
    name: 'one may drop out',
    reason: 'The rest must carry the load when one battery’s own protection opens; else they open after it.',
  },
  single: { name: 'single', reason: 'The load must not exceed what one battery alone may give.' },
};
const COMPARED_MOST = 3;

/** All series × parallel arrangements on the shelf that meet the need; the ones that no other beats are marked. */
@Component({
  selector: 'co-configurations-page',
  imports: [StageTabs, Choice, ComparedBanks, FigurePart, MarginContent, MethodSwitch],
  templateUrl: './configurations-page.html',
  styleUrl: './configurations-page.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ConfigurationsPage {
  protected readonly facts = inject(BankFacts);
  protected readonly units = inject(UnitChoice);
  protected readonly number = formatNumber;
  protected readonly finite = Number.isFinite;
  protected readonly volts = VOLTS;
  protected readonly orders = ORDERS;
  protected readonly order = signal('best');
  protected readonly blocks = linkedSignal(() => {
    const [bank, sized] = [this.facts.bank(), this.facts.sized()];
    return bank && sized ? nearestVolts(twelveVoltBlocks(bank, sized.chemistry)) : '1';
  });
  protected readonly compared = signal<readonly string[]>([]);

  private readonly demand = computed(() => {
    const [derived, rig] = [this.facts.derived(), this.facts.rig()];
    return derived && rig
      ? bankDemand(
          { plan: rig, audit: derived.audit, demand: derived.demand, quantiles: derived.quantiles },
          Number(this.blocks()),
        )
      : null;
  });

  protected readonly found = computed(() => {
    const demand = this.demand();
    return demand ? configurations(this.facts.shelf(), demand, this.facts.edits()) : [];
  });
  protected readonly rows = computed(() =>
    [...this.found()].sort(ORDER[this.order()]).map((one) => ({ one, id: idOf(one), current: this.isCurrent(one) })),
  );
  protected readonly best = computed(() => this.found().filter(({ best }) => best).length);
  protected readonly peakW = computed(() => this.demand()?.peakW ?? 0);

  protected readonly rated = computed(() => this.demand()?.inverterW != null);
  /** Some source is in use: what it charges with counts against what batteries may be charged with. */
  protected readonly charges = computed(() => this.facts.rig()?.charging.sources.some(({ on }) => on) ?? false);

  protected readonly schools = computed(() =>
    CURRENT_SCHOOLS.map((id) => ({ id, ...SCHOOL_WORDS[id], answers: this.schoolAnswers(id) })),
  );
  protected readonly school = computed(() => this.facts.bank()?.currentSchool ?? 'one-may-drop-out');

  /** The bank as it is and the picked arrangements, side by side. */
  protected readonly sideBySide = computed(() => {
    const picked = this.rows()
      .filter(({ id }) => this.compared().includes(id))
      .map(({ one }) => this.bankOf(one));
    const own = this.facts.bank();
    return [...(own ? [own] : []), ...picked];
  });

  constructor() {
    inject(WorkingStore).suggest(
      computed(
        () => this.rows().find(({ current }) => current)?.one.requiredAh ?? this.rows()[0]?.one.requiredAh ?? null,
      ),
    );
  }

  protected toggle(id: string): void {
    this.compared.update((ids) =>
      ids.includes(id)
        ? ids.filter((one) => one !== id)
        : [...ids, id].slice(-(COMPARED_MOST - (this.facts.bank() ? 1 : 0))),
    );
  }

  protected choose(one: Configuration): void {
    this.facts.set(this.bankOf(one));
  }

  protected pickSchool(id: string): void {
    this.facts.change({ currentSchool: id as CurrentSchool });
  }

  private schoolAnswers(school: CurrentSchool): string[] {
    const demand = this.demand();
    if (!demand) return [];
    const all = configurations(this.facts.shelf(), { ...demand, school }, this.facts.edits());
    const carry = all.filter((one) => (one.dischargeHeadroomA?.value ?? 0) >= 0).length;
    const take = all.filter((one) => (one.chargeHeadroomA?.value ?? 0) >= 0).length;
    return [this.charges() ? `${carry} out, ${take} in` : `${carry} out`];
  }

  private bankOf(one: Configuration): Bank {
    const now = this.facts.bank();
    const fresh = newBank(one.battery, one.seriesCount, one.parallelCount);
    if (!now) return fresh;
    const usableFraction = this.demand()?.usableOf(one.battery) ?? fresh.usableFraction;
    return { ...now, ...arrangementOf(fresh), usableFraction };
  }

  private isCurrent(one: Configuration): boolean {
    const bank = this.facts.bank();
    return (
      bank !== null &&
      bank.battery.name === one.battery.name &&
      bank.seriesCount === one.seriesCount &&
      bank.parallelCount === one.parallelCount
    );
  }
}

/** The system voltage on offer that so many blocks of 12 V come nearest to; less than one counts as one. */
const nearestVolts = (blocks: number) =>
  VOLTS.reduce((best, volts) =>
    Math.abs(Number(volts.id) - blocks) < Math.abs(Number(best.id) - blocks) ? volts : best,
  ).id;

/** What a bank is made of; how it is reckoned with stays. */
const arrangementOf = ({ battery, seriesCount, parallelCount, boughtIn, others }: Bank) => ({
  battery,
  seriesCount,
  parallelCount,
  boughtIn,
  others,
});
const idOf = (one: Configuration) => `${one.battery.id} ${one.seriesCount} ${one.parallelCount}`;
const last = (value: number | null | undefined) => value ?? Number.POSITIVE_INFINITY;
const byPrice = (a: Configuration, b: Configuration) => last(a.sheet.price?.value) - last(b.sheet.price?.value);
const ORDER: Record<string, (a: Configuration, b: Configuration) => number> = {
  best: (a, b) => Number(b.best) - Number(a.best) || byPrice(a, b),
  price: byPrice,
  life: (a, b) => last(a.pricePerLifetimeKwh?.value) - last(b.pricePerLifetimeKwh?.value),
  mass: (a, b) => last(a.sheet.massKg?.value) - last(b.sheet.massKg?.value),
  days: (a, b) => b.p90Days.value - a.p90Days.value,
};
