import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { AuditLine } from '@core/audit/audit-line';
import { hourShares } from '@core/audit/pattern';
import { formatNumber } from '@core/quantity/format';
import type { Inverter } from '@core/audit/inverter';
import { LIMITS } from '@core/rig/limits';
import type { AuditPlan } from '@core/audit/plan';
import type { Load, PatternId } from '@core/audit/load';
import { Choice, type Option } from '../../ui/choice';
import { QuantityField } from '../../ui/quantity-field';
import { TextField } from '../../ui/text-field';
import {
  CLIMATE_OPTIONS,
  KNOWN_REASONS,
  MONTHS,
  PATTERN_OPTIONS,
  RECORD_LONGER_WORDS,
  USE_OPTIONS,
} from './audit-words';
import { HourStrip } from '../../ui/hour-strip';
import { nowMs } from '../../ui/now';
import { restatedPower, restatedUse } from '@core/audit/restate-load';

const SUPPLIES: readonly Option[] = [
  { id: 'dc', name: 'DC' },
  { id: 'ac', name: 'AC, by an inverter' },
];
const POWERS: readonly Option[] = [
  { id: 'watts', name: 'watts' },
  { id: 'volts-amps', name: 'volts × amps' },
];
const LOGGED_UNITS: readonly Option[] = [
  { id: 'Ah', name: 'Ah' },
  { id: 'Wh', name: 'Wh' },
];
const LOGGED_SIDES: readonly Option[] = [
  { id: 'bank', name: 'before the inverter, at the bank' },
  { id: 'load', name: 'behind it, at the load' },
];
const DC_VOLTS: readonly Option[] = [
  { id: '', name: 'the bank’s' },
  { id: '12', name: '12 V' },
  { id: '24', name: '24 V' },
  { id: '48', name: '48 V' },
];

/** Everything that is known of one load. */
@Component({
  selector: 'co-load-details',
  imports: [Choice, HourStrip, QuantityField, TextField],
  templateUrl: './load-details.html',
  styleUrl: './load-details.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LoadDetails {
  readonly load = input.required<Load>();
  readonly line = input.required<AuditLine>();
  readonly inverters = input.required<readonly Inverter[]>();
  readonly plan = input.required<AuditPlan>();
  /** The circuit that it hangs on, as it is laid out; null: on none, or none is. */
  readonly circuit = input<string | null>(null);
  readonly changed = output<Partial<Load>>();

  protected readonly limits = LIMITS;
  protected readonly supplies = SUPPLIES;
  protected readonly powers = POWERS;
  protected readonly uses = USE_OPTIONS;
  protected readonly patterns = PATTERN_OPTIONS;
  protected readonly climates = CLIMATE_OPTIONS;
  protected readonly loggedUnits = LOGGED_UNITS;
  protected readonly loggedSides = LOGGED_SIDES;
  protected readonly dcVolts = DC_VOLTS;
  protected readonly months = MONTHS;
  protected readonly knownReason = computed(() => KNOWN_REASONS[this.load().known]);
  protected readonly inverterOptions = computed<Option[]>(() =>
    this.inverters().map(({ id, name }) => ({ id, name: name || 'Inverter' })),
  );
  protected readonly hours = computed(() => hourShares(this.load().pattern));
  protected readonly spread = computed(() => this.line().spread);
  protected readonly recordingWords = computed(() => {
    const recording = this.line().recording;
    if (!recording) return '';
    const share = recording.states
      .map(
        ({ name, fraction, powerW }) => `${name} ${formatNumber(fraction * 100, 0)} % at ${formatNumber(powerW, 1)} W`,
      )
      .join(', ');
    const spread =
      recording.spreadFraction === null ? '' : `, which differ by ${formatNumber(recording.spreadFraction * 100, 0)} %`;
    const cycles = `${recording.cycles} whole ${recording.cycles === 1 ? 'cycle' : 'cycles'}${spread}`;
    const longer = recording.recordLonger.map((code) => RECORD_LONGER_WORDS[code]).join(' and ');
    return `${share}; ${cycles}.${longer ? ` Record longer: ${longer}.` : ''}`;
  });

  protected supply(id: string): void {
    this.changed.emit({ supply: id as Load['supply'] });
  }

  protected dcVoltage(id: string): void {
    this.changed.emit({ dcVoltageV: id === '' ? null : Number(id) });
  }

  /** Keeps what the load draws when the way of saying it changes. */
  protected powerBy(by: string): void {
    this.changed.emit({ power: restatedPower(by as Load['power']['by'], this.load(), this.line().powerW.value) });
  }

  protected volts(changes: { voltageV?: number; currentA?: number }): void {
    const { power } = this.load();
    if (power.by === 'volts-amps') this.changed.emit({ power: { ...power, ...changes } });
  }

  /** Keeps the hours where it can, when the way of saying them changes. */
  protected useBy(by: string): void {
    this.changed.emit(restatedUse(by as Load['use']['by'], this.line(), nowMs()));
  }

  protected inService(hoursPerDay: number): void {
    const { use } = this.load();
    if (use.by === 'timed') this.changed.emit({ use: { ...use, hoursPerDay } });
  }

  protected logged(changes: Partial<Extract<Load['use'], { by: 'logged' }>>): void {
    const { use } = this.load();
    if (use.by !== 'logged') return;
    const next = { ...use, ...changes };
    // Low, typical and high stay in order: the one that was typed pushes the others along.
    if (changes.low !== undefined) next.typical = Math.max(next.typical, next.low);
    if (changes.high !== undefined) next.typical = Math.min(next.typical, next.high);
    next.low = Math.min(next.low, next.typical);
    next.high = Math.max(next.high, next.typical);
    this.changed.emit({ use: next });
  }

  protected spreadTo(changes: { lowFraction?: number; highFraction?: number }): void {
    const { lowFraction, highFraction } = this.spread();
    this.changed.emit({
      spread: { lowFraction: Math.min(1, lowFraction), highFraction: Math.max(1, highFraction), ...changes },
    });
  }

  protected pattern(id: string): void {
    if (id === 'hours')
      this.changed.emit({ pattern: { by: 'hours', weights: this.hours().map((share) => (share > 0 ? 1 : 0)) } });
    else this.changed.emit({ pattern: { by: 'named', id: id as PatternId } });
  }

  protected climateBy(by: string): void {
    const tempC = this.plan().ambientTempC;
    switch (by as Load['climate']['by']) {
      case 'none':
        this.changed.emit({ climate: { by: 'none' } });
        break;
      case 'months':
        this.changed.emit({ climate: { by: 'months', months: [this.plan().month] } });
        break;
      case 'below':
        this.changed.emit({ climate: { by: 'below', tempC } });
        break;
      case 'above':
        this.changed.emit({ climate: { by: 'above', tempC } });
        break;
      case 'compressor':
        this.changed.emit({ climate: { by: 'compressor', setTempC: 5, refTempC: Math.max(tempC, 6) } });
    }
  }

  protected climateTo(changes: Record<string, number>): void {
    const climate = { ...this.load().climate, ...changes };
    if (climate.by === 'compressor' && climate.refTempC <= climate.setTempC) return;
    this.changed.emit({ climate });
  }

  protected month(month: number): void {
    const { climate } = this.load();
    if (climate.by !== 'months') return;
    const months = climate.months.includes(month)
      ? climate.months.filter((one) => one !== month)
      : [...climate.months, month].sort((a, b) => a - b);
    this.changed.emit({ climate: { by: 'months', months } });
  }

  protected checked(event: Event): boolean {
    return (event.target as HTMLInputElement).checked;
  }
}
