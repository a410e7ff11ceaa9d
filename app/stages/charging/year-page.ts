import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  linkedSignal,
  signal,
  untracked,
} from '@angular/core';
import type { MonthOutcome, SourceMonth } from '@core/charging/summarise-year';
import { hourTable, type TracedHour } from '@core/charging/trace-week';
import { formatNumber } from '@core/quantity/format';
import { NO_CHANGE } from '@core/simulation/what-if';
import { monthStart } from '@core/series/calendar';
import { YearPool } from '../../workers/year-pool';
import { FigurePart } from '../../ui/figure';
import { MarginContent } from '../../ui/margin-slot';
import { WorkingStore } from '../../ui/working-store';
import { ChargingFacts } from './charging-facts';
import { StageTabs } from '../../rig/stage-tabs';
import { MONTH_NAMES, monthName, SELDOM_DAYS } from './charging-words';
import { EmptyCharging } from './empty-charging';
import { FanChart } from './fan-chart';
import { WeekChart } from './week-chart';
import { YearState } from './year-state';

const DAY_MS = 86_400_000;

/** The simulated years in full: the fan of the charge, every month's figures, one bad week hour by hour. */
@Component({
  selector: 'co-year-page',
  imports: [StageTabs, EmptyCharging, FanChart, FigurePart, MarginContent, WeekChart, YearState],
  templateUrl: './year-page.html',
  styleUrl: './year-page.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class YearPage {
  protected readonly facts = inject(ChargingFacts);
  private readonly pool = inject(YearPool);
  protected readonly year = this.facts.year;
  protected readonly number = formatNumber;
  /** How exactly the energy adds up: the power of ten below, at most a billion. */
  protected readonly oneIn = (share: number) => formatNumber(10 ** Math.floor(-Math.log10(Math.max(1e-9, share))), 0);
  protected readonly monthName = monthName;
  protected readonly seldomDays = SELDOM_DAYS;
  protected readonly months = MONTH_NAMES;
  protected readonly outcome = this.year.outcome;
  protected readonly reserve = computed(() => 1 - (this.facts.bank()?.usableFraction ?? 1));
  protected readonly sources = computed(() => (this.facts.plan()?.sources ?? []).filter(({ on }) => on));
  private readonly hours = signal<{ hours: TracedHour[]; lowestDay: number } | null>(null);
  /** Day of the year on which the shown week begins. */
  protected readonly weekStart = linkedSignal(() => {
    const traced = this.hours();
    return traced ? (traced.lowestDay + 365 - 5) % 365 : 0;
  });
  protected readonly week = computed(() => {
    const traced = this.hours();
    if (!traced) return null;
    const first = traced.hours.findIndex(({ day }) => day === this.weekStart());
    // The week may run over the end of the simulated year: then it stops there.
    return traced.hours.slice(first, first + 7 * 24);
  });
  protected readonly weekName = computed(
    () => `${dayName(this.weekStart())} to ${dayName((this.weekStart() + 6) % 365)}`,
  );
  protected readonly lowestOfWeek = computed(() => Math.min(1, ...(this.week()?.map(({ soc }) => soc) ?? [])));

  constructor() {
    inject(WorkingStore).suggest(computed(() => this.outcome()?.worst.lowestMedian ?? null));
    effect((onCleanup) => {
      const [parts, outcome] = [this.year.parts(), this.outcome()];
      let current = true;
      onCleanup(() => (current = false));
      if (!parts || !outcome || untracked(this.year.pending)) return;
      void this.pool
        .trace(parts, NO_CHANGE, outcome.badRun)
        .then(({ hours, firstDay }) => {
          if (!current) return;
          const rows = hourTable(hours, firstDay);
          const from = monthStart(outcome.worst.month - 1);
          const own = rows.filter(({ day }) => day >= from && day < from + 31);
          const lowest = own.reduce((least, row) => (row.soc < least.soc ? row : least));
          this.hours.set({ hours: rows, lowestDay: lowest.day });
        })
        .catch(() => undefined);
    });
  }

  protected shift(days: number): void {
    this.weekStart.update((day) => (day + days + 365) % 365);
  }

  protected percent(share: number): string {
    return formatNumber(100 * share, 0);
  }

  protected ofSource(month: MonthOutcome, id: string): SourceMonth | undefined {
    return month.bySource.find((source) => source.id === id);
  }
}

function dayName(day: number): string {
  return new Date(Date.UTC(2027, 0, 1) + day * DAY_MS).toLocaleDateString('en-GB', {
    day: 'numeric',
    month: 'long',
    timeZone: 'UTC',
  });
}
