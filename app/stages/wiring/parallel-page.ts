import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { copperOhm } from '@core/conductors/copper';
import { formatNumber } from '@core/quantity/format';
import { LIMITS } from '@core/rig/limits';
import { bankInParallel } from '@core/wiring/parallel/bank-in-parallel';
import { drain } from '@core/wiring/parallel/drain';
import { dropOutA, leadMarginOhm, mostBurdened } from '@core/wiring/parallel/margins';
import { parallelShares, sharesOf } from '@core/wiring/parallel/shares';
import { parallelNetwork, TOPOLOGIES, type Topology } from '@core/wiring/parallel/topology';
import type { BatteryFacts, ParallelPlan } from '@core/wiring/plan';
import { StageTabs } from '../../rig/stage-tabs';
import { QuantityField } from '../../ui/quantity-field';
import { UnitChoice } from '../../ui/unit-choice';
import { WiringFacts } from './wiring-facts';

export const TOPOLOGY_WORDS: Record<Topology, { name: string; says: string }> = {
  'end-fed': { name: 'end-fed', says: 'both mains on the first battery, links from one to the next' },
  diagonal: { name: 'diagonal', says: 'the positive main on the first, the negative on the last' },
  middle: { name: 'in the middle', says: 'both mains in the middle of the row' },
  'half-way': { name: 'half-way', says: 'two halves, each fed diagonally, with equal leads to common posts' },
  'bars-one-end': { name: 'bars, one end', says: 'equal leads to two bars, both fed at the same end' },
  'bars-opposite-ends': { name: 'bars, opposite ends', says: 'equal leads to two bars, fed at opposite ends' },
};
const OFF = 0.05;
const HOUR_S = 3600;

/** How the batteries of the bank share a current, by the way in which they are joined. */
@Component({
  selector: 'co-parallel-page',
  imports: [QuantityField, StageTabs],
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
  protected readonly count = computed(() => this.bank()?.batteries.length ?? 0);
  /** What all consumers draw at once, until another current is typed. */
  protected readonly usualA = computed(() => {
    const circuit = this.facts.circuit();
    const drawn = circuit?.loops.reduce((sum, { demand }) => sum + (demand.gives ? 0 : demand.current.value), 0);
    const audit = this.facts.audit();
    return drawn ?? (audit ? audit.peakW.value / audit.nominalV.value : 0);
  });
  protected readonly drawA = computed(() => this.plan()?.drawA ?? Math.max(1, this.usualA()));

  /** Each way of joining, side by side. */
  protected readonly ways = computed(() => {
    const bank = this.bank();
    if (!bank || bank.batteries.length < 2) return [];
    const { batteries, leads, capacityAh, drained } = bank;
    const limits = drained.map(({ limitA }) => limitA ?? Number.POSITIVE_INFINITY);
    return TOPOLOGIES.map((topology) => {
      const shares = parallelShares(parallelNetwork(topology, batteries, leads), {
        by: 'current',
        currentA: this.drawA(),
      });
      const most = mostBurdened(topology, batteries, leads, capacityAh, this.drawA());
      const marginOhm = leadMarginOhm(topology, batteries, leads, OFF);
      const dropA = dropOutA(topology, batteries, leads, limits);
      return {
        topology,
        most,
        lossW: shares ? shares.lossW : 0,
        marginM: marginOhm / (2 * copperOhm(1, this.plan()?.areaMm2 ?? 50, 40)),
        dropA: dropA !== null && Number.isFinite(dropA) ? dropA : null,
      };
    });
  });
  protected readonly chosen = computed(
    () => this.ways().find(({ topology }) => topology === this.plan()?.topology) ?? null,
  );
  protected readonly best = computed(() =>
    this.ways().reduce<ReturnType<typeof this.ways>[number] | null>(
      (best, one) =>
        best === null || one.most.fraction / one.most.fairFraction < best.most.fraction / best.most.fairFraction - 1e-9
          ? one
          : best,
      null,
    ),
  );
  protected readonly headline = computed(() => {
    const [chosen, best, bank] = [this.chosen(), this.best(), this.bank()];
    if (!chosen || !best || !bank) return '';
    const { battery, fraction, fairFraction } = chosen.most;
    const percent = (share: number) => `${formatNumber(100 * share, 1)} %`;
    const name = bank.names[battery] ?? '';
    if (fraction / fairFraction < 1.01)
      return `Each battery carries its fair share, joined ${this.words[chosen.topology].name}.`;
    const better =
      best.topology === chosen.topology
        ? ''
        : `; ${this.words[best.topology].name} none more than ${percent(best.most.fraction)}`;
    return `${name} carries ${percent(fraction)} where ${percent(fairFraction)} would be fair${better}.`;
  });
  /** Each battery as it is joined now. */
  protected readonly rows = computed(() => {
    const [bank, plan] = [this.bank(), this.plan()];
    if (!bank || !plan) return [];
    const shares = parallelShares(parallelNetwork(plan.topology, bank.batteries, bank.leads), {
      by: 'current',
      currentA: this.drawA(),
    });
    if (!shares) return [];
    const drained = this.drained();
    return sharesOf(shares, bank.capacityAh).map((share, k) => ({
      k,
      name: bank.names[k] ?? '',
      amps: shares.batteryA[k] ?? 0,
      limitA: bank.drained[k]?.limitA ?? null,
      ...share,
      facts: plan.batteries[k] ?? NO_FACTS,
      milliOhm: (bank.drained[k]?.ohm ?? 0) * 1000,
      ah: drained?.batteryAh[k] ?? 0,
    }));
  });
  /** At this current to the end, and who opens meanwhile. */
  protected readonly drained = computed(() => {
    const [bank, plan] = [this.bank(), this.plan()];
    if (!bank || !plan || this.drawA() <= 0) return null;
    return drain(plan.topology, bank.leads, bank.drained, {
      draw: { by: 'current', currentA: this.drawA() },
      cutOffV: null,
      stepS: 30,
      mostS: 48 * HOUR_S,
      rowEvery: 20,
    });
  });
  protected readonly course = computed(() => {
    const [drained, bank] = [this.drained(), this.bank()];
    if (!drained || !bank) return [];
    return drained.events.map(({ atS, battery, code, currentA }) => {
      const when =
        atS < 120
          ? `after ${formatNumber(atS, 0)} s`
          : atS < HOUR_S
            ? `after ${formatNumber(atS / 60, 0)} min`
            : `after ${formatNumber(atS / HOUR_S, 1)} h`;
      const what =
        code === 'over-limit'
          ? `opens: ${formatNumber(currentA, 0)} A are more than it bears`
          : code === 'empty'
            ? 'is empty'
            : 'is full';
      return `${when} ${(bank.names[battery] ?? '').toLowerCase()} ${what}`;
    });
  });

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

const NO_FACTS: BatteryFacts = { milliOhm: null, chargeFraction: null, looseMilliOhm: 0 };
