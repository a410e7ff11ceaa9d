import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { missingCredit } from '@core/monitor/missing-credit';
import { SAFE_SIDE, UNITS_OF, usualField } from '@core/monitor/meter-unit';
import type { Meter, MeterUnit } from '@core/monitor/plan';
import { SETTING_IDS, type SettingId } from '@core/monitor/setting-id';
import { LIMITS } from '@core/rig/limits';
import { StageTabs } from '../../rig/stage-tabs';
import { Choice, type Option } from '../../ui/choice';
import { FigurePart } from '../../ui/figure';
import { QuantityField } from '../../ui/quantity-field';
import { TextField } from '../../ui/text-field';
import { EmptyMonitor } from './empty-monitor';
import { MENU_UNIT_WORDS } from './menu-words';
import { MonitorFacts } from './monitor-facts';
import { SETTING_WORDS } from './setting-words';

const RELAYS: readonly Option[] = [
  { id: 'charge', name: 'by charge' },
  { id: 'volts', name: 'by volts' },
];

type FullRule = 'volts-and-amps' | 'volts' | 'hand';
const FULL_RULES: readonly (Option & { id: FullRule })[] = [
  { id: 'volts-and-amps', name: 'by voltage and current together' },
  { id: 'volts', name: 'by voltage alone' },
  { id: 'hand', name: 'only when a person says so' },
];

/** Which meter: what its menu asks for, in which unit and steps, and what is lost by what it does not. */
@Component({
  selector: 'co-meter-page',
  imports: [Choice, EmptyMonitor, FigurePart, QuantityField, StageTabs, TextField],
  templateUrl: './meter-page.html',
  styleUrl: './meter-page.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MeterPage {
  protected readonly facts = inject(MonitorFacts);
  protected readonly limits = LIMITS;
  protected readonly words = SETTING_WORDS;
  protected readonly safe = SAFE_SIDE;
  protected readonly relays = RELAYS;
  protected readonly fullRules = FULL_RULES;
  protected readonly fullRule = computed<FullRule>(() => {
    const meter = this.facts.plan()?.meter;
    if (!meter?.automaticFull) return 'hand';
    return meter.fields.some(({ id }) => id === 'tail-current') ? 'volts-and-amps' : 'volts';
  });
  protected readonly rows = computed(() => {
    const meter = this.facts.plan()?.meter;
    if (!meter) return [];
    return SETTING_IDS.map((id) => {
      const field = meter.fields.find((one) => one.id === id) ?? null;
      return {
        id,
        field,
        units: unitsFor(id, meter).map((unit) => ({ id: unit, name: MENU_UNIT_WORDS[unit] })),
      };
    });
  });
  protected readonly lacks = computed(() => this.rows().filter(({ field }) => field === null));
  protected readonly headline = computed(() => {
    const [asked, lacks] = [this.rows().length - this.lacks().length, this.lacks()];
    const meter = this.facts.plan()?.meter;
    if (asked === 0) return 'Your meter has nothing to set: what it shows is volts and amps, and a count of its own.';
    const counts = `Your meter asks for ${asked} ${asked === 1 ? 'setting' : 'settings'}`;
    if (meter && !meter.automaticFull) return `${counts} and is set full by hand.`;
    const worst = (['full-voltage', 'tail-current', 'hold-time'] as const).find((id) =>
      lacks.some((row) => row.id === id),
    );
    return worst
      ? `${counts}; without its ${SETTING_WORDS[worst].name.toLowerCase()} full marks need care.`
      : `${counts}.`;
  });
  /** What a meter without an efficiency credits too much in a week. */
  protected readonly credit = computed(() => {
    const [sheet, dayAh] = [this.facts.sheet(), this.facts.dayAh()];
    return sheet && dayAh && dayAh.value > 0 ? missingCredit(sheet.facts, dayAh) : null;
  });

  protected has(id: SettingId, on: boolean): void {
    this.put(id, on ? usualField(id, unitsFor(id, this.facts.plan()!.meter)[0]) : null);
  }

  protected pickUnit(id: SettingId, unit: string): void {
    this.put(id, usualField(id, unit as MeterUnit));
  }

  protected setStep(id: SettingId, step: number): void {
    const field = this.facts.plan()?.meter.fields.find((one) => one.id === id);
    if (field) this.put(id, { ...field, step });
  }

  /** One that goes by voltage alone asks for no tail current, and one that goes by both does. */
  protected pickFullRule(rule: string): void {
    const meter = this.facts.plan()?.meter;
    if (!meter) return;
    const tail = meter.fields.find(({ id }) => id === 'tail-current') ?? usualField('tail-current');
    const fields =
      rule === 'hand' ? meter.fields : withField(meter.fields, 'tail-current', rule === 'volts' ? null : tail);
    this.facts.changeMeter({ automaticFull: rule !== 'hand', fields });
  }

  /** The relay's two go by what the relay goes by. */
  protected pickRelay(by: string): void {
    const meter = this.facts.plan()?.meter;
    if (!meter) return;
    const relayBy = by as Meter['relayBy'];
    const fields = meter.fields.map((field) =>
      field.id === 'cut-off' || field.id === 'cut-in'
        ? usualField(field.id, relayBy === 'charge' ? 'percent' : 'V')
        : field,
    );
    this.facts.changeMeter({ relayBy, fields });
  }

  private put(id: SettingId, field: Meter['fields'][number] | null): void {
    this.facts.changeMeter({ fields: withField(this.facts.plan()?.meter.fields ?? [], id, field) });
  }
}

/** Fields with one of them as it is now, in the order of the sheet; null: without it. */
function withField(fields: Meter['fields'], id: SettingId, field: Meter['fields'][number] | null): Meter['fields'] {
  const others = fields.filter((one) => one.id !== id);
  const all = field ? [...others, field] : others;
  return all.sort((a, b) => SETTING_IDS.indexOf(a.id) - SETTING_IDS.indexOf(b.id));
}

/** The units that a meter may ask in; of the relay only those of what it goes by. */
function unitsFor(id: SettingId, { relayBy }: Meter): readonly MeterUnit[] {
  return id === 'cut-off' || id === 'cut-in' ? [relayBy === 'charge' ? 'percent' : 'V'] : UNITS_OF[id];
}
