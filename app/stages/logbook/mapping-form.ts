import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { NzSelectModule } from 'ng-zorro-antd/select';
import { HEADER_ROWS_MOST, type LogMapping } from '@core/logbook/plan';
import { Choice, type Option } from '../../ui/choice';
import { QuantityField } from '../../ui/quantity-field';
import { timeZones } from '../../ui/time-zones';

export interface FileColumn {
  index: number;
  name: string;
}

const DELIMITERS: readonly Option[] = [
  { id: ',', name: 'comma' },
  { id: ';', name: 'semicolon' },
  { id: '\t', name: 'tab' },
  { id: '|', name: 'upright bar' },
  { id: ' ', name: 'space' },
];
const DECIMALS: readonly Option[] = [
  { id: '.', name: 'point, 12.5' },
  { id: ',', name: 'comma, 12,5' },
];
const FORMATS: readonly Option[] = [
  { id: 'iso', name: 'year-month-day' },
  { id: 'dmy', name: 'day, month, year' },
  { id: 'mdy', name: 'month, day, year' },
  { id: 'epoch-s', name: 'seconds since 1970' },
  { id: 'epoch-ms', name: 'milliseconds since 1970' },
];
const SIGNS: readonly Option[] = [
  { id: 'positive', name: 'positive is charging' },
  { id: 'negative', name: 'negative is charging' },
  { id: 'apart', name: 'in and out in two columns' },
];

/** How the columns are to be read; every choice shows at once in the rows above. */
@Component({
  selector: 'co-mapping-form',
  imports: [Choice, FormsModule, NzSelectModule, QuantityField],
  templateUrl: './mapping-form.html',
  styles: `
    .grid {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(172px, 1fr));
      gap: var(--s3) var(--s4);
      margin: var(--s4) 0;
      max-width: 780px;
      align-items: end;
    }
    .zone > label {
      font: 550 12px/16px var(--text);
      color: var(--ink2);
    }
    nz-select {
      display: block;
    }
    co-choice,
    co-quantity {
      width: 100%;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MappingForm {
  readonly mapping = input.required<LogMapping>();
  readonly columns = input.required<readonly FileColumn[]>();
  readonly changed = output<LogMapping>();
  protected readonly delimiters = DELIMITERS;
  protected readonly decimals = DECIMALS;
  protected readonly formats = FORMATS;
  protected readonly signs = SIGNS;
  protected readonly voltageUnits: readonly Option[] = ['V', 'mV'].map((id) => ({ id, name: id }));
  protected readonly currentUnits: readonly Option[] = ['A', 'mA'].map((id) => ({ id, name: id }));
  protected readonly rowsLimit = { min: 0, max: HEADER_ROWS_MOST, integer: true };
  protected readonly voltageLimit = { min: 1, max: 10_000 };
  protected readonly currentLimit = { min: 1, max: 100_000 };
  protected readonly zones = computed(() => timeZones(this.mapping().timeZone));
  protected readonly options = computed<Option[]>(() =>
    this.columns().map(({ index, name }) => ({ id: String(index), name })),
  );
  protected readonly optionsOrNone = computed<Option[]>(() => [{ id: '', name: 'none' }, ...this.options()]);
  protected readonly sign = computed(() => {
    const { current } = this.mapping();
    return current.by === 'signed' ? current.chargingIs : 'apart';
  });

  protected set(changes: Partial<LogMapping>): void {
    this.changed.emit({ ...this.mapping(), ...changes });
  }

  /** Choices come out of lists of the mapping's own values. */
  protected pick<Key extends keyof LogMapping>(key: Key, id: string): void {
    this.set({ [key]: id });
  }

  protected column(key: 'timeColumn' | 'clockColumn' | 'voltageColumn', id: string): void {
    this.set({ [key]: id === '' ? null : Number(id) });
  }

  protected signAs(id: string): void {
    const { current } = this.mapping();
    const first = current.by === 'signed' ? current.column : current.inColumn;
    if (id === 'apart') {
      const other = this.columns().find(({ index }) => index > first)?.index ?? first;
      this.set({ current: { by: 'in-and-out', inColumn: first, outColumn: other } });
    } else this.set({ current: { by: 'signed', column: first, chargingIs: id as 'positive' | 'negative' } });
  }

  protected currentColumn(id: string, which: 'column' | 'inColumn' | 'outColumn'): void {
    this.set({ current: { ...this.mapping().current, [which]: Number(id) } });
  }
}
