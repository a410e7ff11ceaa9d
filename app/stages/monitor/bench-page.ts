import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { ActivatedRoute, Router } from '@angular/router';
import type { FullAxis } from '@core/monitor/bench/search';
import { totalFigures, type TrialFigures, trialFigures } from '@core/monitor/bench/trial-figures';
import type { Trial } from '@core/counter/trial';
import { FALSE_BELOW, FULL_FROM } from '@core/counter/true-fulls';
import { counterOf } from '@core/monitor/counter-of';
import { unitFactor } from '@core/monitor/meter-unit';
import type { SettingId, SettingValues } from '@core/monitor/setting-id';
import type { Point } from '@core/series/envelope';
import { dayKeyAt } from '@core/series/local-day';
import { formatNumber, quantityText } from '@core/quantity/format';
import { StageTabs } from '../../rig/stage-tabs';
import { clockLabel, dayMonthLabel } from '../../ui/dates';
import { FigurePart } from '../../ui/figure';
import { MarginContent } from '../../ui/margin-slot';
import { Ways } from '../../ui/ways';
import { AlongStrip } from './along-strip';
import { BenchPanes, type Handle } from './bench-panes';
import type { SetId } from './bench-board';
import { BenchRun, type BenchSet } from './bench-run';
import { EmptyMonitor } from './empty-monitor';
import { storedText } from './menu-words';
import { MonitorFacts } from './monitor-facts';
import { SETTING_WORDS } from './setting-words';
import { CALL_WORDS, falseWords, missWords } from './trace-words';

/** What can be moved on the bench: what decides over full marks, and what decides how the count drifts. */
const ON_BENCH: readonly SettingId[] = [
  'full-voltage',
  'tail-current',
  'hold-time',
  'coulombic-efficiency',
  'peukert',
  'dead-band',
  'averaging-time',
];
const HANDLES = ['full-voltage', 'tail-current', 'hold-time'] as const;
const AXIS_OF: Record<FullAxis, (typeof HANDLES)[number]> = {
  fullV: 'full-voltage',
  tailA: 'tail-current',
  holdMs: 'hold-time',
};
const HOLD_MOST_MIN = 60;
/** Around a mark that is looked at, ms. */
const AROUND_MS = 75 * 60_000;
const LISTED = 8;
/** Of the bank: two lines nearer than this are one. */
const ALIKE_SHARE = 0.001;

/** Settings tried on days of known truth before they are typed in. */
@Component({
  selector: 'co-bench-page',
  imports: [AlongStrip, BenchPanes, EmptyMonitor, FigurePart, MarginContent, StageTabs, Ways],
  providers: [BenchRun],
  templateUrl: './bench-page.html',
  styleUrls: ['./bench-page.css', './other-sets.css'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BenchPage {
  protected readonly facts = inject(MonitorFacts);
  protected readonly run = inject(BenchRun);
  private readonly route = inject(ActivatedRoute);
  private readonly router = inject(Router);
  protected readonly words = SETTING_WORDS;
  protected readonly missWords = missWords;
  protected readonly number = formatNumber;
  protected readonly fullFrom = formatNumber(FULL_FROM * 100, 0);
  protected readonly falseBelow = formatNumber((1 - FALSE_BELOW) * 100, 0);
  protected readonly zone = computed(() => this.run.trace()?.zone ?? 'UTC');
  private readonly capacityAh = computed(() => this.run.set().values.capacity ?? this.run.bank()?.capacityAh ?? 1);
  protected readonly ways = computed(() => this.run.sets().map(({ id, name }) => ({ id, name })));
  protected readonly marks = computed(() => this.run.trial()?.trial.marks ?? []);

  /** What the other sets would show on the same trace, where that is not the same. */
  protected readonly others = computed(() => {
    const [chosen, tried] = [this.run.trial(), this.run.look()?.tried ?? []];
    const same = (shown: readonly Point[]) =>
      shown.every(({ y }, k) => Math.abs(y - (chosen?.shown[k]?.y ?? Number.NaN)) < ALIKE_SHARE || Number.isNaN(y));
    return this.run.sets().flatMap(({ id, name }) => {
      const of = tried.find((one) => one.id === id);
      return of && of !== chosen && !same(of.shown) ? [{ id, name, shown: of.shown }] : [];
    });
  });

  /** The settings of the chosen set that can be moved, and as entered. */
  protected readonly rows = computed(() => {
    const settings = this.facts.sheet()?.settings ?? [];
    const sets = this.run.sets();
    const [entered, now] = [sets[0]!.values, this.run.set().values];
    return ON_BENCH.flatMap((id) => {
      const setting = settings.find((one) => one.id === id && one.has);
      const value = now[id];
      if (!setting || value === undefined) return [];
      const { field, allowed } = setting;
      const step = field.step * unitFactor(id, field.unit, this.capacityAh());
      const room = Math.max((allowed.high - allowed.low) / 2, step * 4);
      const was = entered[id];
      return [
        {
          id,
          value,
          step,
          min: id === 'hold-time' ? 0 : Math.max(0, rounded(Math.min(allowed.low - room, was ?? value, value), step)),
          max: id === 'hold-time' ? HOLD_MOST_MIN : rounded(Math.max(allowed.high + room, was ?? value, value), step),
          text: storedText(field, value, this.capacityAh()),
          was: was !== undefined && Math.abs(was - value) > 1e-9 ? storedText(field, was, this.capacityAh()) : null,
        },
      ];
    });
  });

  /** In the units of the panes. */
  protected readonly handles = computed<Handle[]>(() =>
    this.rows().flatMap(({ id, value, step, min, max, text }) => {
      const handle = HANDLES.find((one) => one === id);
      if (!handle) return [];
      const per = handle === 'tail-current' ? this.capacityAh() : 1;
      const name = handle === 'hold-time' ? 'hold' : this.words[id].name.toLowerCase().replace(' current', '');
      return [
        { id: handle, value: value * per, step: step * per, min: min * per, max: max * per, says: `${name} ${text}` },
      ];
    }),
  );

  protected readonly headline = computed(() => {
    const [trace, tried] = [this.run.trace(), this.run.trial()];
    if (!trace || !tried) return { lead: 'The trace is being tried.', wrong: false };
    const { falseMarks, marks, trueFulls, missed } = tried.trial;
    const first = marks.find(({ kind }) => kind === 'false');
    if (first) {
      const more = falseMarks! > 1 ? `, the first of ${falseMarks} times` : '';
      return {
        lead: `${trace.name} would mark full falsely at ${this.when(first.timeMs)}, with ${quantityText(first.soc!, 'Fraction', { decimals: 0 })} in the bank${more}.`,
        wrong: true,
      };
    }
    if (trueFulls === null)
      return {
        lead: `${marks.length} full ${marks.length === 1 ? 'mark' : 'marks'}; nothing in this log proves a full bank, so none can be judged.`,
        wrong: false,
      };
    if (missed.length > 0)
      return {
        lead: `${trace.name}: no false mark; ${missed.length} of ${trueFulls} full ${trueFulls === 1 ? 'charge' : 'charges'} not marked.`,
        wrong: true,
      };
    return {
      lead:
        trueFulls === 0
          ? `${trace.name}: the bank never becomes full, and the meter never says so.`
          : `${trace.name}: ${trueFulls === 1 ? 'the full charge is' : `all ${trueFulls} full charges are`} marked, and nothing else.`,
      wrong: false,
    };
  });
  /** What the sentence rests on. */
  protected readonly why = computed(() => {
    const tried = this.run.trial();
    const first = tried?.trial.marks.find(({ kind }) => kind === 'false');
    if (first) return falseWords(first);
    const missed = tried?.trial.missed[0];
    if (missed) return `At ${this.when(missed.fromMs)} ${missWords(missed)}.`;
    if (tried && !this.run.look()?.volts)
      return 'This log has no voltage: full marks need one. What is counted can still be compared.';
    return this.run.trace()?.says ?? '';
  });
  protected readonly wrongs = computed(() => {
    const trial = this.run.trial()?.trial;
    if (!trial) return [];
    const marks = trial.marks
      .filter(({ kind }) => kind === 'false')
      .map((mark) => ({ timeMs: mark.timeMs, name: 'False mark', says: falseWords(mark) }));
    const missed = trial.missed.map((miss) => ({ timeMs: miss.fromMs, name: 'Not marked', says: missWords(miss) }));
    return [...marks, ...missed].sort((a, b) => a.timeMs - b.timeMs);
  });
  protected readonly listed = computed(() => this.wrongs().slice(0, LISTED));
  protected readonly calls = computed(() => {
    const calls = this.run.trial()?.trial.calls ?? [];
    return Object.entries(CALL_WORDS).flatMap(([says, name]) => {
      const count = calls.filter((call) => call.says === says).length;
      return count > 0 ? [`${name} ${count === 1 ? 'once' : `${count} times`}`] : [];
    });
  });

  /** Each trace under the chosen set. */
  protected readonly table = computed(() => {
    const [set, shown] = [this.run.set(), this.run.trial()];
    return this.run.traces().map(({ key, name, says }) => {
      const trial = key === this.run.trace()?.key ? shown?.trial : this.run.trialOf(key, set);
      return { key, name, says, gone: trial === null, figures: trial ? this.figuresOf(key, trial, set) : null };
    });
  });
  /** Each set over all traces. */
  protected readonly totals = computed(() =>
    this.run.sets().map((set) => {
      const all = this.run.traces().map(({ key, name }) => ({ key, says: name, trial: this.run.trialOf(key, set) }));
      const tried = all.flatMap(({ key, says, trial }) => {
        const of = trial ? this.figuresOf(key, trial, set) : null;
        return of ? [{ says, of }] : [];
      });
      const complete = all.every(({ trial }) => trial !== undefined);
      return { set, figures: complete ? totalFigures(set.id, tried) : null };
    }),
  );
  protected readonly strips = computed(() => {
    const result = this.run.result();
    if (!result) return [];
    return (Object.keys(AXIS_OF) as FullAxis[]).flatMap((axis) => {
      const setting = this.facts.settingOf(AXIS_OF[axis]);
      const along = result.along[axis];
      if (!setting || along.length === 0) return [];
      const text = (value: number) => storedText(setting.field, this.storedOf(axis, value), this.capacityAh());
      return [
        {
          axis,
          name: this.words[setting.id].name,
          bars: along.map(({ value, trace, falseMarks, missed }) => ({
            says: text(value),
            trace: this.run.searchedName(trace),
            falseMarks,
            missed,
            chosen: value === result.found[axis],
          })),
        },
      ];
    });
  });
  protected readonly searchSays = computed(() => {
    const result = this.run.result();
    if (!result) return '';
    const { score, derivedScore, asGood, tried } = result;
    const count = (marks: number, word: string) => `${marks} ${word} ${marks === 1 ? 'mark' : 'marks'}`;
    return `Of ${tried} sets on all days, twice over: ${count(score.falseMarks, 'false')} and ${score.missed} full not marked, where the derived set has ${derivedScore.falseMarks} and ${derivedScore.missed}. ${asGood} do as well; this one lies in their middle.`;
  });

  constructor() {
    const trace = this.route.snapshot.queryParamMap.get('trace');
    if (trace) this.run.traceKey.set(trace);
  }

  protected pickTrace(key: string): void {
    this.run.traceKey.set(key);
    this.run.zoom.set(null);
    void this.router.navigate([], { relativeTo: this.route, queryParams: { trace: key }, replaceUrl: true });
  }

  protected pickSet(id: string): void {
    this.run.chosen.set(id as SetId);
  }

  protected onMoved({ id, value }: { id: Handle['id']; value: number }): void {
    this.run.move(id, id === 'tail-current' ? value / this.capacityAh() : value);
  }

  protected onSlide(id: SettingId, event: Event): void {
    this.run.move(id, Number((event.target as HTMLInputElement).value));
  }

  protected lookAt(timeMs: number): void {
    this.run.zoom.set({ fromMs: timeMs - AROUND_MS, toMs: timeMs + AROUND_MS / 2 });
  }

  /** What is tried becomes what is noted as keyed in. */
  protected keyIn(): void {
    const values: SettingValues = this.run.set().values;
    const typed = (['capacity', ...ON_BENCH] as const).flatMap((id) => {
      const value = values[id];
      const asEntered = this.facts.settingOf(id)?.entered;
      return value === undefined || asEntered?.value === value ? [] : [{ id, value }];
    });
    this.facts.keyMany(typed, 'keyed off the bench');
    this.run.clear();
    this.run.chosen.set('entered');
  }

  protected when(timeMs: number): string {
    const look = this.run.look();
    const oneDay = look && look.toMs - look.fromMs <= 86_400_000 * 1.01;
    return oneDay && !this.run.zoom()
      ? clockLabel(timeMs, this.zone())
      : `${dayMonthLabel(dayKeyAt(timeMs, this.zone()))}, ${clockLabel(timeMs, this.zone())}`;
  }

  private figuresOf(key: string, trial: Trial, set: BenchSet): TrialFigures | null {
    const [sheet, bank] = [this.facts.sheet(), this.run.bank()];
    return sheet && bank
      ? trialFigures(`${key}:${set.id}`, trial, counterOf(set.values, sheet.facts), bank.capacityAh)
      : null;
  }

  private storedOf(axis: FullAxis, value: number): number {
    if (axis === 'tailA') return value / this.capacityAh();
    return axis === 'holdMs' ? value / 60_000 : value;
  }
}

const rounded = (value: number, step: number) => Number((Math.round(value / step) * step).toPrecision(10));
