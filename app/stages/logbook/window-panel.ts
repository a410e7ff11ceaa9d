import { ChangeDetectionStrategy, Component, computed, inject, input, resource } from '@angular/core';
import type { LedgerRow } from '@core/logbook/ledger';
import { envelope, type Point } from '@core/series/envelope';
import { LEVEL_STEP_MS } from '@core/series/level';
import { readLevels } from '../../storage/day-blocks';
import type { DayLevelRow } from '../../storage/database';
import { Storage } from '../../storage/storage';
import { dayMonthLabel } from '../../ui/dates';
import { LineChart, type ChartLine } from '../../ui/chart/line-chart';

const STRETCHES = 720;
const TICKS = 8;

/** All shown days as one line: the lowest and highest current and voltage of each stretch. The ledger is the table behind it. */
@Component({
  selector: 'co-window-panel',
  imports: [LineChart],
  template: `@if (levels.value().length > 0) {
    <co-line-chart
      [lines]="lines()"
      [from]="from()"
      [to]="to()"
      [ticks]="ticks()"
      unit="A"
      unitBelow="V"
      [label]="label()"
    />
  }`,
  styles: `
    co-line-chart {
      height: 176px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WindowPanel {
  private readonly storage = inject(Storage);
  readonly rows = input.required<readonly LedgerRow[]>();
  readonly logIds = input.required<readonly string[]>();
  readonly gapMs = input.required<number>();
  protected readonly levels = resource({
    params: () => this.logIds(),
    loader: ({ params }) => readLevels(this.storage.db, params),
    defaultValue: [],
  });
  protected readonly from = computed(() => this.rows()[0]!.startMs);
  protected readonly to = computed(() => this.rows().at(-1)!.endMs);

  protected readonly lines = computed<ChartLine[]>(() => {
    const days = this.levels.value();
    const gapMs = Math.max(this.gapMs(), 2 * LEVEL_STEP_MS);
    const points = (low: Pick, high: Pick): Point[] => {
      const { timeMs, values } = flatten(days, low, high);
      return envelope(timeMs, values, this.from(), this.to(), STRETCHES, gapMs);
    };
    const lines: ChartLine[] = [
      {
        says: 'current',
        look: 'flow',
        axis: 'main',
        points: points(
          (l) => l.minA,
          (l) => l.maxA,
        ),
      },
    ];
    if (this.rows().some((row) => row.hasVoltage)) {
      lines.push({
        says: 'voltage',
        look: 'plain',
        axis: 'below',
        points: points(
          (l) => l.minV,
          (l) => l.maxV,
        ),
      });
    }
    return lines;
  });

  protected readonly ticks = computed(() => {
    const rows = this.rows();
    const every = Math.max(1, Math.ceil(rows.length / TICKS));
    return rows.filter((_, k) => k % every === 0).map((row) => ({ at: row.startMs, label: dayMonthLabel(row.key) }));
  });

  protected readonly label = computed(
    () =>
      `Current and voltage from ${dayMonthLabel(this.rows()[0]!.key)} to ${dayMonthLabel(this.rows().at(-1)!.key)}. The ledger above has the days.`,
  );
}

type Pick = (level: DayLevelRow['level']) => Float32Array;

/** Two samples a step, the lowest and the highest, half a step apart. */
function flatten(days: readonly DayLevelRow[], low: Pick, high: Pick): { timeMs: Float64Array; values: Float64Array } {
  const count = days.reduce((sum, { level }) => sum + level.step.length, 0);
  const timeMs = new Float64Array(2 * count);
  const values = new Float64Array(2 * count);
  let at = 0;
  for (const { startMs, level } of days) {
    const [lows, highs] = [low(level), high(level)];
    for (let k = 0; k < level.step.length; k++) {
      const stepMs = startMs + level.step[k]! * LEVEL_STEP_MS;
      timeMs[at] = stepMs;
      values[at++] = lows[k]!;
      timeMs[at] = stepMs + LEVEL_STEP_MS / 2;
      values[at++] = highs[k]!;
    }
  }
  return { timeMs, values };
}
