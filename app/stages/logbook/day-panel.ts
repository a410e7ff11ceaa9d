import { ChangeDetectionStrategy, Component, computed, inject, input, resource } from '@angular/core';
import { formatNumber } from '@core/quantity/format';
import { type Columns, sliceColumns } from '@core/series/columns';
import { envelope, type Point } from '@core/series/envelope';
import { hourlyFlows } from '@core/series/hourly';
import type { LedgerRow } from '@core/logbook/ledger';
import { readDay } from '../../storage/day-blocks';
import { Storage } from '../../storage/storage';
import { fullDayLabel } from '../../ui/dates';
import { LineChart, type ChartLine } from '../../ui/chart/line-chart';
import { toWallTime } from '../../ui/wall-time';

const HOUR_MS = 3_600_000;
const STRETCHES = 720;

/** One day of the log: current and voltage as lines, and the hours behind them as a table. */
@Component({
  selector: 'co-day-panel',
  imports: [LineChart],
  templateUrl: './day-panel.html',
  styleUrl: './day-panel.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DayPanel {
  private readonly storage = inject(Storage);
  readonly row = input.required<LedgerRow>();
  readonly logIds = input.required<readonly string[]>();
  readonly gapMs = input.required<number>();
  readonly timeZone = input.required<string>();
  /** Mean current of the audited day, A; null while nothing is audited. */
  readonly auditMeanA = input<number | null>(null);

  private readonly day = resource({
    params: () => ({ key: this.row().key, logIds: this.logIds() }),
    loader: ({ params }) => readDay(this.storage.db, params.logIds, params.key),
    defaultValue: [],
  });
  protected readonly blocks = this.day.value;

  protected readonly lines = computed<ChartLine[]>(() => {
    const { startMs, endMs, hasVoltage } = this.row();
    const blocks = this.blocks();
    const pointsOf = (pick: (columns: Columns) => Float64Array | null): Point[] =>
      blocks.flatMap((columns) => {
        const values = pick(columns);
        return values
          ? [
              ...envelope(columns.timeMs, values, startMs, endMs, STRETCHES, this.gapMs()),
              { x: columns.timeMs.at(-1)!, y: Number.NaN },
            ]
          : [];
      });
    const lines: ChartLine[] = [
      { says: 'current', look: 'flow', axis: 'main', points: pointsOf((columns) => columns.currentA) },
    ];
    const mean = this.auditMeanA();
    if (mean !== null) {
      const points = [startMs, endMs].map((x) => ({ x, y: -mean }));
      lines.push({ says: 'audit, mean', look: 'dashed', axis: 'main', points });
    }
    if (hasVoltage)
      lines.push({ says: 'voltage', look: 'plain', axis: 'below', points: pointsOf((columns) => columns.voltageV) });
    return lines;
  });

  protected readonly ticks = computed(() => {
    const { startMs, endMs } = this.row();
    const ticks = [];
    for (let at = startMs; at <= endMs; at += HOUR_MS) {
      const hour = Number(toWallTime(at, this.timeZone()).slice(11, 13));
      if (at === endMs) ticks.push({ at, label: '24' });
      else if (hour % 3 === 0) ticks.push({ at, label: String(hour).padStart(2, '0') });
    }
    return ticks;
  });

  protected readonly hours = computed(() => {
    const { startMs, endMs } = this.row();
    const blocks = this.blocks();
    const flows = blocks.map((columns) => hourlyFlows(columns, startMs, endMs, this.gapMs()));
    return Array.from({ length: Math.ceil((endMs - startMs) / HOUR_MS) }, (_, hour) => {
      const fromMs = startMs + hour * HOUR_MS;
      const sum = (key: 'outAh' | 'inAh' | 'coveredMs') => flows.reduce((total, of) => total + of[hour]![key], 0);
      const volts = blocks.flatMap((columns) => [...(within(columns, fromMs, fromMs + HOUR_MS).voltageV ?? [])]);
      const covered = sum('coveredMs') > 0;
      return {
        hour: toWallTime(fromMs, this.timeZone()).slice(11, 16),
        out: covered ? formatNumber(sum('outAh'), 2) : '–',
        in: covered ? formatNumber(sum('inAh'), 2) : '–',
        low: volts.length > 0 ? formatNumber(Math.min(...volts), 2) : '–',
        high: volts.length > 0 ? formatNumber(Math.max(...volts), 2) : '–',
        missing: formatNumber(Math.max(0, HOUR_MS - sum('coveredMs')) / 60_000, 0),
      };
    });
  });

  protected readonly label = computed(() => {
    const { outAh, inAh, minV, hasVoltage } = this.row();
    const low = hasVoltage ? `, lowest voltage ${formatNumber(minV, 2)} volts` : '';
    return `Current on ${fullDayLabel(this.row().key)}: ${formatNumber(outAh, 1)} amp-hours out, ${formatNumber(inAh, 1)} in${low}. The table below has the hours.`;
  });
}

function within(columns: Columns, fromMs: number, toMs: number): Columns {
  const from = columns.timeMs.findIndex((ms) => ms >= fromMs);
  if (from < 0) return sliceColumns(columns, 0, 0);
  const to = columns.timeMs.findIndex((ms) => ms >= toMs);
  return sliceColumns(columns, from, to < 0 ? columns.timeMs.length : to);
}
