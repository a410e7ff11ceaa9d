import { profileOf } from '@core/monitor/profile-of';
import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { type BankSheet, bankSheet } from '@core/bank/bank-sheet';
import { sizeBank, type SizedBank } from '@core/bank/size-bank';
import { profileIssues } from '@core/charging/profile-check';
import type { Figure } from '@core/formula/figure';
import { formatNumber } from '@core/quantity/format';
import { toShown, type Unit } from '@core/quantity/unit';
import type { Bank } from '@core/bank/plan';
import { bankWords } from '../../rig/bank-words';
import { FigurePart } from '../../ui/figure';
import { UnitChoice } from '../../ui/unit-choice';
import { BankFacts } from './bank-facts';

interface Column {
  bank: Bank;
  sized: SizedBank;
  sheet: BankSheet;
}
interface Line {
  says: string;
  unit: Unit;
  decimals?: number;
  of: (column: Column) => Figure | null;
  /** Whether the difference from the first column says something. */
  differs: boolean;
}

/** Up to three banks side by side: what a replacement saves in mass, gains in usable charge, and which charger voltages no longer fit. */
@Component({
  selector: 'co-compared-banks',
  imports: [FigurePart],
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
              {{ line.says }} <span class="u">{{ units.symbol(line.unit) }}</span>
            </th>
            @for (cell of line.cells; track $index) {
              <td>
                @if (cell.figure; as figure) {
                  <co-figure [figure]="figure" [bare]="true" [decimals]="line.decimals" />
                } @else {
                  –
                }
                <span class="n mut around">{{ cell.difference }}</span>
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
  readonly banks = input.required<readonly Bank[]>();
  protected readonly words = bankWords;

  protected readonly columns = computed<Column[]>(() => {
    const demand = this.facts.derived()?.demand;
    if (!demand) return [];
    return this.banks().map((bank, k) => {
      const sized = sizeBank(bank, demand, this.facts.edits());
      return { bank, sized, sheet: bankSheet(bank, sized, `beside ${k}`) };
    });
  });

  protected readonly rows = computed(() => {
    const columns = this.columns();
    return LINES.map((line) => {
      const look = this.units.look(line.unit);
      const decimals = line.decimals ?? look.decimals;
      const figures = columns.map(line.of);
      const shown = figures.map((figure) => figure && toShown(figure.value, look));
      const first = shown[0] ?? null;
      return {
        ...line,
        decimals,
        cells: figures.map((figure, k) => {
          const value = shown[k] ?? null;
          const differs = k > 0 && line.differs && value !== null && first !== null;
          return { figure, difference: differs ? formatNumber(value - first, decimals, true) : '' };
        }),
      };
    });
  });

  /** Voltages of the chargers, under Charging and as entered under Monitor, against each bank’s chemistry. */
  protected readonly misfits = computed(() => {
    const rig = this.facts.rig();
    if (!rig) return [];
    const { lowestAbsorptionV: absorptionV, highestFloatV: floatV } = profileOf(rig.monitor);
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

const LINES: readonly Line[] = [
  { says: 'nominal voltage', unit: 'V', decimals: 1, differs: false, of: ({ sized }) => sized.nominalV },
  { says: 'rated capacity', unit: 'Ah', decimals: 0, differs: true, of: ({ sized }) => sized.capacityAh },
  { says: 'usable, aged and cold', unit: 'Ah', decimals: 0, differs: true, of: ({ sized }) => sized.usableAh },
  { says: 'usable energy', unit: 'KWh', differs: true, of: ({ sheet }) => sheet.usableKWh },
  { says: 'lasts without charge', unit: 'Day', differs: true, of: ({ sized }) => sized.need?.autonomyDays ?? null },
  { says: 'mass', unit: 'Kg', decimals: 0, differs: true, of: ({ sheet }) => sheet.massKg },
  { says: 'size', unit: 'Litre', differs: true, of: ({ sheet }) => sheet.volumeL },
  { says: 'price', unit: 'Price', differs: true, of: ({ sheet }) => sheet.price },
  { says: 'cycles at this depth', unit: 'Count', differs: false, of: ({ sheet }) => sheet.cycles },
  { says: 'absorption voltage', unit: 'V', decimals: 1, differs: true, of: ({ sheet }) => sheet.absorptionV },
  { says: 'float voltage', unit: 'V', decimals: 1, differs: true, of: ({ sheet }) => sheet.floatV },
];
