import { asTyped } from '@core/quantity/format';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { GENERIC_BATTERIES } from '@core/bank/generic-batteries.data';
import { CHEMISTRY_IDS, type ChemistryId } from '@core/cells/chemistry';
import { CHEMISTRIES } from '@core/cells/chemistry.data';
import { ownKeys } from '@core/cells/chemistry-of';
import type { Unit } from '@core/quantity/unit';
import type { Battery } from '@core/cells/battery';
import { type Limit } from '@core/plan/limit';
import { LIMITS } from '@core/rig/limits';
import { newBattery } from '@core/cells/new-battery';
import { Edit } from '../../rig/edit';
import { Choice, type Option } from '../../ui/choice';
import { QuantityField } from '../../ui/quantity-field';
import { RowKey } from '../../ui/single-keys';
import { TextField } from '../../ui/text-field';
import { UnitChoice } from '../../ui/unit-choice';
import { BankFacts } from './bank-facts';
import { StageTabs } from '../../rig/stage-tabs';

type Fact = { [Key in keyof Battery]-?: Battery[Key] extends number | null ? Key : never }[keyof Battery];
interface Field {
  key: Fact;
  says: string;
  unit: Unit;
  limit: Limit;
  required?: boolean;
}

const FIELDS: readonly Field[] = [
  { key: 'cellsInSeries', says: 'Cells in a row', unit: 'Count', limit: LIMITS.cellsInSeries, required: true },
  { key: 'capacityAh', says: 'Capacity at 20 h', unit: 'Ah', limit: LIMITS.capacityAh, required: true },
  { key: 'resistanceOhm', says: 'Resistance', unit: 'Ohm', limit: LIMITS.resistanceOhm },
  { key: 'massKg', says: 'Mass', unit: 'Kg', limit: LIMITS.massKg },
  { key: 'lengthMm', says: 'Length', unit: 'Mm', limit: LIMITS.sizeMm },
  { key: 'widthMm', says: 'Width', unit: 'Mm', limit: LIMITS.sizeMm },
  { key: 'heightMm', says: 'Height', unit: 'Mm', limit: LIMITS.sizeMm },
  { key: 'price', says: 'Price', unit: 'Price', limit: LIMITS.price },
  { key: 'dischargeA', says: 'Discharge, continuous', unit: 'A', limit: LIMITS.batteryA },
  { key: 'peakA', says: 'Discharge, peak', unit: 'A', limit: LIMITS.batteryA },
  { key: 'chargeA', says: 'Charge, at most', unit: 'A', limit: LIMITS.batteryA },
  { key: 'seriesMax', says: 'In series, at most', unit: 'Count', limit: LIMITS.seriesCount },
  { key: 'parallelMax', says: 'In parallel, at most', unit: 'Count', limit: LIMITS.parallelCount },
];

/** The user's own battery models; generic ones stand below to be copied. */
@Component({
  selector: 'co-shelf-page',
  imports: [StageTabs, Choice, QuantityField, RouterLink, RowKey, TextField],
  templateUrl: './shelf-page.html',
  styles: `
    .sheet {
      width: 100%;
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(128px, 1fr));
      gap: var(--s2);
      align-items: end;
    }
    .do {
      display: flex;
      gap: var(--s2);
      margin: var(--s3) 0;
    }
    h2 {
      font: 600 13px/18px var(--text);
      margin: var(--s5) 0 var(--s1);
    }
    @media (max-width: 720px) {
      table.book :is(th, td):nth-child(n + 4):not(:last-child) {
        display: none;
      }
      table.book td {
        height: 48px;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ShelfPage {
  private readonly store = inject(Store);
  protected readonly facts = inject(BankFacts);
  protected readonly units = inject(UnitChoice);
  protected readonly fields = FIELDS;
  protected readonly typed = (value: number | null) => (value === null ? '–' : asTyped(value));
  protected readonly generic = GENERIC_BATTERIES;
  protected readonly chemistries: readonly Option[] = CHEMISTRY_IDS.map((id) => ({
    id,
    name: CHEMISTRIES[id].shortName,
  }));
  protected readonly own = computed(() => this.facts.rig()?.shelf ?? []);
  private readonly openId = signal<string | null>(null);
  protected readonly opened = computed(
    () => this.own().find(({ id }) => id === this.openId()) ?? this.own()[0] ?? null,
  );

  protected shortName(id: ChemistryId): string {
    return CHEMISTRIES[id].shortName;
  }

  protected ownValues({ own }: Battery): string {
    return String(ownKeys(own).length || 'none yet');
  }

  protected add(): void {
    this.put(newBattery(crypto.randomUUID(), 'lfp', 4, 100));
  }

  protected copy(battery: Battery): void {
    this.put({ ...battery, id: crypto.randomUUID(), name: `${battery.name}, own` });
  }

  protected open(id: string): void {
    this.openId.set(id);
  }

  protected change(id: string, changes: Partial<Battery>): void {
    const shelf = this.own().map((one) => (one.id === id ? { ...one, ...changes } : one));
    this.store.dispatch(Edit.set({ shelf }, `${id} ${Object.keys(changes).join(',')}`));
  }

  protected set(id: string, key: Fact, value: number | null): void {
    this.change(id, { [key]: value });
  }

  protected chemistry(id: string, chemistryId: string): void {
    this.change(id, {
      chemistryId: chemistryId as ChemistryId,
      cellsInSeries: CHEMISTRIES[chemistryId as ChemistryId].cellsPer12V,
      // Values of the other chemistry are none of this one's.
      own: {},
    });
  }

  protected remove(id: string): void {
    this.store.dispatch(Edit.remove('shelf', id));
  }

  private put(battery: Battery): void {
    this.store.dispatch(Edit.add('shelf', battery));
    this.openId.set(battery.id);
  }
}
