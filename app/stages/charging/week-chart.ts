import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { TracedHour } from '@core/charging/trace-week';
import { ChargeRules } from '../../ui/chart/charge-rules';
import { linearScale, pathAlong } from '../../ui/chart/scale';

const [LEFT, RIGHT] = [34, 772];
const HOURS = 168;
const xOf = linearScale([0, HOURS], [LEFT, RIGHT]);
const yOf = linearScale([0, 1], [128, 8]);
const [ZERO, REACH] = [196, 52];

/** Seven days hour by hour: charge above; below the line out to the loads, above it in from the sources. */
@Component({
  selector: 'co-week-chart',
  imports: [ChargeRules],
  template: `
    <svg viewBox="0 0 780 272" role="img" [attr.aria-label]="label()">
      <g coChargeRules [levels]="[0, 0.5, 1]" [y]="y" [left]="left" [right]="right"></g>
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
  styleUrl: '../../ui/chart/chart.css',
  styles: `
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
  protected readonly y = yOf;
  protected readonly mostA = computed(() =>
    Math.max(1, Math.ceil(Math.max(...this.hours().map(({ offeredA, loadA }) => Math.max(offeredA, loadA))))),
  );
  protected readonly bars = computed(() => {
    const tall = linearScale([0, this.mostA()], [0, REACH]);
    return this.hours().map(({ offeredA, loadA }, k) => ({
      x: xOf(k),
      width: xOf(1) - xOf(0) - 0.6,
      inY: ZERO - tall(offeredA),
      inHeight: tall(offeredA),
      outHeight: tall(loadA),
    }));
  });
  protected readonly days = computed(() =>
    this.hours()
      .filter(({ hour }) => hour === 0)
      .map(({ day, clearness }, k) => ({
        x: xOf(24 * k),
        middle: xOf(24 * k + 12),
        says: `${shortDay(day)}  ${Math.round(100 * clearness)} %`,
      })),
  );
  protected readonly path = computed(() => pathAlong(this.hours().map(({ soc }, k) => [xOf(k + 1), yOf(soc)])));
  protected readonly label = computed(
    () =>
      `Seven days hour by hour: charge between ${Math.round(100 * Math.min(...this.hours().map(({ soc }) => soc)))} and ${Math.round(100 * Math.max(...this.hours().map(({ soc }) => soc)))} %. The table below has the days.`,
  );
}

const shortDay = (day: number) =>
  new Date(Date.UTC(2027, 0, 1) + day * 86_400_000).toLocaleDateString('en-GB', {
    day: 'numeric',
    month: 'short',
    timeZone: 'UTC',
  });
