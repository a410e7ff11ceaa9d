import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  inject,
  input,
  linkedSignal,
  signal,
} from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { summarise } from '@core/audit/recording';
import { formatNumber } from '@core/quantity/format';
import { LIMITS } from '@core/rig/limits';
import type { Load, Recording } from '@core/audit/load';
import { Edit } from '../../../rig/edit';
import { rigFeature } from '../../../rig/rig-feature';
import { selectDerived } from '../../../rig/rig-selectors';
import { QuantityField } from '../../../ui/quantity-field';
import type { Option } from '../../../ui/choice';
import { TextField } from '../../../ui/text-field';
import { Ways } from '../../../ui/ways';
import { StageTabs } from '../../../rig/stage-tabs';
import { RECORD_LONGER_WORDS } from '../audit-words';
import { SoundPanel } from './sound-panel';
import { SpanBar } from './span-bar';
import { SpanTable } from './span-table';
import { WorkingStore } from '../../../ui/working-store';
import { StopwatchLog } from './stopwatch-log';
import { nowMs } from '../../../ui/now';

type Way = Recording['from'];

/** Times in states of one load: by stopwatch, as a table, or split out of a sound. One thing at a time, for a phone beside a fridge. */
@Component({
  selector: 'co-record-page',
  imports: [StageTabs, QuantityField, RouterLink, SoundPanel, SpanBar, SpanTable, TextField, Ways],
  templateUrl: './record-page.html',
  styleUrl: './record-page.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RecordPage {
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly rig = this.store.selectSignal(rigFeature.selectRig);
  private readonly derived = this.store.selectSignal(selectDerived);
  /** From the address. */
  readonly loadId = input.required<string>();
  protected readonly limits = LIMITS;
  protected readonly number = formatNumber;
  protected readonly load = computed<Load | null>(
    () => this.rig()?.loads.find(({ id }) => id === this.loadId()) ?? null,
  );
  protected readonly rigId = computed(() => this.rig()?.id ?? '');
  private readonly stored = computed(() => {
    const use = this.load()?.use;
    return use?.by === 'timed' ? use.recording : null;
  });

  protected readonly ways: readonly Option[] = [
    { id: 'stopwatch', name: 'Stopwatch' },
    { id: 'table', name: 'Table of times' },
    { id: 'sound', name: 'Sound' },
  ];
  protected readonly way = linkedSignal<Way>(() => this.stored()?.from ?? 'stopwatch');
  protected readonly states = linkedSignal<Recording['states']>(
    () => this.watch().now().states ?? this.stored()?.states ?? this.freshStates(),
  );
  /** Spans of the table and the sound; the stopwatch keeps its own. */
  protected readonly spans = linkedSignal<Recording['spans']>(() => this.stored()?.spans ?? []);
  protected readonly watch = computed(() => new StopwatchLog(this.loadId()));
  protected readonly nowMs = signal(nowMs());
  protected readonly running = computed(
    () => this.watch().now().presses.length > 0 && this.watch().now().endedMs === null,
  );
  protected readonly current = computed(() => (this.running() ? this.watch().now().presses.at(-1)!.state : null));

  protected readonly shownSpans = computed(() =>
    this.way() === 'stopwatch' ? this.watch().spans(this.nowMs()) : this.spans(),
  );
  private readonly recording = computed<Recording>(() => ({
    from: this.way(),
    atMs:
      this.way() === 'stopwatch'
        ? (this.watch().now().presses[0]?.atMs ?? this.nowMs())
        : (this.stored()?.atMs ?? this.nowMs()),
    states: this.states(),
    spans: this.shownSpans().filter((span) => span.seconds > 0),
  }));
  protected readonly summary = computed(() => {
    const { states, spans } = this.recording();
    return spans.length > 0 && spans.every(({ state }) => state < states.length)
      ? summarise(this.recording(), 'recording')
      : null;
  });
  protected readonly advice = computed(() => {
    const longer = this.summary()?.recordLonger ?? [];
    return longer.length > 0 ? `Record longer: ${longer.map((code) => RECORD_LONGER_WORDS[code]).join(' and ')}.` : '';
  });
  protected readonly differs = computed(
    () => JSON.stringify(this.stored()) !== JSON.stringify(this.recording()) && this.summary() !== null,
  );

  constructor() {
    inject(WorkingStore).suggest(computed(() => this.summary()?.meanW ?? null));
    const timer = setInterval(() => {
      if (this.running()) this.nowMs.set(nowMs());
    }, 1000);
    inject(DestroyRef).onDestroy(() => clearInterval(timer));
  }

  protected press(state: number): void {
    this.nowMs.set(nowMs());
    this.watch().press(state, nowMs());
  }

  protected stop(): void {
    this.watch().end(nowMs());
    this.nowMs.set(nowMs());
  }

  /** The last state cannot go while a stretch is spent in it. */
  protected readonly lastInUse = computed(() =>
    this.shownSpans().some(({ state }) => state === this.states().length - 1),
  );

  protected addState(): void {
    const states = this.states();
    this.statesTo([...states, { name: `state ${states.length + 1}`, powerW: 0 }]);
  }

  protected removeState(): void {
    const states = this.states();
    if (states.length > 1 && !this.lastInUse()) this.statesTo(states.slice(0, -1));
  }

  protected changeState(index: number, changes: Partial<Recording['states'][number]>): void {
    this.statesTo(this.states().map((state, k) => (k === index ? { ...state, ...changes } : state)));
  }

  private statesTo(states: Recording['states']): void {
    this.states.set(states);
    this.watch().keepStates(states);
  }

  /** A sound was split: as many states as were heard, the loudest runs. */
  protected heard({ spans, count }: { spans: Recording['spans']; count: number }): void {
    this.spans.set(spans);
    const runningW = Math.max(0, ...this.states().map(({ powerW }) => powerW));
    if (this.states().length === count) return;
    const names = count === 1 ? ['on'] : count === 2 ? ['off', 'on'] : ['off', 'low', 'high', 'highest'];
    this.statesTo(
      Array.from({ length: count }, (_, k) => ({
        name: names[k] ?? `state ${k + 1}`,
        powerW: count === 1 ? runningW : (runningW * k) / (count - 1),
      })),
    );
  }

  protected async take(): Promise<void> {
    const load = this.load();
    if (!load || !this.summary()) return;
    const hoursPerDay = load.use.by === 'timed' ? load.use.hoursPerDay : 24;
    const changes: Partial<Load> = { known: 'timed', use: { by: 'timed', recording: this.recording(), hoursPerDay } };
    this.store.dispatch(Edit.change('loads', load.id, changes));
    if (this.way() === 'stopwatch') this.watch().clear();
    this.watch().keepStates(null);
    await this.router.navigate(['/rig', this.rigId(), 'audit'], { queryParams: { load: load.id } });
  }

  private freshStates(): Recording['states'] {
    const line = this.derived()?.audit.lines.find(({ id }) => id === this.loadId());
    return [
      { name: 'off', powerW: 0 },
      { name: 'on', powerW: line?.powerW.value ?? 0 },
    ];
  }
}
