import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal } from '@angular/core';
import { Store } from '@ngrx/store';
import { CHEMISTRY_IDS, type ChemistryId } from '@core/cells/chemistry';
import { CHEMISTRIES } from '@core/cells/chemistry.data';
import { formatNumber } from '@core/quantity/format';
import type { Unit } from '@core/quantity/unit';
import type { ChemistryEdit } from '@core/rig/bank';
import { type Limit, LIMITS } from '@core/rig/limits';
import { RigEdits } from '../../rig/rig-actions';
import { Choice, type Option } from '../../ui/choice';
import { QuantityField } from '../../ui/quantity-field';
import { TextField } from '../../ui/text-field';
import { UnitChoice } from '../../ui/unit-choice';
import { BankFacts } from './bank-facts';
import { BankTabs } from './bank-tabs';

interface Value {
  key: keyof ChemistryEdit;
  says: string;
  unit: Unit;
  limit: Limit;
  decimals: number;
  usedBy: string;
}

const VALUES: readonly Value[] = [
  {
    key: 'usableFraction',
    says: 'usable share',
    unit: 'Fraction',
    limit: LIMITS.usableFraction,
    decimals: 0,
    usedBy: 'new banks, configurations',
  },
  {
    key: 'peukertExponent',
    says: 'Peukert exponent',
    unit: 'Ratio',
    limit: LIMITS.peukertExponent,
    decimals: 2,
    usedBy: 'need, runtime',
  },
  {
    key: 'coulombicFraction',
    says: 'coulombic efficiency',
    unit: 'Fraction',
    limit: LIMITS.efficiencyFraction,
    decimals: 0,
    usedBy: 'monitor, ledger',
  },
  {
    key: 'acceptancePerH',
    says: 'taper near full, A for each Ah missing',
    unit: 'Ratio',
    limit: LIMITS.acceptancePerH,
    decimals: 1,
    usedBy: 'charging',
  },
  {
    key: 'acceptanceCapPerH',
    says: 'most charge, share of C20 an hour',
    unit: 'Ratio',
    limit: LIMITS.acceptanceCapPerH,
    decimals: 2,
    usedBy: 'charging',
  },
  {
    key: 'chargeFromTempC',
    says: 'charge from',
    unit: 'TempC',
    limit: LIMITS.bankTempC,
    decimals: 0,
    usedBy: 'charging',
  },
  {
    key: 'chargeUpToTempC',
    says: 'charge up to',
    unit: 'TempC',
    limit: LIMITS.bankTempC,
    decimals: 0,
    usedBy: 'charging',
  },
  {
    key: 'selfDischargePerMonthFraction',
    says: 'self-discharge a month',
    unit: 'Fraction',
    limit: LIMITS.dutyFraction,
    decimals: 1,
    usedBy: 'charging',
  },
  {
    key: 'absorptionCellV',
    says: 'absorption, a cell',
    unit: 'V',
    limit: LIMITS.cellV,
    decimals: 3,
    usedBy: 'monitor, chargers',
  },
  {
    key: 'floatCellV',
    says: 'float, a cell',
    unit: 'V',
    limit: LIMITS.cellV,
    decimals: 3,
    usedBy: 'monitor, chargers',
  },
  {
    key: 'tailFraction',
    says: 'tail current, share of C20',
    unit: 'Fraction',
    limit: LIMITS.tailFraction,
    decimals: 1,
    usedBy: 'monitor, full marks',
  },
  {
    key: 'fullMarginVPer12V',
    says: 'margin under absorption, per 12 V',
    unit: 'V',
    limit: LIMITS.fullMarginV,
    decimals: 2,
    usedBy: 'monitor, full marks',
  },
  {
    key: 'cell100AhMilliOhm',
    says: 'a cell of 100 Ah, in mΩ',
    unit: 'Ratio',
    limit: LIMITS.cellMilliOhm,
    decimals: 2,
    usedBy: 'voltage sag',
  },
];

/** What is assumed of each chemistry, where it comes from, and what the user knows better. */
@Component({
  selector: 'co-chemistry-page',
  imports: [BankTabs, Choice, QuantityField, TextField],
  template: `
    <div class="eyebrow">
      <co-bank-tabs />
      <co-choice label="Chemistry" [options]="options" [chosen]="id()" (pick)="pick($event)" />
    </div>
    <h1 class="verdict">
      {{ chemistry().name }}:
      {{
        edited() === 0
          ? 'usual values throughout.'
          : edited() === 1
            ? 'one value of your own.'
            : edited() + ' values of your own.'
      }}
    </h1>
    <p class="why">
      Typical published figures per cell at {{ units.text(25, 'TempC') }}. A battery’s own data sheet overrides every
      one of them: type it in, and everything that follows says so.
    </p>
    <table class="book values" aria-label="Values of the chemistry">
      <thead>
        <tr>
          <th scope="col">Value</th>
          <th scope="col">usual</th>
          <th scope="col">yours</th>
          <th scope="col" class="l">from</th>
          <th scope="col" class="l">used by</th>
        </tr>
      </thead>
      <tbody>
        @for (value of values; track value.key) {
          <tr>
            <td>{{ value.says }}</td>
            <td class="n mut">{{ usual(value) }}</td>
            <td>
              <co-quantity
                [unit]="value.unit"
                [size]="6"
                [optional]="true"
                placeholder="usual"
                [label]="value.says + ', yours'"
                [limit]="limitOf(value)"
                [value]="own()[value.key]?.value ?? null"
                (changed)="set(value.key, $event)"
                (cleared)="set(value.key, null)"
              />
            </td>
            <td class="l small">
              @if (own()[value.key]; as mine) {
                <co-text
                  class="source"
                  [label]="'Where your ' + value.says + ' is from'"
                  placeholder="data sheet, own test"
                  [maxLength]="120"
                  [value]="mine.source"
                  (changed)="from(value.key, $event)"
                />
              } @else {
                <span class="mut">typical published figures</span>
              }
            </td>
            <td class="l small mut">{{ value.usedBy }}</td>
          </tr>
        }
      </tbody>
    </table>
    <h2>Curves</h2>
    <div class="curves">
      @for (curve of curves(); track curve.says) {
        <table class="book small">
          <caption>
            {{
              curve.says
            }}
          </caption>
          <tbody class="n">
            @for (row of curve.rows; track $index) {
              <tr>
                <td>{{ row[0] }}</td>
                <td>{{ row[1] }}</td>
              </tr>
            }
          </tbody>
        </table>
      }
    </div>
    <p class="small mut">Source: typical published values for the chemistry, shipped with the program.</p>
  `,
  styles: `
    table {
      max-width: 760px;
    }
    .eyebrow {
      justify-content: space-between;
    }
    h2 {
      font: 600 13px/18px var(--text);
      margin: var(--s5) 0 var(--s1);
    }
    .curves {
      display: flex;
      flex-wrap: wrap;
      gap: var(--s5);
      align-items: start;
    }
    .curves table {
      width: auto;
    }
    .curves td {
      height: 20px;
    }
    caption {
      text-align: left;
      font: 550 12px/16px var(--text);
      color: var(--ink2);
    }
    @media (max-width: 720px) {
      .values tr {
        display: flex;
        flex-wrap: wrap;
        align-items: center;
        border-bottom: 1px solid var(--rule);
      }
      table.values :is(th, td) {
        display: none;
        border: 0;
        height: auto;
        min-height: 48px;
        align-content: center;
      }
      table.values :is(th, td):nth-child(-n + 3) {
        display: block;
        flex: 0 0 84px;
      }
      table.values :is(th, td):first-child {
        flex: 1;
        white-space: normal;
      }
      table.values td:has(.source) {
        display: block;
        flex: 1 0 100%;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ChemistryPage {
  private readonly store = inject(Store);
  private readonly facts = inject(BankFacts);
  protected readonly units = inject(UnitChoice);
  protected readonly values = VALUES;
  protected readonly options: readonly Option[] = CHEMISTRY_IDS.map((id) => ({ id, name: CHEMISTRIES[id].name }));
  protected readonly id = linkedSignal<ChemistryId>(() => this.facts.bank()?.battery.chemistryId ?? 'lfp');
  protected readonly chemistry = computed(() => CHEMISTRIES[this.id()]);
  protected readonly own = computed<ChemistryEdit>(() => this.facts.edits()[this.id()] ?? {});
  protected readonly edited = computed(() => Object.values(this.own()).filter((value) => value !== undefined).length);
  protected readonly curves = computed(() => {
    const { restedCellV, capacityFractionByTempC, cyclesByDepth } = this.chemistry();
    const percent = (share: number) => `${formatNumber(share * 100, 0)} %`;
    return [
      {
        says: 'charge, rested V a cell',
        rows: restedCellV.map(([soc, volts]) => [percent(soc), formatNumber(volts, 3)]),
      },
      {
        says: `${this.units.symbol('TempC')}, capacity left`,
        rows: capacityFractionByTempC.map(([tempC, share]) => [this.units.digits(tempC, 'TempC', 0), percent(share)]),
      },
      {
        says: 'depth, cycles',
        rows: cyclesByDepth.map(([depth, cycles]) => [percent(depth), formatNumber(cycles, 0)]),
      },
    ];
  });

  /** Lithium is never charged below 0 °C, whatever a sheet may say. */
  protected limitOf({ key, limit }: Value): Limit {
    return key === 'chargeFromTempC' && this.chemistry().family === 'lithium' ? { ...limit, min: 0 } : limit;
  }

  protected pick(id: string): void {
    this.id.set(id as ChemistryId);
  }

  protected usual({ key, unit, decimals }: Value): string {
    return this.units.text(this.chemistry()[key], unit, { decimals });
  }

  protected set(key: keyof ChemistryEdit, value: number | null): void {
    const own = { ...this.own() };
    if (value === null) delete own[key];
    else own[key] = { value, source: own[key]?.source ?? '' };
    this.keep(key, own);
  }

  protected from(key: keyof ChemistryEdit, source: string): void {
    const mine = this.own()[key];
    if (mine) this.keep(`${key} source`, { ...this.own(), [key]: { ...mine, source } });
  }

  private keep(field: string, own: ChemistryEdit): void {
    this.store.dispatch(
      RigEdits.chemistryChanged({ edits: { ...this.facts.edits(), [this.id()]: own }, field: `${this.id()} ${field}` }),
    );
  }
}
