import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { agedCapacityOf } from '@core/bank/size-bank';
import { CHEMISTRIES } from '@core/cells/chemistry.data';
import { chemistryOf } from '@core/cells/chemistry-of';
import { chargeFigures } from '@core/charging/charge-figures';
import { atOnce } from '@core/sources/device';
import { leftAlongCharge, leftForBank, runningCurrent } from '@core/charging/running-current';
import { lastFifth, singleCharge } from '@core/charging/single-charge';
import { entered } from '@core/formula/figure';
import { formatNumber } from '@core/quantity/format';
import { LIMITS } from '@core/rig/limits';
import { FigurePart } from '../../ui/figure';
import { LineChart, type ChartLine } from '../../ui/chart/line-chart';
import { MarginContent } from '../../ui/margin-slot';
import { QuantityField } from '../../ui/quantity-field';
import { UnitChoice } from '../../ui/unit-choice';
import { WorkingStore } from '../../ui/working-store';
import { ChargingFacts } from './charging-facts';
import { StageTabs } from '../../rig/stage-tabs';

const MINUTES = { min: 1, max: 1440, integer: true };

/** One charge from here to full: how long to each state of charge, and what a short one gives. */
@Component({
  selector: 'co-one-charge-page',
  imports: [StageTabs, FigurePart, LineChart, MarginContent, QuantityField],
  templateUrl: './one-charge-page.html',
  styleUrl: './one-charge-page.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class OneChargePage {
  protected readonly facts = inject(ChargingFacts);
  protected readonly limits = LIMITS;
  protected readonly minutesLimit = MINUTES;
  protected readonly number = formatNumber;
  private readonly units = inject(UnitChoice);
  protected readonly fromSoc = signal(0.5);
  protected readonly loadA = signal(0);
  protected readonly tempC = signal(15);
  protected readonly minutes = signal(45);
  private readonly edits = computed(() => this.facts.rig()?.chemistryEdits ?? {});
  protected readonly chemistry = computed(() => {
    const bank = this.facts.bank();
    return bank ? chemistryOf(bank.battery, this.edits()) : CHEMISTRIES.lfp;
  });
  protected readonly capacityAh = computed(() => {
    const bank = this.facts.bank();
    return bank && agedCapacityOf(bank);
  });
  private readonly sources = computed(() => this.facts.plan()?.sources.filter(({ on }) => on) ?? []);
  /** What each source gives while it runs, at the start. */
  protected readonly offers = computed(() => {
    const [bank, chargeV, soc] = [this.facts.bank(), this.facts.chargeV(), this.fromSoc()];
    if (!bank || !chargeV) return [];
    return this.sources().map((source) => ({
      id: source.id,
      name: source.name,
      currentA: runningCurrent(source, bank, this.edits(), chargeV, soc),
    }));
  });
  /** The first, until others are picked; picks stand while the charge is changed. */
  private readonly picked = signal<ReadonlySet<string> | null>(null);
  protected readonly on = computed<ReadonlySet<string>>(
    () =>
      this.picked() ??
      new Set(
        this.sources()
          .slice(0, 1)
          .map(({ id }) => id),
      ),
  );
  /** Of those that are on: one feeds a device at a time. */
  private readonly giving = computed(() =>
    atOnce(
      this.sources().filter(({ id }) => this.on().has(id)),
      this.facts.devices(),
    ),
  );
  protected readonly extraA = signal(0);
  protected readonly offeredA = computed(() => {
    const ids = new Set(this.giving().map(({ id }) => id));
    const running = this.offers().filter(({ id }) => ids.has(id));
    return leftForBank([...running, { name: 'any other', currentA: entered(this.extraA()) }], this.loadA());
  });
  protected readonly run = computed(() => {
    const [bank, chargeV, limitA, capacityAh] = [
      this.facts.bank(),
      this.facts.chargeV(),
      this.facts.limitA(),
      this.capacityAh(),
    ];
    if (!bank || !chargeV || !limitA || !capacityAh) return null;
    const offeredAt = leftAlongCharge(this.giving(), this.extraA(), this.loadA(), bank, this.edits(), chargeV);
    return singleCharge(this.chemistry(), capacityAh.value, this.fromSoc(), offeredAt, limitA.value, this.tempC());
  });
  protected readonly figures = computed(() => {
    const [run, limitA, capacityAh] = [this.run(), this.facts.limitA(), this.capacityAh()];
    if (!run || !limitA || !capacityAh) return null;
    const given = {
      chemistry: this.chemistry(),
      fromSoc: this.fromSoc(),
      offeredA: this.offeredA(),
      limitA,
      capacityAh,
    };
    return chargeFigures(run, given, this.minutes());
  });
  protected readonly shortSoc = computed(() => {
    const soc = this.run()?.soc ?? [];
    return soc[Math.min(this.minutes(), soc.length - 1)] ?? this.fromSoc();
  });
  private readonly lastFifth = computed(() => {
    const run = this.run();
    return run && lastFifth(run, this.fromSoc());
  });
  protected readonly verdict = computed(() => {
    const run = this.run();
    if (!run) return 'The time of a charge follows once a bank is chosen.';
    const { chargeFromTempC: coldest, chargeUpToTempC: hottest } = this.chemistry();
    if (run.blocked === 'cold') return `Below ${this.units.text(coldest, 'TempC')} this bank is not charged at all.`;
    if (run.blocked === 'hot') return `Above ${this.units.text(hottest, 'TempC')} this bank is not charged at all.`;
    if (this.offeredA().value <= 0) return 'Nothing is left for the bank: the loads take what is offered.';
    const full = run.hoursTo.at(-1)?.hours;
    if (full == null) return `From ${this.percent(this.fromSoc())} it is not full within three days.`;
    return `From ${this.percent(this.fromSoc())} to full takes ${formatNumber(full, 1)} h at ${formatNumber(this.offeredA().value, 0)} A.`;
  });
  protected readonly why = computed(() => {
    const last = this.lastFifth();
    if (last === null) return 'Charging stops where the bank’s sheet says, whatever the charger offers.';
    const hours = `${formatNumber(last.hours, 1)} h`;
    if (this.chemistry().family !== 'lead')
      return `The last fifth takes ${hours}: lithium takes the full current almost to the end.`;
    return last.slowed
      ? `The last fifth alone takes ${hours}: near full a lead plate takes only what is missing of it, so the current falls as it fills. Short drives never get there.`
      : `The last fifth takes ${hours}, hardly more than the others: so small a current is taken almost to the end. A larger charger is slowed by the plates there.`;
  });
  protected readonly lines = computed<ChartLine[]>(() => {
    const run = this.run();
    if (!run || run.currentA.length === 0) return [];
    const every = Math.max(1, Math.floor(run.currentA.length / 400));
    const thin = (values: readonly number[], factor: number) =>
      values.flatMap((y, minute) => (minute % every === 0 ? [{ x: minute / 60, y: y * factor }] : []));
    return [
      { says: 'current', look: 'plain', axis: 'main', points: thin(run.currentA, 1) },
      { says: 'charge', look: 'plain', axis: 'below', points: thin(run.soc, 100) },
    ];
  });
  protected readonly totalH = computed(() => Math.max(1, Math.ceil((this.run()?.currentA.length ?? 60) / 60)));
  protected readonly ticks = computed(() => {
    const step = Math.max(1, Math.ceil(this.totalH() / 8));
    return Array.from({ length: Math.floor(this.totalH() / step) + 1 }, (_, k) => ({
      at: k * step,
      label: `${k * step} h`,
    }));
  });

  constructor() {
    inject(WorkingStore).suggest(computed(() => this.figures()?.rows.at(-1)?.hours ?? null));
  }

  protected toggle(id: string): void {
    const on = new Set(this.on());
    if (!on.delete(id)) on.add(id);
    this.picked.set(on);
  }

  protected percent(soc: number): string {
    return `${formatNumber(100 * soc, 0)} %`;
  }
}
