import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { AuditLine } from '@core/audit/audit';
import { LIMITS } from '@core/rig/limits';
import type { Load } from '@core/rig/load';
import { Choice, type Option } from '../../ui/choice';
import { FigurePart } from '../../ui/figure';
import { QuantityField } from '../../ui/quantity-field';
import { TextField } from '../../ui/text-field';

const SUPPLIES: readonly Option[] = [
  { id: 'dc', name: 'DC' },
  { id: 'ac', name: 'AC' },
];
const POWERS: readonly Option[] = [
  { id: 'watts', name: 'W' },
  { id: 'volts-amps', name: 'V × A' },
];
const USES: readonly Option[] = [
  { id: 'hours', name: 'h a day' },
  { id: 'share', name: '% of the time' },
  { id: 'always', name: 'always on' },
];

/** One load of the audit: what it draws, for how long, and what that makes a day. */
@Component({
  // A table row must be a tr.
  // eslint-disable-next-line @angular-eslint/component-selector
  selector: 'tr[coLoadRow]',
  imports: [Choice, FigurePart, QuantityField, TextField],
  templateUrl: './load-row.html',
  styleUrl: './load-row.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LoadRow {
  protected readonly supplies = SUPPLIES;
  protected readonly powers = POWERS;
  protected readonly uses = USES;
  protected readonly limits = LIMITS;
  readonly load = input.required<Load>();
  readonly line = input.required<AuditLine>();
  readonly largestAh = input.required<number>();
  readonly changed = output<Partial<Load>>();
  readonly removed = output();

  protected readonly called = computed(() => this.load().name || 'unnamed load');
  protected readonly barPercent = computed(() => {
    const largest = this.largestAh();
    return largest > 0 ? (100 * this.line().dayAh.value) / largest : 0;
  });

  protected supply(id: string): void {
    this.changed.emit({ supply: id as Load['supply'] });
  }

  /** Keeps what the load draws when the way of saying it changes. */
  protected powerBy(by: string): void {
    const powerW = this.line().powerW.value;
    const { load } = this;
    if (by === 'watts') this.changed.emit({ power: { by, powerW } });
    else if (load().power.by === 'watts') {
      const voltageV = load().supply === 'ac' ? 230 : 12;
      this.changed.emit({
        power: { by: 'volts-amps', voltageV, currentA: Number((powerW / voltageV).toPrecision(6)) },
      });
    }
  }

  protected useBy(by: string): void {
    const hoursPerDay = this.line().hoursPerDay.value;
    if (by === 'hours') this.changed.emit({ use: { by, hoursPerDay } });
    else if (by === 'share')
      this.changed.emit({ use: { by, dutyFraction: Number((hoursPerDay / 24).toPrecision(6)) } });
    else this.changed.emit({ use: { by: 'always' } });
  }

  protected volts(voltageV: number): void {
    const power = this.load().power;
    if (power.by === 'volts-amps') this.changed.emit({ power: { ...power, voltageV } });
  }

  protected amps(currentA: number): void {
    const power = this.load().power;
    if (power.by === 'volts-amps') this.changed.emit({ power: { ...power, currentA } });
  }
}
