import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import {
  between,
  type Contradiction,
  type MeterHistory,
  meterHistory,
  unseenUse,
} from '@core/monitor/history/meter-history';
import type { MeterTotals } from '@core/monitor/plan';
import { formatNumber, quantityText } from '@core/quantity/format';
import type { Unit } from '@core/quantity/unit';
import { LIMITS } from '@core/rig/limits';
import type { Limit } from '@core/plan/limit';
import { StageTabs } from '../../rig/stage-tabs';
import { momentLabel } from '../../ui/dates';
import { FigurePart } from '../../ui/figure';
import { nowMs } from '../../ui/now';
import { QuantityField } from '../../ui/quantity-field';
import { EmptyMonitor } from './empty-monitor';
import { MonitorFacts } from './monitor-facts';

type TotalKey = Exclude<keyof MeterTotals, 'id' | 'atMs'>;
interface TotalField {
  key: TotalKey;
  caption: string;
  unit: Unit;
  limit: Limit;
}

const FIELDS: readonly TotalField[] = [
  { key: 'days', caption: 'Days it has counted', unit: 'Day', limit: LIMITS.totalDays },
  { key: 'outAh', caption: 'Ah drawn in all', unit: 'Ah', limit: LIMITS.totalAh },
  { key: 'deepestAh', caption: 'Deepest discharge', unit: 'Ah', limit: LIMITS.totalAh },
  { key: 'meanAh', caption: 'Mean discharge', unit: 'Ah', limit: LIMITS.totalAh },
  { key: 'inKWh', caption: 'Charged in all', unit: 'KWh', limit: LIMITS.totalKWh },
  { key: 'outKWh', caption: 'Drawn in all', unit: 'KWh', limit: LIMITS.totalKWh },
  { key: 'fullMarks', caption: 'Full marks', unit: 'Count', limit: LIMITS.totalCount },
  { key: 'cycles', caption: 'Cycles', unit: 'Count', limit: LIMITS.totalCount },
];

const ah = (value: number) => quantityText(value, 'Ah', { decimals: 0 });
const CONTRADICTION_WORDS: Record<Contradiction['code'], (of: Contradiction) => string> = {
  'mean-deeper-than-deepest': ({ is, bound }) =>
    `A mean discharge of ${ah(is)} cannot be deeper than the deepest, ${ah(bound)}: one of the two was read wrong.`,
  'deeper-than-bank': ({ is, bound }) =>
    `A discharge of ${ah(is)} is more than the bank of ${ah(bound)} holds: the capacity or the shunt was set wrong, or full was not marked for long and the count ran away.`,
  'more-out-than-in': ({ is, bound }) =>
    `${formatNumber(is, 1)} kWh came out, more than went in and the bank held, ${formatNumber(bound, 1)} kWh: some source charges past the shunt.`,
  'less-out-than-deepest': ({ is, bound }) =>
    `${ah(is)} drawn in all is less than one discharge of ${ah(bound)}: the totals were reset at different times.`,
  'volts-impossible': ({ is, bound }) =>
    `kWh over Ah drawn come to ${formatNumber(is, 1)} V; the bank has ${formatNumber(bound, 1)} V: the totals were reset at different times, or the shunt is set wrong.`,
  'out-impossible': ({ is, bound }) =>
    `${ah(is)} a day is more than three times the bank of ${ah(bound)} every day: a wrong shunt ratio, or days reset later than the Ah.`,
  'cycles-impossible': ({ is, bound }) =>
    `Cycles times the mean discharge come to ${ah(is)}, twice what was drawn in all, ${ah(bound)}: they count something else, or were reset at different times.`,
  'no-days': () => 'It has counted no day yet: nothing can be said a day.',
};

/** From the meter's own history: what its totals mean, what they cannot have seen, and where they contradict each other. */
@Component({
  selector: 'co-meter-history-page',
  imports: [EmptyMonitor, FigurePart, QuantityField, StageTabs],
  templateUrl: './history-page.html',
  styleUrl: './history-page.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class HistoryPage {
  protected readonly facts = inject(MonitorFacts);
  protected readonly fields = FIELDS;
  private readonly totals = computed(() => [...(this.facts.plan()?.totals ?? [])].sort((a, b) => b.atMs - a.atMs));
  protected readonly rows = computed(() =>
    this.totals().map((totals, k, all) => {
      const earlier = all[k + 1];
      const since = earlier ? between(earlier, totals) : null;
      return {
        totals,
        when: momentLabel(totals.atMs, this.facts.timeZone()),
        means: this.meaning(totals),
        since: since && this.meaning(since),
        reset: earlier !== undefined && since === null,
        sinceWhen: earlier ? momentLabel(earlier.atMs, this.facts.timeZone()) : '',
      };
    }),
  );
  protected readonly headline = computed(() => {
    const [last] = this.rows();
    if (!last) return 'What does the meter say of its own past?';
    const { contradictions, figures } = last.means.history;
    if (contradictions.length > 0)
      return contradictions.length === 1
        ? 'One thing in the meter’s totals does not go together.'
        : `${contradictions.length} things in the meter’s totals do not go together.`;
    const drawn = figures.find(({ id }) => id === 'history.out-a-day');
    return drawn
      ? `The meter has seen ${quantityText(drawn.value, 'AhPerDay')} drawn.`
      : 'Enter the days and the Ah drawn: then it tells a day’s use.';
  });

  protected add(): void {
    const empty = Object.fromEntries(FIELDS.map(({ key }) => [key, null])) as Record<TotalKey, null>;
    const totals = this.facts.plan()?.totals ?? [];
    this.facts.change({ totals: [...totals, { id: crypto.randomUUID(), atMs: nowMs(), ...empty }] }, 'add totals');
  }

  protected set(id: string, key: TotalKey, value: number | null): void {
    const totals = this.facts.plan()?.totals.map((one) => (one.id === id ? { ...one, [key]: value } : one));
    if (totals) this.facts.change({ totals }, `totals ${id} ${key}`);
  }

  protected remove(id: string): void {
    const totals = this.facts.plan()?.totals.filter((one) => one.id !== id);
    if (totals) this.facts.change({ totals }, `remove totals ${id}`);
  }

  private meaning(totals: MeterTotals) {
    const rig = this.facts.monitorRig();
    const nothing: MeterHistory = { figures: [], contradictions: [] };
    const history = rig ? meterHistory(totals, rig.sized.capacityAh, rig.sized.nominalV) : nothing;
    const dayAh = this.facts.dayAh();
    return {
      history,
      unseen: dayAh ? unseenUse(history, dayAh) : null,
      says: history.contradictions.map((one) => CONTRADICTION_WORDS[one.code](one)),
    };
  }
}
