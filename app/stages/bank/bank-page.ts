import { cellsInSeries } from '@core/cells/cells-in-series';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { NzSelectModule } from 'ng-zorro-antd/select';
import { mayMix, mixingWarnings, type MixingWarning } from '@core/bank/mixing';
import { calibrate } from '@core/bank/runtime';
import { neededByTrials } from '@core/bank/by-trials';
import { sizeBank } from '@core/bank/size-bank';
import { usableSchools } from '@core/bank/usable-schools';
import { CHEMISTRY_IDS, type ChemistryId } from '@core/cells/chemistry';
import { CHEMISTRIES } from '@core/cells/chemistry.data';
import { chemistryOf } from '@core/cells/chemistry-of';
import { type Figure, under } from '@core/formula/figure';
import { asTyped, formatNumber } from '@core/quantity/format';
import type { Bank, OtherStrings } from '@core/bank/plan';
import type { Battery } from '@core/cells/battery';
import { LIMITS } from '@core/rig/limits';
import { newBank, simpleBank } from '@core/bank/fresh';
import { FigurePart } from '../../ui/figure';
import { DateField } from '../../ui/date-field';
import { MarginContent } from '../../ui/margin-slot';
import { type MethodAnswer, MethodSwitch } from '../../ui/method-switch';
import { QuantityField } from '../../ui/quantity-field';
import { TextField } from '../../ui/text-field';
import { UnitChoice } from '../../ui/unit-choice';
import { WorkingStore } from '../../ui/working-store';
import { BankFacts } from './bank-facts';
import { StageTabs } from '../../rig/stage-tabs';

/** Stage 2: the bank, what it holds, and whether it carries the audited day. */
@Component({
  selector: 'co-bank-page',
  imports: [
    StageTabs,
    DateField,
    FigurePart,
    FormsModule,
    MarginContent,
    MethodSwitch,
    NzSelectModule,
    QuantityField,
    TextField,
  ],
  templateUrl: './bank-page.html',
  styleUrl: './bank-page.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BankPage {
  protected readonly facts = inject(BankFacts);
  protected readonly units = inject(UnitChoice);
  protected readonly limits = LIMITS;
  protected readonly typed = asTyped;
  protected readonly factor = (share: number) => formatNumber(share, 3);
  protected readonly chemistries = CHEMISTRY_IDS.map((id) => CHEMISTRIES[id]);
  protected readonly bank = this.facts.bank;
  protected readonly sized = this.facts.sized;
  protected readonly chemistry = this.facts.chemistry;
  protected readonly demand = computed(() => this.facts.derived()?.demand ?? null);
  protected readonly models = computed(() =>
    this.facts.shelf().filter((model) => model.chemistryId === this.chemistry().id),
  );
  protected readonly others = computed(() =>
    (this.bank()?.others ?? []).map((other) => ({
      other,
      warnings: mixingWarnings(this.bank()!, other).map(warningText),
    })),
  );
  /** What stands in the list of strings to mix in: nothing, but for the moment of picking. */
  protected readonly mixing = signal<string | null>(null);
  /** Why the last pick may not be mixed in. */
  protected readonly refused = signal<string | null>(null);

  protected readonly schools = computed(() => {
    const [bank, demand] = [this.bank(), this.demand()];
    if (!bank || !demand) return [];
    return usableSchools(bank.battery.chemistryId).map((school) => {
      const { need, usableAh } = sizeBank(
        { ...bank, usableFraction: school.usableFraction },
        demand,
        this.facts.edits(),
      );
      const answer = (lead: string, figure: Figure, decimals: number): MethodAnswer => ({
        lead,
        figure: under(figure, school.id),
        decimals,
      });
      const answers = need
        ? [answer('', need.autonomyDays, 1), answer('needs', need.requiredAh, 0)]
        : [answer('', usableAh, 0)];
      return { ...school, answers };
    });
  });
  protected readonly school = computed(() => {
    const share = this.bank()?.usableFraction;
    return this.schools().find((school) => school.usableFraction === share)?.id ?? null;
  });
  protected readonly lossSchools = computed(() => {
    const [bank, demand] = [this.bank(), this.demand()];
    if (!bank || !demand) return [];
    const needed = (lossSchool: Bank['lossSchool']) => {
      const need = sizeBank({ ...bank, lossSchool }, demand, this.facts.edits()).need;
      if (!need) return [];
      const own = neededByTrials(need.requiredAh, calibrate(this.facts.rig()?.trials ?? [], lossSchool), lossSchool);
      const answers: MethodAnswer[] = [{ lead: 'needs', figure: under(need.requiredAh, lossSchool), decimals: 0 }];
      if (own) answers.push({ lead: 'by your trials', figure: own, decimals: 0 });
      return answers;
    };
    return [
      {
        id: 'itemised',
        name: 'itemised',
        reason: 'Ageing, cold and Peukert each for itself; conversion losses stand in the audit.',
        answers: needed('itemised'),
      },
      {
        id: 'flat',
        name: 'flat',
        reason: 'One share off for everything: quick, and the same for a warm young bank and a cold old one.',
        answers: needed('flat'),
      },
      {
        id: 'plain',
        name: 'plain',
        reason: 'Usable amp-hours ÷ amperes, nothing taken off: the least bank, and the least truth on a cold night.',
        answers: needed('plain'),
      },
    ];
  });

  constructor() {
    inject(WorkingStore).suggest(computed(() => this.sized()?.need?.requiredAh ?? this.sized()?.usableAh ?? null));
  }

  protected begin(id: ChemistryId): void {
    const battery = this.modelOf(id);
    this.facts.set({ ...newBank(battery), usableFraction: this.usualShare(battery) });
  }

  /** Another chemistry brings its own battery and usable share; counts, cold and days stay, strings of the old one go. */
  protected turnTo(id: ChemistryId): void {
    const battery = this.modelOf(id);
    this.facts.change({ battery, usableFraction: this.usualShare(battery), others: [] });
  }

  protected battery(changes: Partial<Battery>): void {
    const bank = this.bank();
    if (!bank) return;
    this.facts.change({ battery: { ...bank.battery, ...changes } }, `battery ${Object.keys(changes).join(',')}`);
  }

  protected pickModel(name: string): void {
    const model = this.models().find((one) => one.name === name);
    if (model) this.facts.change({ battery: model });
    else this.battery({ name });
  }

  protected pickSchool(id: string): void {
    const school = this.schools().find((one) => one.id === id);
    if (school) this.facts.change({ usableFraction: school.usableFraction });
  }

  protected pickLosses(id: string): void {
    this.facts.change({ lossSchool: id as Bank['lossSchool'] });
  }

  protected mixIn(id: string): void {
    this.mixing.set(id);
    setTimeout(() => this.mixing.set(null));
    const bank = this.bank();
    const battery = this.facts.shelf().find((model) => model.id === id);
    if (!bank || !battery) return;
    if (!mayMix(bank, { battery })) {
      this.refused.set(
        `${battery.name} is refused: ${CHEMISTRIES[battery.chemistryId].shortName} beside ${this.chemistry().shortName} in one bank. They rest and charge at different voltages, so one string would feed the other and never be full.`,
      );
      return;
    }
    this.refused.set(null);
    const seriesCount = Math.max(1, Math.round(cellsInSeries(bank) / battery.cellsInSeries));
    const other: OtherStrings = { battery, seriesCount, parallelCount: 1, boughtIn: null, reason: '' };
    this.facts.change({ others: [...bank.others, other] });
  }

  protected changeOther(index: number, changes: Partial<OtherStrings>): void {
    const others = this.bank()?.others.map((other, k) => (k === index ? { ...other, ...changes } : other));
    if (others) this.facts.change({ others });
  }

  protected removeOther(index: number): void {
    this.facts.change({ others: this.bank()?.others.filter((_, k) => k !== index) ?? [] });
  }

  private modelOf(id: ChemistryId): Battery {
    return this.facts.shelf().find((model) => model.chemistryId === id) ?? simpleBank(id).battery;
  }

  /** Of its chemistry, with the user's own values. */
  private usualShare(battery: Battery): number {
    return chemistryOf(battery, this.facts.edits()).usableFraction;
  }
}

function warningText(warning: MixingWarning): string {
  switch (warning.code) {
    case 'voltage':
      return `It has ${warning.otherCells} cells in a row and the bank ${warning.ownCells}: never join strings of different voltage.`;
    case 'model':
      return `Another model (${warning.says}): unequal resistance shares the current unequally, and one works harder than its sheet foresees.`;
    case 'capacity':
      return `Another capacity, ${asTyped(warning.otherAh)} beside ${asTyped(warning.ownAh)} Ah: the smaller is full and empty first.`;
    case 'age':
      return `${warning.months} months between them: the older one ages the younger.`;
    case 'age-unknown':
      return 'One of them has no date: batteries bought more than six months apart should not be mixed.';
  }
}
