import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { formatNumber, quantityText } from '@core/quantity/format';
import { LIMITS } from '@core/rig/limits';
import { bankStrings } from '@core/wiring/battery-posts';
import { allConsumers, allLoads } from '@core/wiring/demand';
import { bankInParallel, BATTERIES_MOST } from '@core/wiring/parallel/bank-in-parallel';
import { stringLeads } from '@core/wiring/equal-leads';
import { asDrawn } from '@core/wiring/parallel/as-drawn';
import { leadCarriesA } from '@core/wiring/parallel/hottest-lead';
import { wayFigures } from '@core/wiring/parallel/way-figures';
import { batteryShares, compareWays, courseRule, fairestWay, isFair, type WayId } from '@core/wiring/parallel/compare';
import { givenFigures, instantFigures, peukertEnd } from '@core/wiring/parallel/course-figures';
import type { Drain } from '@core/wiring/parallel/drain';
import type { DrawOverTime } from '@core/wiring/parallel/shares';
import type { BatteryFacts, ParallelPlan } from '@core/wiring/plan';
import { StageTabs } from '../../rig/stage-tabs';
import { Choice, type Option } from '../../ui/choice';
import { FigurePart } from '../../ui/figure';
import { QuantityField } from '../../ui/quantity-field';
import { UnitChoice } from '../../ui/unit-choice';
import { WorkingStore } from '../../ui/working-store';
import { type CourseQuestion, ParallelCourse } from './parallel-course';
import { WiringFacts } from './wiring-facts';

const WAY_WORDS: Record<WayId, { name: string; says: string }> = {
  'as-drawn': {
    name: 'as drawn',
    says: 'as the circuit is laid out and measured',
  },
  'end-fed': { name: 'end-fed', says: 'both mains on the first battery, links from one to the next' },
  diagonal: { name: 'diagonal', says: 'the positive main on the first, the negative on the last' },
  middle: { name: 'in the middle', says: 'both mains in the middle of the row' },
  'half-way': { name: 'half-way', says: 'two halves, each fed diagonally, with equal leads to common posts' },
  'bars-one-end': { name: 'bars, one end', says: 'equal leads to two bars, both fed at the same end' },
  'bars-opposite-ends': { name: 'bars, opposite ends', says: 'equal leads to two bars, fed at opposite ends' },
};
const DRAWS: readonly Option[] = [
  { id: 'current', name: 'this current throughout' },
  { id: 'power', name: 'a power that is held' },
  { id: 'day', name: 'the audit’s day by the hour' },
];
const HOUR_S = 3600;
/** A current that is shared: no meter reads less. */
const LEAST_A = 0.001;
/** Instants of the course in the table. */
const INSTANTS = 7;

/** How the batteries of the bank share a current, by the way in which they are joined. */
@Component({
  selector: 'co-parallel-page',
  imports: [Choice, FigurePart, QuantityField, StageTabs],
  providers: [ParallelCourse],
  templateUrl: './parallel-page.html',
  styleUrl: './parallel-page.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ParallelPage {
  protected readonly facts = inject(WiringFacts);
  protected readonly units = inject(UnitChoice);
  protected readonly limits = LIMITS;
  protected readonly number = formatNumber;
  protected readonly words = WAY_WORDS;
  protected readonly draws = DRAWS;
  protected readonly over = inject(ParallelCourse);
  protected readonly plan = computed(() => this.facts.wiring()?.parallel ?? null);
  private readonly bank = computed(() => {
    const [rig, plan] = [this.facts.rig(), this.plan()];
    return rig?.bank && plan ? bankInParallel(rig.bank, rig.chemistryEdits, plan) : null;
  });
  protected readonly count = computed(() => bankStrings(this.facts.bank()).length);
  protected readonly most = BATTERIES_MOST;
  /** Where nothing is in parallel. */
  protected readonly alone = computed(() => {
    const batteries = this.facts.bank()?.seriesCount ?? 1;
    return batteries > 1
      ? `One string of ${batteries} batteries in series carries all there is.`
      : 'One battery carries all there is.';
  });
  /** What is drawn at most, until another current is typed. */
  protected readonly usual = computed(() => {
    const [circuit, audit, rig] = [this.facts.circuit(), this.facts.audit(), this.facts.rig()];
    if (circuit) return allConsumers(circuit.loops);
    return audit && rig?.bank ? allLoads({ audit, bank: rig.bank, chemistryEdits: rig.chemistryEdits }) : null;
  });
  /** Null while nothing is drawn: there is no share of nothing. */
  protected readonly drawA = computed(() => {
    const amps = this.plan()?.drawA ?? this.usual()?.value ?? 0;
    return Math.abs(amps) >= LEAST_A ? amps : null;
  });

  /** The circuit as drawn; null: nothing is laid out, or nothing is fed by all. */
  private readonly drawn = computed(() => {
    const [circuit, wiring, plan] = [this.facts.circuit(), this.facts.wiring(), this.plan()];
    return circuit && wiring && plan ? asDrawn(circuit, wiring.parts, plan.jointOhm) : null;
  });

  /** Each way of joining, side by side. */
  protected readonly ways = computed(() => {
    const [bank, plan, amps] = [this.bank(), this.plan(), this.drawA()];
    if (!bank || !plan || amps === null) return [];
    return compareWays(bank, plan, this.drawn(), amps).map((way) => ({
      ...way,
      figures: wayFigures(way, bank, plan, amps),
    }));
  });
  /** As it is joined now: as chosen, or end-fed where a circuit was chosen that is no longer there. */
  protected readonly chosen = computed(() => {
    const ways = this.ways();
    return ways.find(({ id }) => id === this.plan()?.topology) ?? ways[0] ?? null;
  });
  protected readonly headline = computed(() => {
    const [chosen, fairest] = [this.chosen(), fairestWay(this.ways())];
    if (!chosen || !fairest) return 'Nothing is drawn: type a current to see how the batteries share it.';
    const { name, fraction, fairFraction } = chosen.burdened;
    const percent = (share: number) => quantityText(share, 'Fraction', { decimals: 1 });
    if (isFair(chosen)) return `Each battery carries its fair share, joined ${this.words[chosen.id].name}.`;
    const better =
      fairest.id === chosen.id
        ? ''
        : `; ${this.words[fairest.id].name} none more than ${percent(fairest.burdened.fraction)}`;
    return `${name} carries ${percent(fraction)} where ${percent(fairFraction)} would be fair${better}.`;
  });
  /** Of this bank: that of another, which stands until the newest is worked out, has other batteries. */
  protected readonly course = computed(() => {
    const course = this.over.course();
    return course?.batteryAh.length === this.bank()?.names.length ? course : null;
  });
  /** Each battery as it is joined now. */
  protected readonly rows = computed(() => {
    const [bank, plan, amps, chosen] = [this.bank(), this.plan(), this.drawA(), this.chosen()];
    if (!bank || !plan || amps === null || !chosen) return [];
    const course = this.course();
    const gives = course ? givenFigures(bank, course) : [];
    return batteryShares(bank, chosen.join, amps).map((row, k) => ({
      k,
      ...row,
      ohm: bank.warmOhm[k] ?? null,
      capacityAh: bank.drained[k]?.capacityAh ?? null,
      facts: plan.batteries[k] ?? NO_FACTS,
      gives: gives[k] ?? null,
    }));
  });
  /** The leads of each battery to where all have met, as the circuit is drawn. */
  protected readonly leads = computed(() => {
    const circuit = this.facts.circuit();
    return circuit && this.drawn() ? stringLeads(circuit) : [];
  });

  /** What is drawn over time, W where a power is held. */
  private readonly draw = computed<DrawOverTime | null>(() => {
    const [plan, amps, audit] = [this.plan(), this.drawA(), this.facts.audit()];
    if (!plan || amps === null) return null;
    if (plan.drawBy === 'day') return audit && { by: 'day', hoursW: audit.hoursWh };
    if (plan.drawBy === 'power') return { by: 'power', powerW: plan.drawW ?? this.usualW() };
    return { by: 'current', currentA: amps };
  });
  protected readonly usualW = computed(() =>
    Math.round((this.drawA() ?? 0) * (this.facts.audit()?.nominalV.value ?? 0)),
  );
  private readonly question = computed<CourseQuestion | null>(() => {
    const [bank, chosen, draw] = [this.bank(), this.chosen(), this.draw()];
    if (!bank || !chosen || !draw) return null;
    const rule = courseRule(draw, this.plan()?.cutOffV ?? null);
    const leadA = leadCarriesA(this.plan()?.areaMm2 ?? 0);
    return { network: chosen.join(bank.batteries), batteries: bank.drained, rule, leadA };
  });
  protected readonly events = computed(() => {
    const [course, bank] = [this.course(), this.bank()];
    if (!course || !bank) return [];
    const events = course.events.map(({ atS, battery, code, currentA }) => {
      const what =
        code === 'over-limit'
          ? `opens: ${quantityText(currentA, 'A', { decimals: 0 })} are more than it bears`
          : `is ${code}`;
      return `after ${timeText(atS)} ${(bank.names[battery] ?? '').toLowerCase()} ${what}`;
    });
    return [...events, `after ${timeText(course.endS)} ${END_WORDS[course.end]}`];
  });
  /** Where Peukert makes a difference that can be seen. */
  protected readonly sooner = computed(() => {
    const [course, bank] = [this.course(), this.bank()];
    const end = course && bank && peukertEnd(bank, course);
    return end && 3600 * end.value < SEEN * course.endS ? end : null;
  });
  /** A few instants of the course, from its beginning to its end. */
  protected readonly instants = computed(() => {
    const [bank, rows] = [this.bank(), this.course()?.rows ?? []];
    const last = rows.length - 1;
    const places = Array.from({ length: INSTANTS }, (_, k) => Math.round((k * last) / (INSTANTS - 1)));
    return [...new Set(places)].flatMap((k) => {
      const row = rows[k];
      return bank && row ? [{ ...instantFigures(bank, row), says: timeText(row.atS) }] : [];
    });
  });

  constructor() {
    this.over.follow(this.question);
    inject(WorkingStore).suggest(computed(() => (this.count() > 1 ? (this.rows()[0]?.share ?? null) : null)));
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

/** Of the time by plain amp-hours. */
const SEEN = 0.99;

const END_WORDS: Record<Drain['end'], string> = {
  'cut-off': 'the voltage is down to the cut-off: what is fed switches off',
  dark: 'nothing is left that is joined on: all is dark',
  'no-power': 'the power can no longer be had: all is dark',
  time: 'it still goes on; no more is reckoned',
};
const NO_FACTS: BatteryFacts = { ohm: null, capacityAh: null, tempC: null, chargeFraction: null, looseOhm: 0 };

const timeText = (seconds: number): string => {
  if (seconds < 120) return quantityText(seconds, 'S');
  if (seconds < HOUR_S) return quantityText(seconds / 60, 'Minute');
  return quantityText(seconds / HOUR_S, 'H');
};
