import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { TracedHour } from '@core/charging/trace-week';

const [LEFT, RIGHT] = [34, 772];
const [SOC_TOP, SOC_BOTTOM] = [8, 128];
const [ZERO, REACH] = [196, 52];

/** Seven days hour by hour: charge above; below the line out to the loads, above it in from the sources. */
@Component({
  selector: 'co-week-chart',
  template: `
    <svg viewBox="0 0 780 272" role="img" [attr.aria-label]="label()">
      @for (line of [0, 0.5, 1]; track line) {
        <line class="rule" [attr.x1]="left" [attr.x2]="right" [attr.y1]="y(line)" [attr.y2]="y(line)" />
        <text [attr.x]="left - 6" [attr.y]="y(line) + 4" text-anchor="end">{{ line === 1 ? '%' : line * 100 }}</text>
      }
      @for (bar of bars(); track $index) {
        <rect class="in" [attr.x]="bar.x" [attr.width]="bar.width" [attr.y]="bar.inY" [attr.height]="bar.inHeight" />
        <rect class="out" [attr.x]="bar.x" [attr.width]="bar.width" [attr.y]="zero" [attr.height]="bar.outHeight" />
      }
      <line class="axis" [attr.x1]="left" [attr.x2]="right" [attr.y1]="zero" [attr.y2]="zero" />
      <text [attr.x]="left - 6" [attr.y]="zero - 40" text-anchor="end">{{ mostA() }}</text>
      <text [attr.x]="left - 6" [attr.y]="zero + 4" text-anchor="end">A</text>
      @for (day of days(); track $index) {
        <line class="rule" [attr.x1]="day.x" [attr.x2]="day.x" y1="8" y2="252" />
        <text [attr.x]="day.middle" y="266" text-anchor="middle">{{ day.says }}</text>
      }
      <path class="soc" [attr.d]="path()" />
      <line class="reserve" [attr.x1]="left" [attr.x2]="right" [attr.y1]="y(reserve())" [attr.y2]="y(reserve())" />
    </svg>
  `,
  styles: `
    :host {
      display: block;
      position: relative;
      overflow-x: auto;
    }
    svg {
      display: block;
      width: 100%;
    }
    text {
      font: 11px var(--mono);
      fill: var(--ink3);
    }
    .rule {
      stroke: var(--rule);
    }
    .axis {
      stroke: var(--ink);
    }
    .in {
      fill: var(--in);
    }
    .out {
      fill: url(#hatch-out);
      stroke: var(--out);
      stroke-width: 0.5;
    }
    .soc {
      fill: none;
      stroke: var(--mark);
      stroke-width: 1.6;
    }
    .reserve {
      stroke: var(--warn);
      stroke-width: 1.4;
      stroke-dasharray: 5 3;
    }
    @media (max-width: 720px) {
      svg {
        width: 640px;
      }
    }
  `,
  // On a phone it is wider than the sheet: it scrolls by keyboard too.
  host: { tabindex: '0', role: 'group', 'aria-label': 'Charge through the week' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WeekChart {
  readonly hours = input.required<readonly TracedHour[]>();
  readonly reserve = input.required<number>();
  protected readonly left = LEFT;
  protected readonly right = RIGHT;
  protected readonly zero = ZERO;
  protected readonly mostA = computed(() =>
    Math.max(1, Math.ceil(Math.max(...this.hours().map(({ offeredA, loadA }) => Math.max(offeredA, loadA))))),
  );
  protected readonly bars = computed(() => {
    const scale = REACH / this.mostA();
    const width = (RIGHT - LEFT) / 168;
    return this.hours().map(({ offeredA, loadA }, k) => ({
      x: LEFT + k * width,
      width: width - 0.6,
      inY: ZERO - offeredA * scale,
      inHeight: offeredA * scale,
      outHeight: loadA * scale,
    }));
  });
  protected readonly days = computed(() =>
    this.hours()
      .filter(({ hour }) => hour === 0)
      .map(({ day, clearness }, k) => ({
        x: LEFT + (k * (RIGHT - LEFT)) / 7,
        middle: LEFT + ((k + 0.5) * (RIGHT - LEFT)) / 7,
        says: `${shortDay(day)}  ${Math.round(100 * clearness)} %`,
      })),
  );
  protected readonly path = computed(() =>
    this.hours()
      .map(
        ({ soc }, k) =>
          `${k === 0 ? 'M' : 'L'}${(LEFT + ((k + 1) * (RIGHT - LEFT)) / 168).toFixed(1)} ${this.y(soc).toFixed(1)}`,
      )
      .join(''),
  );
  protected readonly label = computed(
    () =>
      `Seven days hour by hour: charge between ${Math.round(100 * Math.min(...this.hours().map(({ soc }) => soc)))} and ${Math.round(100 * Math.max(...this.hours().map(({ soc }) => soc)))} %. The table below has the days.`,
  );

  protected y(soc: number): number {
    return SOC_BOTTOM - soc * (SOC_BOTTOM - SOC_TOP);
  }
}

const shortDay = (day: number) =>
  new Date(Date.UTC(2027, 0, 1) + day * 86_400_000).toLocaleDateString('en-GB', {
    day: 'numeric',
    month: 'short',
    timeZone: 'UTC',
  });
