import { ChangeDetectionStrategy, Component, computed, effect, inject, signal } from '@angular/core';
import type { YearOutcome } from '@core/charging/summarise-year';
import { formatNumber } from '@core/quantity/format';
import type { Unit } from '@core/quantity/unit';
import { DULL_CLEARNESS, HEAT_DAYS, NO_CHANGE, type WhatIf } from '@core/simulation/what-if';
import { VERDICT_WORDS } from '../../rig/verdict-words';
import { Choice, type Option } from '../../ui/choice';
import { FigurePart } from '../../ui/figure';
import { MarginContent } from '../../ui/margin-slot';
import { UnitChoice } from '../../ui/unit-choice';
import { WorkingStore } from '../../ui/working-store';
import { ChargingFacts } from './charging-facts';
import { StageTabs } from '../../rig/stage-tabs';
import { MONTH_NAMES, monthName } from './charging-words';
import { EmptyCharging } from './empty-charging';
import { YearState } from './year-state';

/** A first answer from few years at once; a better one from more, in the background. */
const QUICK_RUNS = 250;
const BETTER_RUNS = 1000;

type Slider = 'dullDays' | 'heatK' | 'stayPutDays';

/** The same plan in a cloudy spell, a heat wave, without driving, or with a source failed. */
@Component({
  selector: 'co-what-if-page',
  imports: [StageTabs, Choice, EmptyCharging, FigurePart, MarginContent, YearState],
  templateUrl: './what-if-page.html',
  styleUrl: './what-if-page.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WhatIfPage {
  protected readonly facts = inject(ChargingFacts);
  protected readonly year = this.facts.year;
  protected readonly units = inject(UnitChoice);
  protected readonly number = formatNumber;
  protected readonly monthName = monthName;
  protected readonly verdicts = VERDICT_WORDS;
  protected readonly outcome = this.year.outcome;
  private readonly asked = signal<Partial<WhatIf>>({});
  protected readonly monthOptions: readonly Option[] = MONTH_NAMES.map((name, k) => ({ id: String(k + 1), name }));
  protected readonly change = computed<WhatIf>(() => ({
    ...NO_CHANGE,
    month: this.outcome()?.worst.month ?? NO_CHANGE.month,
    ...this.asked(),
  }));
  protected readonly sourceOptions = computed<readonly Option[]>(() => [
    { id: '', name: 'none has failed' },
    ...(this.facts.plan()?.sources ?? [])
      .filter(({ on }) => on)
      .map(({ id, name }) => ({ id, name: `${name} has failed` })),
  ]);
  protected readonly sliders: readonly { key: Slider; says: string; most: number; unit: Unit; hint: string }[] = [
    {
      key: 'dullDays',
      says: 'Dull days in a row',
      most: 21,
      unit: 'Day',
      hint: `a tenth of the light reaches the ground (clearness ${DULL_CLEARNESS}), about the middle of the month`,
    },
    {
      key: 'stayPutDays',
      says: 'Stay put, engine off',
      most: 30,
      unit: 'Day',
      hint: 'no driving about the middle of the month',
    },
    {
      key: 'heatK',
      says: 'Heat wave',
      most: 15,
      unit: 'K',
      hint: `${HEAT_DAYS} days of the hottest month; fridges run longer`,
    },
  ];
  protected readonly changed = computed(() => {
    const { dullDays, heatK, stayPutDays, failedSourceId } = this.change();
    return dullDays > 0 || heatK > 0 || stayPutDays > 0 || failedSourceId !== null;
  });
  protected readonly answer = signal<{ outcome: YearOutcome; coarse: boolean } | null>(null);
  /** The month that is asked about; in a heat wave alone, the month that suffers most. */
  protected readonly shown = computed(() => {
    const [answer, usual] = [this.answer(), this.outcome()];
    if (!answer || !usual) return null;
    const month = this.onlyHeat() ? mostFallen(usual, answer.outcome) : this.change().month - 1;
    return { usual: usual.months[month]!, then: answer.outcome.months[month]! };
  });
  private readonly onlyHeat = computed(() => {
    const { heatK, dullDays, stayPutDays, failedSourceId } = this.change();
    return heatK > 0 && dullDays === 0 && stayPutDays === 0 && failedSourceId === null;
  });
  protected readonly rows = computed(() => {
    const [answer, usual] = [this.answer(), this.outcome()];
    if (!answer || !usual) return [];
    return answer.outcome.months.map((then, k) => ({ then, usual: usual.months[k]! }));
  });
  protected readonly headline = computed(() => {
    const shown = this.shown();
    if (!shown) return '';
    const fall = shown.usual.stay.value - shown.then.stay.value;
    return fall < 0.005
      ? `${monthName(shown.then.month)} would hardly notice`
      : `${monthName(shown.then.month)} would suffer`;
  });

  constructor() {
    inject(WorkingStore).suggest(computed(() => this.shown()?.then.stay ?? null));
    effect((onCleanup) => {
      const [parts, change, changed] = [this.year.parts(), this.change(), this.changed()];
      let current = true;
      onCleanup(() => (current = false));
      if (!parts || !changed) {
        this.answer.set(null);
        return;
      }
      const play = async (runs: number, coarse: boolean) => {
        const outcome = await this.year.years(parts, change, runs, { cancelled: () => !current }).catch(() => null);
        if (current && outcome) this.answer.set({ outcome, coarse });
      };
      void play(QUICK_RUNS, true).then(() => (current ? play(BETTER_RUNS, false) : undefined));
    });
  }

  protected slide(key: Slider, event: Event): void {
    const value = Number((event.target as HTMLInputElement).value);
    this.asked.update((asked) => ({ ...asked, [key]: value }));
  }

  protected fail(id: string): void {
    this.asked.update((asked) => ({ ...asked, failedSourceId: id === '' ? null : id }));
  }

  protected monthTo(id: string): void {
    this.asked.update((asked) => ({ ...asked, month: Number(id) }));
  }

  protected reset(): void {
    this.asked.set({});
  }

  protected percent(share: number): string {
    return formatNumber(100 * share, 0);
  }
}

/** Index of the month whose lowest charge falls furthest. */
function mostFallen(usual: YearOutcome, then: YearOutcome): number {
  const falls = usual.months.map(({ lowestP10 }, k) => lowestP10.value - then.months[k]!.lowestP10.value);
  return falls.indexOf(Math.max(...falls));
}
