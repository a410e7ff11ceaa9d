import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import type { Figure } from '@core/formula/figure';
import type { InverterProblem, InverterUse } from '@core/audit/inverter-use';
import { nominalVoltage } from '@core/cells/nominal-voltage';
import { formatNumber } from '@core/quantity/format';
import type { BenchPair, Inverter } from '@core/audit/inverter';
import { LIMITS } from '@core/rig/limits';
import { newInverter } from '@core/audit/fresh';
import { Edit } from '../../rig/edit';
import { rigFeature } from '../../rig/rig-feature';
import { selectDerived } from '../../rig/rig-selectors';
import { FigurePart } from '../../ui/figure';
import { LineChart, type ChartLine } from '../../ui/chart/line-chart';
import { MarginContent } from '../../ui/margin-slot';
import { MethodSwitch } from '../../ui/method-switch';
import { QuantityField } from '../../ui/quantity-field';
import { RowKey } from '../../ui/single-keys';
import { TextField } from '../../ui/text-field';
import { WorkingStore } from '../../ui/working-store';
import { StageTabs } from '../../rig/stage-tabs';

/** Inverters: off the sheet, or off the bench; what each costs while it only waits. */
@Component({
  selector: 'co-inverters-page',
  imports: [StageTabs, FigurePart, LineChart, MarginContent, MethodSwitch, QuantityField, RowKey, TextField],
  templateUrl: './inverters-page.html',
  styleUrl: './inverters-page.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class InvertersPage {
  private readonly store = inject(Store);
  private readonly rig = this.store.selectSignal(rigFeature.selectRig);
  private readonly derived = this.store.selectSignal(selectDerived);
  protected readonly limits = LIMITS;
  /** None takes nothing: in the plan, 0 is what is not known, which is written by leaving the field empty. */
  protected readonly standbyLimit = { ...LIMITS.standbyW, min: 0.01 };
  protected readonly number = formatNumber;
  private readonly pickedId = signal<string | null>(null);
  protected readonly inverters = computed(() => this.rig()?.inverters ?? []);
  protected readonly inverter = computed<Inverter | null>(
    () => this.inverters().find(({ id }) => id === this.pickedId()) ?? this.inverters()[0] ?? null,
  );
  protected readonly use = computed<InverterUse | null>(
    () => this.derived()?.audit.inverters.find(({ id }) => id === this.inverter()?.id) ?? null,
  );
  private readonly nominalV = computed(() => Number(nominalVoltage(this.rig()?.bank ?? null).value.toFixed(1)));
  protected readonly fit = computed(() => this.use()?.fit ?? null);
  protected readonly problems = computed(() => this.use()?.problems.map(problemText) ?? []);
  protected readonly outliers = computed(() => this.fit()?.points.filter((point) => point.outlier) ?? []);
  protected readonly fitWords = computed(() => {
    const fit = this.fit();
    if (!fit) return '';
    const { a, b, c, kind } = fit;
    if (kind === 'ratio')
      return `One pair gives a ratio: ${formatNumber(b, 3)} W from the bank for one behind the inverter.`;
    const square = c > 0 ? ` + ${formatNumber(c * 1000, 3)} × P² ÷ 1000` : '';
    return `From the bank: ${formatNumber(a, 1)} W standby + ${formatNumber(b, 3)} × P${square}.`;
  });
  protected readonly atLoads = computed(() => {
    const use = this.use();
    return use
      ? [10, 25, 50, 100, 200, 400, 800, 1500]
          .filter((acW) => acW <= Math.max(100, this.topW()))
          .map((acW) => ({ acW, efficiency: use.efficiencyAt(acW) * 100 }))
      : [];
  });
  protected readonly topW = computed(() =>
    Math.max(this.inverter()?.continuousW ?? 0, ...(this.fit()?.points.map(({ acW }) => acW) ?? []), 300),
  );

  protected readonly lines = computed<ChartLine[]>(() => {
    const use = this.use();
    if (!use) return [];
    const top = this.topW();
    const points = Array.from({ length: 120 }, (_, k) => {
      const acW = (top * (k + 1)) / 120;
      return { x: acW, y: use.efficiencyAt(acW) * 100 };
    });
    const lines: ChartLine[] = [{ says: 'efficiency', look: 'plain', axis: 'main', points }];
    const measured = this.fit()?.points.filter(({ acW, dcW }) => acW > 0 && dcW > 0) ?? [];
    if (measured.length > 0)
      lines.push({
        says: 'measured',
        look: 'points',
        axis: 'main',
        points: measured.map(({ acW, dcW }) => ({ x: acW, y: (100 * acW) / dcW })),
      });
    return lines;
  });
  protected readonly ticks = computed(() =>
    [0, 0.25, 0.5, 0.75, 1].map((share) => ({
      at: this.topW() * share,
      label: `${formatNumber(this.topW() * share, 0)} W`,
    })),
  );

  protected readonly ways = computed(() => {
    const use = this.use();
    if (!use) return [];
    return [
      {
        id: 'left-on',
        name: 'left on',
        reason: 'It waits with its standby for as many hours as it is on.',
        answers: answer(use, use.leftOnAh),
      },
      {
        id: 'when-needed',
        name: 'when needed',
        reason: 'It is switched on while one of its loads runs: by hand, by a relay, or by its own search mode.',
        answers: answer(use, use.whenNeededAh),
      },
    ];
  });

  constructor() {
    inject(WorkingStore).suggest(
      computed(() => {
        const use = this.use();
        return use && (use.standbyKnown ? use.leftOnAh : use.tenWattsAh);
      }),
    );
  }

  protected pick(id: string): void {
    this.pickedId.set(id);
  }

  protected add(): void {
    const inverter = newInverter(crypto.randomUUID());
    this.store.dispatch(Edit.add('inverters', inverter));
    this.pickedId.set(inverter.id);
  }

  protected remove(id: string): void {
    this.store.dispatch(Edit.remove('inverters', id));
  }

  protected change(id: string, changes: Partial<Inverter>): void {
    this.store.dispatch(Edit.change('inverters', id, changes));
  }

  protected switched(id: string, way: string): void {
    this.change(id, { switched: way as Inverter['switched'] });
  }

  protected addPair({ id, bench }: Inverter): void {
    const last = bench.at(-1);
    this.change(id, {
      bench: [...bench, { acW: last ? last.acW * 2 || 50 : 0, dcV: last?.dcV ?? this.nominalV(), dcA: 0 }],
    });
  }

  protected changePair({ id, bench }: Inverter, at: number, changes: Partial<BenchPair>): void {
    this.change(id, { bench: bench.map((pair, k) => (k === at ? { ...pair, ...changes } : pair)) });
  }

  protected removePair({ id, bench }: Inverter, at: number): void {
    this.change(id, { bench: bench.filter((_, k) => k !== at) });
  }
}

/** Nothing that is not known. */
const answer = ({ standbyKnown }: InverterUse, figure: Figure) => (standbyKnown ? [{ lead: '', figure }] : []);

function problemText({ code, neededW, ratedW }: InverterProblem): string {
  const [needed, rated] = [formatNumber(neededW, 0), formatNumber(ratedW, 0)];
  return code === 'over-continuous'
    ? `Its loads all at once take ${needed} W; its sheet allows ${rated} W continuously.`
    : `With the hardest load starting they take ${needed} W; its sheet allows a surge of ${rated} W.`;
}
