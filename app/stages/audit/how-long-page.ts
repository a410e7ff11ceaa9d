import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Store } from '@ngrx/store';
import { NzSelectModule } from 'ng-zorro-antd/select';
import { drawTogether, runnables, runningOf } from '@core/audit/running';
import { GENERIC_BATTERIES } from '@core/bank/generic-batteries.data';
import { type AskedSource, flatLossOf, postsOf, runtimeSource, usualEndV, usualShareOf } from '@core/bank/asked-source';
import { type PostVoltage, usableToEndVoltage } from '@core/bank/end-voltage';
import { calibrate, runtimeOf, type RuntimeSource } from '@core/bank/runtime';
import { hoursByTrials } from '@core/bank/by-trials';
import { usableSchools } from '@core/bank/usable-schools';
import { entered, type Figure, type Sourced } from '@core/formula/figure';
import { formatNumber } from '@core/quantity/format';
import { LOSS_SCHOOLS, type LossSchool } from '@core/bank/plan';
import { LIMITS } from '@core/rig/limits';
import type { RuntimeTrial } from '@core/bank/trial';
import { Edit } from '../../rig/edit';
import { rigFeature } from '../../rig/rig-feature';
import { selectDerived } from '../../rig/rig-selectors';
import { momentLabel } from '../../ui/dates';
import { FigurePart } from '../../ui/figure';
import { MarginContent } from '../../ui/margin-slot';
import { type MethodAnswer, MethodSwitch } from '../../ui/method-switch';
import { QuantityField } from '../../ui/quantity-field';
import { TextField } from '../../ui/text-field';
import { WorkingStore } from '../../ui/working-store';
import { StageTabs } from '../../rig/stage-tabs';
import { nowMs } from '../../ui/now';

const SCHOOL_WORDS: Record<LossSchool, { name: string; reason: string }> = {
  itemised: {
    name: 'itemised',
    reason: 'Conversion losses at each load, ageing, cold and Peukert at the battery.',
  },
  flat: { name: 'flat loss', reason: 'Watts as read at the loads, one share off for everything.' },
  plain: { name: 'plain', reason: 'Usable amp-hours ÷ amperes at the loads, nothing taken off.' },
};

const BANK = 'bank';
const END_VOLTAGE = 'end-voltage';

/** Past four days tenths of an hour say nothing. */
const decimalsOf = ({ value }: Figure) => (value < 100 ? 1 : 0);

/** The quick question: how long do these run on that? Answers can be kept, and compared with what happened. */
@Component({
  selector: 'co-how-long-page',
  imports: [StageTabs, FigurePart, FormsModule, MarginContent, MethodSwitch, NzSelectModule, QuantityField, TextField],
  templateUrl: './how-long-page.html',
  styleUrl: './how-long-page.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class HowLongPage {
  private readonly store = inject(Store);
  protected readonly rig = this.store.selectSignal(rigFeature.selectRig);
  private readonly derived = this.store.selectSignal(selectDerived);
  protected readonly limits = LIMITS;
  protected readonly number = formatNumber;
  protected readonly schoolIds = LOSS_SCHOOLS;
  protected readonly schoolWords = SCHOOL_WORDS;
  protected readonly when = momentLabel;

  protected readonly picked = signal<ReadonlySet<string> | null>(null);
  /** Watts beside the loads of the audit. */
  protected readonly extraW = signal(0);
  protected readonly sourceId = signal<string | null>(null);
  protected readonly method = signal<RuntimeTrial['method']>('itemised');
  protected readonly name = signal('');

  protected readonly shelf = computed(() => [...(this.rig()?.shelf ?? []), ...GENERIC_BATTERIES]);
  protected readonly chosenId = computed(() => this.sourceId() ?? (this.rig()?.bank ? BANK : GENERIC_BATTERIES[0]!.id));
  private readonly battery = computed(() => this.shelf().find(({ id }) => id === this.chosenId()) ?? null);
  /** A battery of the shelf, or the bank; null where neither is there. */
  private readonly asked = computed<AskedSource | null>(() => {
    const [battery, bank, sized] = [this.battery(), this.rig()?.bank, this.derived()?.bank];
    if (battery) return { battery };
    return bank && sized ? { bank, sized } : null;
  });
  private readonly edits = computed(() => this.rig()?.chemistryEdits ?? {});
  private readonly posts = computed<PostVoltage | null>(() => {
    const asked = this.asked();
    return asked && postsOf(asked, this.edits());
  });
  protected readonly usable = linkedSignal(() => {
    const asked = this.asked();
    return asked ? usualShareOf(asked, this.edits()) : 0;
  });

  /** Down to a voltage under load instead of a share. */
  protected readonly byVoltage = signal(false);
  /** Usual for the chemistry until another is typed. */
  protected readonly endV = linkedSignal(() => {
    const posts = this.posts();
    return posts ? usualEndV(posts) : 0;
  });
  protected readonly toVoltage = computed(() => {
    const posts = this.posts();
    return posts && usableToEndVoltage(posts, this.endV(), this.draw().atBankW);
  });
  private readonly usableShare = computed<Sourced>(() =>
    this.byVoltage() ? (this.toVoltage() ?? entered(this.usable())) : entered(this.usable()),
  );

  protected readonly decimalsOf = decimalsOf;
  protected readonly inDays = (hours: number) =>
    hours < 48 ? '' : `, ${formatNumber(hours / 24, hours < 240 ? 1 : 0)} days`;

  private readonly all = computed(() => {
    const [rig, derived] = [this.rig(), this.derived()];
    return rig && derived ? runnables(rig.loads, derived.audit) : [];
  });
  /** What must never stop, until others are picked. */
  protected readonly on = computed(
    () =>
      this.picked() ??
      new Set(
        this.all()
          .filter(({ must }) => must)
          .map(({ id }) => id),
      ),
  );
  private readonly running = computed(() => runningOf(this.all(), this.on()));
  protected readonly rows = computed(() => {
    const running = new Set(this.running().map(({ id }) => id));
    return this.all().map((one) => ({
      ...one,
      on: running.has(one.id),
      /** It runs because a load needs it, whether picked or not. */
      needed: running.has(one.id) && !this.on().has(one.id),
      how: one.kind === 'inverter' ? 'idle, while it is on' : one.cycles ? 'as it cycles' : 'while it runs',
    }));
  });
  private readonly draw = computed(() => drawTogether(this.running(), this.extraW()));

  private readonly source = computed<RuntimeSource | null>(() => {
    const asked = this.asked();
    return asked && runtimeSource(asked, this.edits(), this.usableShare());
  });

  protected readonly runtime = computed(() => {
    const source = this.source();
    const { atBankW, atLoadsW } = this.draw();
    return source && atBankW.value > 0
      ? runtimeOf(source, atBankW, atLoadsW, flatLossOf(this.rig()?.bank ?? null))
      : null;
  });
  protected readonly answer = computed(() => {
    const runtime = this.runtime();
    return runtime && runtime.hours[this.method()];
  });
  protected readonly calibrated = computed(() => {
    const [answer, own] = [this.answer(), calibrate(this.rig()?.trials ?? [], this.method())];
    const hours = answer && hoursByTrials(answer, own, this.method());
    return hours && own ? { ...own, hours } : null;
  });

  protected readonly methods = computed(() => {
    const runtime = this.runtime();
    return LOSS_SCHOOLS.map((id) => {
      const hours = runtime?.hours[id];
      const own = hours && hoursByTrials(hours, calibrate(this.rig()?.trials ?? [], id), id);
      const answers: MethodAnswer[] = hours ? [{ lead: '', figure: hours, decimals: decimalsOf(hours) }] : [];
      if (own) answers.push({ lead: 'by your trials', figure: own, decimals: decimalsOf(own) });
      return { id, ...SCHOOL_WORDS[id], answers };
    });
  });
  private readonly schools = computed(() => usableSchools(this.posts()?.chemistry.id ?? 'lfp'));
  protected readonly shares = computed(() => {
    const percent = (share: number) => `${formatNumber(share * 100, 0)} %`;
    const isDrawn = this.draw().atBankW.value > 0;
    const toVoltage = this.toVoltage();
    return [
      ...this.schools().map((school) => ({ ...school, answers: [percent(school.usableFraction)] })),
      {
        id: END_VOLTAGE,
        name: 'end voltage',
        reason: 'Down to a voltage under this very load, at the posts: what a starter, a pump or a radio still needs.',
        answers: toVoltage && isDrawn ? [{ lead: '', figure: toVoltage, decimals: 0 }] : [],
      },
    ];
  });
  protected readonly share = computed(() =>
    this.byVoltage()
      ? END_VOLTAGE
      : (this.schools().find(({ usableFraction }) => usableFraction === this.usable())?.id ?? null),
  );

  protected readonly trials = computed(() =>
    [...(this.rig()?.trials ?? [])].reverse().map((trial) => ({
      trial,
      error:
        trial.observedH === null || trial.predictedH === 0
          ? null
          : (100 * (trial.observedH - trial.predictedH)) / trial.predictedH,
    })),
  );

  constructor() {
    inject(WorkingStore).suggest(this.answer);
  }

  protected toggle(id: string): void {
    const next = new Set(this.on());
    if (!next.delete(id)) next.add(id);
    this.picked.set(next);
  }

  protected pickMethod(id: string): void {
    this.method.set(id as RuntimeTrial['method']);
  }

  protected pickShare(id: string): void {
    this.byVoltage.set(id === END_VOLTAGE);
    const share = this.schools().find((one) => one.id === id);
    if (share) this.usable.set(share.usableFraction);
  }

  protected keep(): void {
    const answer = this.answer();
    if (!answer) return;
    const says =
      this.name().trim() ||
      this.running()
        .filter(({ id }) => this.on().has(id))
        .map((one) => one.says)
        .join(', ')
        .slice(0, 120) ||
      'a draw';
    const drawW = Number(this.draw().atBankW.value.toPrecision(6));
    const trial: RuntimeTrial = {
      id: crypto.randomUUID(),
      atMs: nowMs(),
      says,
      drawW,
      method: this.method(),
      predictedH: Number(answer.value.toPrecision(6)),
      observedH: null,
    };
    this.store.dispatch(Edit.add('trials', trial));
    this.name.set('');
  }

  protected observe(id: string, observedH: number | null): void {
    this.store.dispatch(Edit.change('trials', id, { observedH }));
  }

  protected drop(id: string): void {
    this.store.dispatch(Edit.remove('trials', id));
  }
}
