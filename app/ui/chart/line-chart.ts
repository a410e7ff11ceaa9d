import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  ElementRef,
  inject,
  input,
  viewChild,
} from '@angular/core';
import {
  Chart,
  type ChartConfiguration,
  Filler,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  type Scale,
} from 'chart.js';
import { formatNumber } from '@core/quantity/format';
import type { Point } from '@core/series/envelope';
import { axisEnds } from './scale';
import { ThemeChoice } from '../theme';

Chart.register(LineController, LineElement, PointElement, LinearScale, Filler);

export interface ChartLine {
  says: string;
  points: readonly Point[];
  /** "flow": above zero filled as in, below hatched as out; "points": measured, without a line. */
  look: 'flow' | 'plain' | 'dashed' | 'points';
  /** Lines with the same axis share a panel; "below" stands under "main". */
  axis: 'main' | 'below';
}

export interface Tick {
  at: number;
  label: string;
}

/** Lines over time, in the colours and patterns of the ledger. The page stands the figures behind it in a table. */
@Component({
  selector: 'co-line-chart',
  template: `<canvas #canvas role="img" [attr.aria-label]="label()"></canvas>`,
  styles: `
    :host {
      display: block;
      position: relative;
      min-width: 0;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LineChart {
  private readonly canvas = viewChild.required<ElementRef<HTMLCanvasElement>>('canvas');
  private readonly theme = inject(ThemeChoice).theme;
  private chart: Chart<'line', Point[]> | null = null;
  readonly lines = input.required<readonly ChartLine[]>();
  readonly from = input.required<number>();
  readonly to = input.required<number>();
  readonly ticks = input.required<readonly Tick[]>();
  readonly unit = input.required<string>();
  readonly unitBelow = input('');
  /** What it shows, for those who cannot see it. */
  readonly label = input.required<string>();
  private readonly hasBelow = computed(() => this.lines().some((line) => line.axis === 'below'));

  constructor() {
    afterRenderEffect(() => {
      this.theme();
      const config = this.config();
      if (this.chart) {
        this.chart.data = config.data;
        this.chart.options = config.options!;
        this.chart.update('none');
      } else this.chart = new Chart(this.canvas().nativeElement, config);
    });
    inject(DestroyRef).onDestroy(() => this.chart?.destroy());
  }

  private config(): ChartConfiguration<'line', Point[]> {
    const ink = inkOf(this.canvas().nativeElement);
    const ticks = this.ticks();
    const hasSigns = this.lines().some((line) => line.look === 'flow');
    const axis = (position: 'main' | 'below') => ({
      type: 'linear' as const,
      stack: 'panels',
      stackWeight: position === 'main' ? 3 : 2,
      position: 'left' as const,
      offset: false,
      border: { display: false },
      grid: {
        color: (context: { tick: { value: number } }) => (context.tick?.value === 0 ? ink('--ink') : ink('--rule')),
        drawTicks: false,
      },
      ticks: {
        color: ink('--ink3'),
        font: { family: ink('--mono'), size: 11 },
        maxTicksLimit: position === 'main' ? 6 : 4,
        padding: 6,
        callback: (value: number | string) => signed(Number(value), position === 'main' && hasSigns),
      },
      afterDataLimits: evenOut,
      ...(position === 'below' ? { afterBuildTicks: withoutLowest } : {}),
      title: {
        display: true,
        text: position === 'main' ? this.unit() : this.unitBelow(),
        color: ink('--ink3'),
        font: { family: ink('--text'), size: 11 },
      },
    });
    return {
      type: 'line',
      data: {
        datasets: this.lines().map((line) => ({
          label: line.says,
          data: line.points as Point[],
          yAxisID: line.axis,
          parsing: false as const,
          pointRadius: line.look === 'points' ? 3.5 : 0,
          showLine: line.look !== 'points',
          pointBackgroundColor: ink('--page'),
          pointBorderWidth: 1.5,
          spanGaps: false,
          borderColor: ink(line.look === 'dashed' ? '--ink3' : line.axis === 'below' ? '--ink2' : '--mark'),
          borderWidth: line.look === 'dashed' ? 1.3 : 1.4,
          borderDash: line.look === 'dashed' ? [4, 3] : [],
          fill:
            line.look === 'flow'
              ? { target: { value: 0 }, above: ink('--in'), below: hatch(ink('--out')) as unknown as string }
              : false,
        })),
      },
      options: {
        animation: false,
        responsive: true,
        maintainAspectRatio: false,
        normalized: true,
        events: [],
        layout: { padding: { right: 10 } },
        scales: {
          x: {
            type: 'linear',
            min: this.from(),
            max: this.to(),
            border: { display: false },
            grid: { color: ink('--rule'), drawTicks: false },
            afterBuildTicks: (scale) => {
              scale.ticks = ticks.map((tick) => ({ value: tick.at, label: tick.label }));
            },
            ticks: {
              color: ink('--ink3'),
              font: { family: ink('--mono'), size: 11 },
              maxRotation: 0,
              autoSkip: false,
              callback: (value) => ticks.find((tick) => tick.at === value)?.label ?? '',
            },
          },
          main: axis('main'),
          ...(this.hasBelow() ? { below: axis('below') } : {}),
        },
      },
    };
  }
}

/** Decimals that a tick needs: none, one or two. */
const placesOf = (value: number) =>
  [0, 1].find((places) => Math.abs(value * 10 ** places - Math.round(value * 10 ** places)) < 1e-6) ?? 2;

const signed = (value: number, plus: boolean) => formatNumber(value, placesOf(value), plus);

function inkOf(element: HTMLElement): (token: string) => string {
  const style = getComputedStyle(element);
  return (token) => style.getPropertyValue(token).trim();
}

function evenOut(scale: Scale): void {
  [scale.min, scale.max] = axisEnds(scale.min, scale.max);
}

/** The lowest tick of the upper panel would stand on the highest of the lower one. */
function withoutLowest(scale: Scale): void {
  scale.ticks = scale.ticks.slice(1);
}

/** The hatching of "out" as a canvas pattern. */
function hatch(color: string): CanvasPattern | string {
  const tile = document.createElement('canvas');
  tile.width = tile.height = 5;
  const pen = tile.getContext('2d');
  if (!pen) return color;
  pen.strokeStyle = color;
  pen.lineWidth = 1.3;
  pen.beginPath();
  for (const shift of [-5, 0, 5]) {
    pen.moveTo(shift - 1, 6);
    pen.lineTo(shift + 6, -1);
  }
  pen.stroke();
  return pen.createPattern(tile, 'repeat') ?? color;
}
