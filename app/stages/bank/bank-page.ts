import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Store } from '@ngrx/store';
import { NzSelectModule } from 'ng-zorro-antd/select';
import { GENERIC_BATTERIES } from '@core/bank/generic-batteries.data';
import { sizeBank } from '@core/bank/size-bank';
import { usableSchools } from '@core/bank/usable-schools';
import { CHEMISTRY_IDS, type ChemistryId } from '@core/cells/chemistry';
import { CHEMISTRIES } from '@core/cells/chemistry.data';
import { interpolate } from '@core/cells/interpolate';
import { formatNumber, quantityText } from '@core/quantity/format';
import type { Bank, Battery } from '@core/rig/bank';
import { LIMITS } from '@core/rig/limits';
import { newBank } from '@core/rig/new-rig';
import { RigEdits } from '../../rig/rig-actions';
import { rigFeature } from '../../rig/rig-feature';
import { selectDerived } from '../../rig/rig-selectors';
import { FigurePart } from '../../ui/figure';
import { MarginContent } from '../../ui/margin-slot';
import { MethodSwitch } from '../../ui/method-switch';
import { QuantityField } from '../../ui/quantity-field';
import { TextField } from '../../ui/text-field';
import { WorkingStore } from '../../ui/working-store';

/** Stage 2: the bank, what it holds, and whether it carries the audited day. */
@Component({
  selector: 'co-bank-page',
  imports: [FigurePart, FormsModule, MarginContent, MethodSwitch, NzSelectModule, QuantityField, TextField],
  templateUrl: './bank-page.html',
  styleUrl: './bank-page.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BankPage {
  private readonly store = inject(Store);
  private readonly rig = this.store.selectSignal(rigFeature.selectRig);
  private readonly derived = this.store.selectSignal(selectDerived);
  protected readonly limits = LIMITS;
  protected readonly factor = (share: number) => formatNumber(share, 3);
  protected readonly chemistries = CHEMISTRY_IDS.map((id) => CHEMISTRIES[id]);
  protected readonly bank = computed(() => this.rig()?.bank ?? null);
  protected readonly sized = computed(() => this.derived()?.bank ?? null);
  protected readonly dayAh = computed(() => this.derived()?.audit.dayAh ?? null);
  protected readonly chemistry = computed(() => CHEMISTRIES[this.bank()?.chemistryId ?? 'lfp']);
  protected readonly models = computed(() => GENERIC_BATTERIES[this.chemistry().id]);
  protected readonly coldFraction = computed(() =>
    interpolate(this.chemistry().capacityFractionByTempC, this.bank()?.coldestTempC ?? 25),
  );

  protected readonly schools = computed(() => {
    const [bank, dayAh] = [this.bank(), this.dayAh()];
    if (!bank || !dayAh) return [];
    return usableSchools(bank.chemistryId).map((school) => {
      const { need, usableAh } = sizeBank({ ...bank, usableFraction: school.usableFraction }, dayAh);
      const answer = need
        ? `${formatNumber(need.autonomyDays.value, 1)} days, needs ${quantityText(need.requiredAh.value, 'Ah', { decimals: 0 })}`
        : quantityText(usableAh.value, 'Ah', { decimals: 0 });
      return { ...school, answer };
    });
  });
  protected readonly school = computed(() => {
    const share = this.bank()?.usableFraction;
    return this.schools().find((school) => school.usableFraction === share)?.id ?? null;
  });

  constructor() {
    inject(WorkingStore).suggest(computed(() => this.sized()?.need?.requiredAh ?? this.sized()?.usableAh ?? null));
  }

  protected begin(id: ChemistryId): void {
    this.store.dispatch(RigEdits.bankChanged({ bank: newBank(id) }));
  }

  /** Another chemistry brings its own battery and usable share; counts, cold and days stay. */
  protected turnTo(id: ChemistryId): void {
    const bank = this.bank();
    if (!bank) return;
    const { battery, usableFraction } = newBank(id);
    this.change({ chemistryId: id, battery, usableFraction });
  }

  protected change(changes: Partial<Bank>): void {
    const bank = this.bank();
    if (bank)
      this.store.dispatch(
        RigEdits.bankChanged({ bank: { ...bank, ...changes }, field: Object.keys(changes).join(',') }),
      );
  }

  protected battery(changes: Partial<Battery>): void {
    const bank = this.bank();
    if (!bank) return;
    const field = `battery ${Object.keys(changes).join(',')}`;
    this.store.dispatch(RigEdits.bankChanged({ bank: { ...bank, battery: { ...bank.battery, ...changes } }, field }));
  }

  protected pickModel(name: string): void {
    const model = this.models().find((one) => one.name === name);
    if (model) this.battery(model);
  }

  protected pickSchool(id: string): void {
    const school = this.schools().find((one) => one.id === id);
    if (school) this.change({ usableFraction: school.usableFraction });
  }
}
