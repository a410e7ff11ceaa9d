import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Fan } from '@core/charging/summarise-year';
import { MONTH_DAYS, monthStart } from '@core/series/calendar';
import { ChargeRules } from '../../ui/chart/charge-rules';
import { linearScale, pathAlong } from '../../ui/chart/scale';
import { MONTH_NAMES } from './charging-words';

const YEAR_DAYS = 365;
const [LEFT, RIGHT, TOP, BOTTOM] = [34, 772, 8, 226];
const x = linearScale([0, YEAR_DAYS], [LEFT, RIGHT]);
const yOf = linearScale([0, 1], [BOTTOM, TOP]);

/** The day's lowest charge over the year: half of the years within the dark band, eight in ten within the light one. */
@Component({
  selector: 'co-fan-chart',
  imports: [ChargeRules],
  template: `
    <svg viewBox="0 0 780 250" role="img" [attr.aria-label]="label()">
      <g coChargeRules [levels]="[0, 0.2, 0.4, 0.6, 0.8, 1]" [y]="y" [left]="left" [right]="right"></g>
      @for (month of months; track month.name) {
        <line class="rule" [attr.x1]="month.x" [attr.x2]="month.x" [attr.y1]="top" [attr.y2]="bottom" />
        <text [attr.x]="month.middle" y="243" text-anchor="middle">{{ month.name.slice(0, 3) }}</text>
      }
      <path class="wide" [attr.d]="band(fan().p10, fan().p90)" />
      <path class="half" [attr.d]="band(fan().p25, fan().p75)" />
      <path class="middle" [attr.d]="line(fan().p50)" />
      <line class="reserve" [attr.x1]="left" [attr.x2]="right" [attr.y1]="y(reserve())" [attr.y2]="y(reserve())" />
      <text class="name" [attr.x]="right" [attr.y]="y(reserve()) - 5" text-anchor="end">reserve</text>
    </svg>
  `,
  styleUrl: '../../ui/chart/chart.css',
  styles: `
    svg {
      max-height: 270px;
    }
    .name {
      font-family: var(--text);
      fill: var(--warn);
    }
    .wide {
      fill: var(--mark-soft);
    }
    .half {
      fill: var(--mark);
      opacity: 0.35;
    }
    .middle {
      fill: none;
      stroke: var(--mark);
      stroke-width: 1.6;
    }
  `,
  // On a phone it is wider than the sheet: it scrolls by keyboard too.
  host: { tabindex: '0', role: 'group', 'aria-label': 'Lowest charge of each day over the year' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FanChart {
  readonly fan = input.required<Fan>();
  readonly reserve = input.required<number>();
  protected readonly left = LEFT;
  protected readonly right = RIGHT;
  protected readonly top = TOP;
  protected readonly bottom = BOTTOM;
  protected readonly y = yOf;
  protected readonly months = MONTH_NAMES.map((name, k) => ({
    name,
    x: x(monthStart(k)),
    middle: x(monthStart(k) + MONTH_DAYS[k]! / 2),
  }));
  protected readonly label = computed(() => {
    const lowest = this.fan().p50.reduce((least, soc) => Math.min(least, soc), 1);
    return `The day’s lowest charge over the year; in half of the years it falls to ${Math.round(100 * lowest)} % at worst. The table below has the months.`;
  });

  protected line(values: readonly number[]): string {
    return pathAlong(values.map((soc, day) => [x(day + 0.5), yOf(soc)]));
  }

  protected band(low: readonly number[], high: readonly number[]): string {
    const there = low.map((soc, day) => [x(day + 0.5), yOf(soc)] as const);
    const back = high.map((soc, day) => [x(day + 0.5), yOf(soc)] as const).reverse();
    return `${pathAlong([...there, ...back])}Z`;
  }
}
