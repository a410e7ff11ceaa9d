import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal } from '@angular/core';
import { Store } from '@ngrx/store';
import { CHEMISTRY_IDS, type Curve } from '@core/cells/chemistry';
import { CHEMISTRIES } from '@core/cells/chemistry.data';
import { chemistryOf, type CurveKey, ownKeys } from '@core/cells/chemistry-of';
import type { Battery } from '@core/cells/battery';
import type { ChemistryEdit } from '@core/cells/chemistry-edit';
import type { Limit } from '@core/plan/limit';
import { Edit } from '../../rig/edit';
import { Choice, type Option } from '../../ui/choice';
import { QuantityField } from '../../ui/quantity-field';
import { TextField } from '../../ui/text-field';
import { UnitChoice } from '../../ui/unit-choice';
import { BankFacts } from './bank-facts';
import { StageTabs } from '../../rig/stage-tabs';
import { type ChemistryField, CHEMISTRY_FIELDS, CURVE_FIELDS } from './chemistry-fields';
import { CurveEditor } from './curve-editor';

const BANK = 'the bank';

/** What is assumed of a chemistry, or of one model; where it comes from, and what the user knows better. */
@Component({
  selector: 'co-chemistry-page',
  imports: [StageTabs, Choice, CurveEditor, QuantityField, TextField],
  templateUrl: './chemistry-page.html',
  styleUrl: './chemistry-page.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ChemistryPage {
  private readonly store = inject(Store);
  private readonly facts = inject(BankFacts);
  protected readonly units = inject(UnitChoice);
  protected readonly values = CHEMISTRY_FIELDS;
  protected readonly curves = CURVE_FIELDS;
  /** From the address: a chemistry, a model of the shelf, or the bank’s. */
  readonly of = input<string>();

  private readonly models = computed<readonly { id: string; name: string; battery: Battery }[]>(() => {
    const bank = this.facts.bank();
    const shelf = this.facts.rig()?.shelf ?? [];
    return [
      ...(bank ? [{ id: BANK, name: `${bank.battery.name}, in the bank`, battery: bank.battery }] : []),
      ...shelf.map((battery) => ({
        id: battery.id,
        name: `${battery.name || 'unnamed model'}, on the shelf`,
        battery,
      })),
    ];
  });
  protected readonly options = computed<readonly Option[]>(() => [
    ...CHEMISTRY_IDS.map((id) => ({ id, name: CHEMISTRIES[id].name })),
    ...this.models(),
  ]);
  protected readonly scope = linkedSignal<string>(() => {
    const asked = this.of();
    const known = this.options().some(({ id }) => id === asked);
    return known ? asked! : (this.facts.bank()?.battery.chemistryId ?? 'lfp');
  });
  protected readonly model = computed(() => this.models().find(({ id }) => id === this.scope()) ?? null);
  private readonly chemistryId = computed(
    () => this.model()?.battery.chemistryId ?? CHEMISTRY_IDS.find((id) => id === this.scope()) ?? 'lfp',
  );
  protected readonly chemistry = computed(() => CHEMISTRIES[this.chemistryId()]);
  protected readonly called = computed(() => this.model()?.battery.name ?? this.chemistry().name);
  /** What holds where nothing is typed here. */
  protected readonly base = computed(() =>
    chemistryOf({ chemistryId: this.chemistryId() }, this.model() ? this.facts.edits() : {}),
  );
  protected readonly own = computed<ChemistryEdit>(
    () => (this.model() ? this.model()!.battery.own : this.facts.edits()[this.chemistryId()]) ?? {},
  );
  protected readonly edited = computed(() => ownKeys(this.own()).length);

  /** Lithium is never charged below 0 °C, whatever a sheet may say. */
  protected limitOf({ key, limit }: ChemistryField): Limit {
    return key === 'chargeFromTempC' && this.chemistry().family === 'lithium' ? { ...limit, min: 0 } : limit;
  }

  protected usual({ key, unit, decimals }: ChemistryField): string {
    return this.units.text(this.base()[key], unit, { decimals });
  }

  protected set(key: ChemistryField['key'], value: number | null): void {
    const own = { ...this.own() };
    if (value === null) delete own[key];
    else own[key] = { value, source: own[key]?.source ?? '' };
    this.keep(key, own);
  }

  protected setCurve(key: CurveKey, { curve, field }: { curve: Curve | null; field: string }): void {
    const own = { ...this.own() };
    if (curve === null) delete own[key];
    else own[key] = { value: curve.map(([x, y]) => [x, y]), source: own[key]?.source ?? '' };
    this.keep(`${key} ${field}`, own);
  }

  protected from(key: keyof ChemistryEdit, source: string): void {
    const mine = this.own()[key];
    if (mine) this.keep(`${key} source`, { ...this.own(), [key]: { ...mine, source } });
  }

  private keep(key: string, own: ChemistryEdit): void {
    const [bank, scope] = [this.facts.bank(), this.scope()];
    const field = `${scope} ${key}`;
    if (!this.model()) {
      const edits = { ...this.facts.edits(), [this.chemistryId()]: own };
      this.store.dispatch(Edit.set({ chemistryEdits: edits }, field));
    } else if (scope === BANK && bank) {
      this.store.dispatch(Edit.set({ bank: { ...bank, battery: { ...bank.battery, own } } }, field));
    } else {
      const shelf = (this.facts.rig()?.shelf ?? []).map((one) => (one.id === scope ? { ...one, own } : one));
      this.store.dispatch(Edit.set({ shelf }, field));
    }
  }
}
