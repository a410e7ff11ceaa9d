import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { Store } from '@ngrx/store';
import { formatNumber, quantityText } from '@core/quantity/format';
import { DaySimulation } from '../../rig/day-simulation';
import { rigFeature } from '../../rig/rig-feature';
import { selectDerived } from '../../rig/rig-selectors';
import { FigurePart } from '../../ui/figure';
import { MarginContent } from '../../ui/margin-slot';
import { roundTop } from '../../ui/chart/round-top';
import { linearScale } from '../../ui/chart/scale';
import { WorkingStore } from '../../ui/working-store';
import { StageTabs } from '../../rig/stage-tabs';

interface Band {
  id: string;
  says: string;
  standing: boolean;
  hours: number[];
  dayAh: number;
}

/** Loads beyond the largest are drawn together. */
const BANDS_MOST = 6;
const HEIGHT = 260;

/** The audited day by hours: standing losses at the bottom, the largest loads above them, the rest together. */
@Component({
  selector: 'co-day-page',
  imports: [StageTabs, FigurePart, MarginContent],
  templateUrl: './day-page.html',
  styleUrl: './day-page.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DayPage {
  private readonly store = inject(Store);
  private readonly simulation = inject(DaySimulation);
  protected readonly pending = this.simulation.pending;
  protected readonly problem = this.simulation.problem;
  private readonly derived = this.store.selectSignal(selectDerived);
  protected readonly rig = this.store.selectSignal(rigFeature.selectRig);
  protected readonly audit = computed(() => this.derived()?.audit ?? null);
  protected readonly quantiles = computed(() => this.derived()?.quantiles ?? null);
  protected readonly number = formatNumber;
  protected readonly hours = Array.from({ length: 24 }, (_, hour) => hour);
  protected readonly lookOf = lookOf;

  protected readonly bands = computed<Band[]>(() => {
    const audit = this.audit();
    if (!audit) return [];
    const bandOf = (id: string, says: string, standing: boolean, lines: typeof audit.lines): Band => ({
      id,
      says,
      standing,
      hours: this.hours.map((hour) => lines.reduce((sum, line) => sum + line.hoursWh[hour]!, 0)),
      dayAh: lines.reduce((sum, line) => sum + line.dayAh.value, 0),
    });
    const standing = audit.lines.filter((line) => line.standing);
    const used = audit.lines
      .filter((line) => !line.standing && line.dayAh.value > 0)
      .sort((a, b) => b.dayAh.value - a.dayAh.value);
    const bands = used.slice(0, BANDS_MOST).map((line) => bandOf(line.id, line.says, false, [line]));
    const rest = used.slice(BANDS_MOST);
    if (rest.length > 0) bands.push(bandOf('rest', `${rest.length} smaller loads`, false, rest));
    return [...(standing.length > 0 ? [bandOf('standing', 'standing losses', true, standing)] : []), ...bands];
  });

  protected readonly topW = computed(() => roundTop(Math.max(1, ...(this.audit()?.hoursWh ?? []))));
  private readonly y = computed(() => linearScale([0, this.topW()], [HEIGHT, 0]));
  protected readonly lines = computed(() =>
    [0.25, 0.5, 0.75, 1].map((share) => {
      const watts = share * this.topW();
      return { y: this.y()(watts), says: formatNumber(watts, 0) };
    }),
  );

  /** Bars of each hour from the bottom up. */
  protected readonly stacks = computed(() =>
    this.hours.map((hour) => {
      let belowW = 0;
      return this.bands().map((band, k) => {
        const bottom = this.y()(belowW);
        const top = this.y()((belowW += band.hours[hour]!));
        return { id: band.id, look: lookOf(band, k), y: top, height: bottom - top };
      });
    }),
  );

  protected readonly peak = computed(() => {
    const peak = this.audit()?.peakHour;
    return peak ? `${String(peak.hour).padStart(2, '0')} to ${String(peak.hour + 1).padStart(2, '0')}` : '';
  });
  protected readonly said = computed(() => {
    const audit = this.audit();
    if (!audit) return '';
    const share = audit.dayAh.value > 0 ? (100 * audit.standingAh.value) / audit.dayAh.value : 0;
    return `Most is drawn from ${this.peak()}: ${quantityText(audit.peakHour.meanW, 'W', { decimals: 0 })} on average. Standing losses are ${formatNumber(share, 0)} % of the day.`;
  });
  protected readonly label = computed(
    () => `Mean draw by hour of the day, stacked by load. ${this.said()} The table below has the hours.`,
  );

  constructor() {
    inject(WorkingStore).suggest(computed(() => this.quantiles()?.p90Ah ?? this.audit()?.dayAh ?? null));
  }
}

/** Standing losses solid, each large load a hatching of its own, the rest blank. */
const lookOf = (band: { id: string; standing: boolean }, index: number): string =>
  band.standing ? 'standing' : band.id === 'rest' ? 'blank' : `look${index % 6}`;
