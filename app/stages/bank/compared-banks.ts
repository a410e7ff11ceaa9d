import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { sizeBank } from '@core/bank/size-bank';
import { interpolate } from '@core/cells/interpolate';
import { profileIssues } from '@core/charging/profile-check';
import { formatNumber } from '@core/quantity/format';
import { toShown, type Unit } from '@core/quantity/unit';
import type { Bank } from '@core/rig/bank';
import { bankWords } from '../../rig/bank-words';
import { UnitChoice } from '../../ui/unit-choice';
import { BankFacts } from './bank-facts';

interface Line {
  says: string;
  unit: string;
  /** Shown in the units chosen. */
  quantity?: Unit;
  decimals: number;
  of: (column: Column) => number | null;
  /** Whether the difference from the first column says something. */
  differs: boolean;
}
interface Column {
  bank: Bank;
  price: number | null;
  sized: ReturnType<typeof sizeBank>;
  cells: number;
}

/** Up to three banks side by side: what a replacement saves in mass, gains in usable charge, and which charger voltages no longer fit. */
@Component({
  selector: 'co-compared-banks',
  template: `
    <h2>Side by side</h2>
    <table class="book" aria-label="Banks side by side">
      <thead>
        <tr>
          <th scope="col"></th>
          @for (column of columns(); track $index) {
            <th scope="col">{{ words(column.bank) }}</th>
          }
        </tr>
      </thead>
      <tbody>
        @for (line of rows(); track line.says) {
          <tr>
            <th scope="row">
              {{ line.says }} <span class="u">{{ line.unit }}</span>
            </th>
            @for (cell of line.cells; track $index) {
              <td class="n">
                {{ cell.value }} <span class="mut around">{{ cell.difference }}</span>
              </td>
            }
          </tr>
        }
      </tbody>
    </table>
    @for (says of misfits(); track says) {
      <p class="caution"><b>Chargers:</b> {{ says }}</p>
    }
  `,
  styles: `
    h2 {
      font: 600 13px/18px var(--text);
      margin: var(--s5) 0 var(--s1);
    }
    th[scope='row'] {
      font: 400 14px/20px var(--text) !important;
      text-align: left !important;
      border-bottom: 1px solid var(--rule) !important;
    }
    th[scope='col'] {
      white-space: normal !important;
      max-width: 190px;
    }
    .around {
      display: inline-block;
      min-width: 62px;
      font-size: 12px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ComparedBanks {
  private readonly facts = inject(BankFacts);
  protected readonly units = inject(UnitChoice);
  readonly banks = input.required<readonly { bank: Bank; price: number | null }[]>();
  protected readonly words = bankWords;

  protected readonly columns = computed<Column[]>(() => {
    const demand = this.facts.derived()?.demand;
    if (!demand) return [];
    return this.banks().map(({ bank, price }) => ({
      bank,
      price: price ?? (bank.battery.price === null ? null : bank.battery.price * bank.seriesCount * bank.parallelCount),
      sized: sizeBank(bank, demand, this.facts.edits()),
      cells: bank.seriesCount * bank.battery.cellsInSeries,
    }));
  });

  protected readonly rows = computed(() => {
    const columns = this.columns();
    return LINES.map((line) => {
      const { quantity } = line;
      const of = (column: Column) => {
        const value = line.of(column);
        return value === null || !quantity ? value : toShown(value, this.units.look(quantity));
      };
      const first = columns[0] ? of(columns[0]) : null;
      return {
        ...line,
        unit: quantity ? this.units.symbol(quantity) : line.unit,
        cells: columns.map((column, k) => {
          const value = of(column);
          const shown = value === null ? '–' : formatNumber(value, line.decimals);
          const differs = k > 0 && line.differs && value !== null && first !== null;
          return { value: shown, difference: differs ? formatNumber(value - first, line.decimals, true) : '' };
        }),
      };
    });
  });

  /** Voltages of the chargers, under Charging and as entered under Monitor, against each bank’s chemistry. */
  protected readonly misfits = computed(() => {
    const rig = this.facts.rig();
    if (!rig) return [];
    const { lowestAbsorptionV: absorptionV, highestFloatV: floatV } = rig.monitor;
    const chargers = [
      ...rig.charging.sources.filter(({ on }) => on),
      { name: 'as entered under Monitor', absorptionV, floatV },
    ];
    return this.columns().flatMap(({ bank, sized }) =>
      chargers.flatMap((charger) =>
        profileIssues(charger, bank, this.facts.edits()).map(
          ({ code, isV, wantedV }) =>
            `${bankWords(bank)}: ${code.startsWith('float') ? 'float' : 'absorption'} of ${formatNumber(isV, 1)} V (${charger.name}); ${sized.chemistry.shortName} usually wants ${formatNumber(wantedV, 1)} V.`,
        ),
      ),
    );
  });
}

const counted = ({ bank }: Column, each: number | null) =>
  each === null ? null : each * bank.seriesCount * bank.parallelCount;
const LINES: readonly Line[] = [
  { says: 'nominal voltage', unit: 'V', decimals: 1, differs: false, of: ({ sized }) => sized.nominalV.value },
  { says: 'rated capacity', unit: 'Ah', decimals: 0, differs: true, of: ({ sized }) => sized.capacityAh.value },
  { says: 'usable, aged and cold', unit: 'Ah', decimals: 0, differs: true, of: ({ sized }) => sized.usableAh.value },
  {
    says: 'usable energy',
    unit: 'kWh',
    decimals: 2,
    differs: true,
    of: ({ sized }) => (sized.usableAh.value * sized.nominalV.value) / 1000,
  },
  {
    says: 'lasts without charge',
    unit: 'days',
    decimals: 1,
    differs: true,
    of: ({ sized }) => sized.need?.autonomyDays.value ?? null,
  },
  {
    says: 'mass',
    unit: 'kg',
    quantity: 'Kg',
    decimals: 0,
    differs: true,
    of: (column) => counted(column, column.bank.battery.massKg),
  },
  { says: 'price', unit: '', decimals: 0, differs: true, of: ({ price }) => price },
  {
    says: 'cycles at this depth',
    unit: '',
    decimals: 0,
    differs: false,
    of: ({ bank, sized }) => interpolate(sized.chemistry.cyclesByDepth, bank.usableFraction),
  },
  {
    says: 'absorption voltage',
    unit: 'V',
    decimals: 1,
    differs: true,
    of: ({ sized, cells }) => sized.chemistry.absorptionCellV * cells,
  },
  {
    says: 'float voltage',
    unit: 'V',
    decimals: 1,
    differs: true,
    of: ({ sized, cells }) => sized.chemistry.floatCellV * cells,
  },
];
