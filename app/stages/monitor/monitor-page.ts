import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import type { Sourced } from '@core/formula/figure';
import { formatNumber, formatQuantity, quantityText } from '@core/quantity/format';
import { LIMITS } from '@core/rig/limits';
import type { MonitorPlan, SettingId } from '@core/monitor/plan';
import { movedWords } from './moved-words';
import { stampOf } from '@core/plan/stamped';
import { deriveRig } from '@core/rig/derive-rig';
import { Edit } from '../../rig/edit';
import { rigFeature } from '../../rig/rig-feature';
import { selectDerived } from '../../rig/rig-selectors';
import { momentLabel } from '../../ui/dates';
import { FigurePart } from '../../ui/figure';
import { MarginContent } from '../../ui/margin-slot';
import { MethodSwitch } from '../../ui/method-switch';
import { QuantityField } from '../../ui/quantity-field';
import { UnitChoice } from '../../ui/unit-choice';
import { WorkingStore } from '../../ui/working-store';
import { METER_DECIMALS, PROBLEM_WORDS, SETTING_WORDS, settingLimit } from './setting-words';
import { nowMs } from '../../ui/now';

/** Stage 6: what to enter in the shunt monitor, why, and what was really typed. */
@Component({
  selector: 'co-monitor-page',
  imports: [FigurePart, MarginContent, MethodSwitch, QuantityField, RouterLink],
  templateUrl: './monitor-page.html',
  styleUrl: './monitor-page.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MonitorPage {
  private readonly store = inject(Store);
  protected readonly rig = this.store.selectSignal(rigFeature.selectRig);
  private readonly derived = this.store.selectSignal(selectDerived);
  private readonly quantiles = this.store.selectSignal(rigFeature.selectQuantiles);
  protected readonly limits = LIMITS;
  private readonly units = inject(UnitChoice);
  protected readonly words = SETTING_WORDS;
  protected readonly limitOf = settingLimit;
  protected readonly opened = signal<SettingId | null>('full-voltage');
  protected readonly monitor = computed(() => this.derived()?.monitor ?? null);
  protected readonly plan = computed(() => this.rig()?.monitor ?? null);
  protected readonly stale = computed(() => this.rows().filter(({ setting }) => setting.entered?.stale));
  protected readonly sources = computed(() => this.rig()?.charging.sources.filter(({ on }) => on).length ?? 0);
  protected readonly chargersFrom = computed(() =>
    this.sources() > 0
      ? 'as under Charging; what is entered here goes first'
      : 'off their sheets or menus; where nothing is entered the chemistry’s own figures hold',
  );
  protected readonly tail = (currentA: number) => quantityText(currentA, 'A', { decimals: 1 });
  protected readonly volts = ({ value }: Sourced) => formatNumber(value, 1);

  protected readonly rows = computed(() =>
    (this.monitor()?.settings ?? []).map((setting) => {
      const { figure, allowed, entered } = setting;
      const { unit } = figure;
      const decimals = METER_DECIMALS[setting.id];
      const from = formatQuantity(allowed.low, unit, { decimals }).digits;
      const span = allowed.high - allowed.low;
      return {
        setting,
        decimals,
        range: `${from} to ${quantityText(allowed.high, unit, { decimals })}`,
        // Where the derived value stands within what is allowed, 0…100 %.
        place: span > 0 ? Math.min(100, Math.max(0, (100 * (figure.value - allowed.low)) / span)) : 50,
        when: entered ? momentLabel(entered.atMs, this.rig()?.place.timeZone ?? 'UTC') : '',
        problems: setting.problems.map((problem) => PROBLEM_WORDS[problem]),
        moved: entered?.stale ? (entered.moved ?? []).map((input) => movedWords(input, this.units)) : [],
      };
    }),
  );

  protected readonly schools = computed(() => {
    const rig = this.rig();
    if (!rig) return [];
    const capacityUnder = (capacitySchool: MonitorPlan['capacitySchool']) =>
      deriveRig({ ...rig, monitor: { ...rig.monitor, capacitySchool } }, this.quantiles()).monitor?.settings.find(
        (one) => one.id === 'capacity',
      )?.figure.value ?? 0;
    return [
      {
        id: 'rated',
        name: 'rated',
        reason:
          '0 % is empty, and the alarm stands at the reserve. Tail current, synchronising and ageing all refer to the rated figure.',
        answer: quantityText(capacityUnder('rated'), 'Ah', { decimals: 0 }),
      },
      {
        id: 'usable',
        name: 'usable part',
        reason:
          '0 % is the reserve: easy to read for people aboard, but percentages in sheets then mean something else.',
        answer: quantityText(capacityUnder('usable'), 'Ah', { decimals: 0 }),
      },
    ];
  });

  constructor() {
    inject(WorkingStore).suggest(
      computed(() => this.monitor()?.settings.find((one) => one.id === this.opened())?.figure ?? null),
    );
  }

  protected toggle(id: SettingId): void {
    this.opened.set(this.opened() === id ? null : id);
  }

  protected change(changes: Partial<MonitorPlan>): void {
    this.store.dispatch(Edit.merge('monitor', changes));
  }

  protected pickSchool(id: string): void {
    this.change({ capacitySchool: id as MonitorPlan['capacitySchool'] });
  }

  /** What was typed is kept with what its derivation rests on now. */
  protected enter(id: SettingId, value: number | null): void {
    const entered = { ...this.plan()?.entered };
    const setting = this.monitor()?.settings.find((one) => one.id === id);
    if (value === null) delete entered[id];
    else if (setting) entered[id] = stampOf(setting.figure, nowMs(), value);
    this.store.dispatch(Edit.merge('monitor', { entered }, `entered ${id}`));
  }

  /** As derived, rounded to what is shown: nobody types 28.0999 V into a meter. */
  protected enterAsDerived(id: SettingId): void {
    const setting = this.monitor()?.settings.find((one) => one.id === id);
    if (setting) this.enter(id, Number(setting.figure.value.toPrecision(4)));
  }
}
