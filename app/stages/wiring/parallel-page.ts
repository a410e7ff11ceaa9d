import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { formatNumber, quantityText } from '@core/quantity/format';
import { LIMITS } from '@core/rig/limits';
import { bankStrings } from '@core/wiring/battery-posts';
import { allConsumers, allLoads } from '@core/wiring/demand';
import { bankInParallel, BATTERIES_MOST } from '@core/wiring/parallel/bank-in-parallel';
import { batteryShares, compareWays, courseOf, fairestWay, isFair } from '@core/wiring/parallel/compare';
import type { Topology } from '@core/wiring/parallel/topology';
import type { BatteryFacts, ParallelPlan } from '@core/wiring/plan';
import { StageTabs } from '../../rig/stage-tabs';
import { FigurePart } from '../../ui/figure';
import { QuantityField } from '../../ui/quantity-field';
import { UnitChoice } from '../../ui/unit-choice';
import { WorkingStore } from '../../ui/working-store';
import { WiringFacts } from './wiring-facts';

const TOPOLOGY_WORDS: Record<Topology, { name: string; says: string }> = {
  'end-fed': { name: 'end-fed', says: 'both mains on the first battery, links from one to the next' },
  diagonal: { name: 'diagonal', says: 'the positive main on the first, the negative on the last' },
  middle: { name: 'in the middle', says: 'both mains in the middle of the row' },
  'half-way': { name: 'half-way', says: 'two halves, each fed diagonally, with equal leads to common posts' },
  'bars-one-end': { name: 'bars, one end', says: 'equal leads to two bars, both fed at the same end' },
  'bars-opposite-ends': { name: 'bars, opposite ends', says: 'equal leads to two bars, fed at opposite ends' },
};
const HOUR_S = 3600;

/** How the batteries of the bank share a current, by the way in which they are joined. */
@Component({
  selector: 'co-parallel-page',
  imports: [FigurePart, QuantityField, StageTabs],
  templateUrl: './parallel-page.html',
  styleUrl: './parallel-page.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ParallelPage {
  protected readonly facts = inject(WiringFacts);
  protected readonly units = inject(UnitChoice);
  protected readonly limits = LIMITS;
  protected readonly number = formatNumber;
  protected readonly words = TOPOLOGY_WORDS;
  protected readonly plan = computed(() => this.facts.wiring()?.parallel ?? null);
  private readonly bank = computed(() => {
    const [rig, plan] = [this.facts.rig(), this.plan()];
    return rig?.bank && plan ? bankInParallel(rig.bank, rig.chemistryEdits, plan) : null;
  });
  protected readonly count = computed(() => bankStrings(this.facts.bank()).length);
  protected readonly most = BATTERIES_MOST;
  /** What is drawn at most, until another current is typed. */
  protected readonly usual = computed(() => {
    const [circuit, audit, rig] = [this.facts.circuit(), this.facts.audit(), this.facts.rig()];
    if (circuit) return allConsumers(circuit.loops);
    return audit && rig?.bank ? allLoads({ audit, bank: rig.bank, chemistryEdits: rig.chemistryEdits }) : null;
  });
  /** Null while nothing is drawn: there is no share of nothing. */
  protected readonly drawA = computed(() => {
    const amps = this.plan()?.drawA ?? this.usual()?.value ?? 0;
    return amps === 0 ? null : amps;
  });

  /** Each way of joining, side by side. */
  protected readonly ways = computed(() => {
    const [bank, plan, amps] = [this.bank(), this.plan(), this.drawA()];
    return bank && plan && amps !== null ? compareWays(bank, plan, amps) : [];
  });
  protected readonly headline = computed(() => {
    const chosen = this.ways().find(({ topology }) => topology === this.plan()?.topology);
    const fairest = fairestWay(this.ways());
    if (!chosen || !fairest) return 'Nothing is drawn: type a current to see how the batteries share it.';
    const { name, fraction, fairFraction } = chosen.burdened;
    const percent = (share: number) => quantityText(share, 'Fraction', { decimals: 1 });
    if (isFair(chosen)) return `Each battery carries its fair share, joined ${this.words[chosen.topology].name}.`;
    const better =
      fairest.topology === chosen.topology
        ? ''
        : `; ${this.words[fairest.topology].name} none more than ${percent(fairest.burdened.fraction)}`;
    return `${name} carries ${percent(fraction)} where ${percent(fairFraction)} would be fair${better}.`;
  });
  /** Each battery as it is joined now. */
  protected readonly rows = computed(() => {
    const [bank, plan, amps, course] = [this.bank(), this.plan(), this.drawA(), this.course()];
    if (!bank || !plan || amps === null || !course) return [];
    return batteryShares(bank, plan.topology, amps).map((row, k) => ({
      k,
      ...row,
      limitA: bank.drained[k]?.limitA ?? null,
      ohm: bank.drained[k]?.ohm ?? null,
      facts: plan.batteries[k] ?? NO_FACTS,
      givesAh: course.batteryAh[k] ?? null,
    }));
  });
  /** At this current to the end, and who opens meanwhile. */
  private readonly course = computed(() => {
    const [bank, plan, amps] = [this.bank(), this.plan(), this.drawA()];
    return bank && plan && amps !== null ? courseOf(bank, plan.topology, amps) : null;
  });
  protected readonly events = computed(() => {
    const [course, bank] = [this.course(), this.bank()];
    if (!course || !bank) return [];
    return course.events.map(({ atS, battery, code, currentA }) => {
      const what =
        code === 'over-limit'
          ? `opens: ${quantityText(currentA, 'A', { decimals: 0 })} are more than it bears`
          : `is ${code}`;
      return `after ${timeText(atS)} ${(bank.names[battery] ?? '').toLowerCase()} ${what}`;
    });
  });

  constructor() {
    inject(WorkingStore).suggest(computed(() => this.rows()[0]?.share ?? null));
  }

  protected change(changes: Partial<ParallelPlan>): void {
    const plan = this.plan();
    if (plan) this.facts.change({ parallel: { ...plan, ...changes } }, `parallel ${Object.keys(changes).join(',')}`);
  }

  protected changeBattery(k: number, changes: Partial<BatteryFacts>): void {
    const plan = this.plan();
    if (!plan) return;
    const batteries = Array.from({ length: Math.max(plan.batteries.length, k + 1) }, (_, at) => ({
      ...(plan.batteries[at] ?? NO_FACTS),
      ...(at === k ? changes : {}),
    }));
    this.facts.change({ parallel: { ...plan, batteries } }, `parallel ${k} ${Object.keys(changes).join(',')}`);
  }
}

const NO_FACTS: BatteryFacts = { ohm: null, chargeFraction: null, looseOhm: 0 };

const timeText = (seconds: number): string => {
  if (seconds < 120) return quantityText(seconds, 'S');
  if (seconds < HOUR_S) return quantityText(seconds / 60, 'Minute');
  return quantityText(seconds / HOUR_S, 'H');
};
