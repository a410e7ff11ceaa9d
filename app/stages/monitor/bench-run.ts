import { computed, DestroyRef, effect, inject, Injectable, signal, untracked } from '@angular/core';
import { hourTable } from '@core/charging/trace-week';
import { type TraceId, tracesFor } from '@core/counter/standard-traces';
import type { Trial } from '@core/counter/trial';
import { benchBank, reckoningBank } from '@core/monitor/bench/bench-bank';
import { allowedOf, derivedSet, gridOf, setValues } from '@core/monitor/bench/grid';
import { type YearWeek, yearWeeks } from '@core/monitor/bench/year-weeks';
import { counterOf, hardwareOf } from '@core/monitor/counter-of';
import { enteredValues, menuValues } from '@core/monitor/derive-settings';
import { SETTING_IDS, type SettingId, type SettingValues } from '@core/monitor/setting-id';
import { NO_CHANGE } from '@core/simulation/what-if';
import { errorText } from '@core/text/error-text';
import { YearSimulation } from '../../rig/year-simulation';
import { BenchWorkerClient } from '../../workers/bench-worker-client';
import type { BenchLook, BenchQuestion, TraceOrder } from '../../workers/bench-worker-api';
import { YearPool } from '../../workers/year-pool';
import { BenchBoard, type SetId } from './bench-board';
import { MonitorFacts } from './monitor-facts';
import { TRACE_WORDS } from './trace-words';

export interface BenchSet {
  id: SetId;
  name: string;
  values: SettingValues;
}

const STRETCHES = 700;
/** The other traces are tried when dragging pauses. */
const PAUSE_MS = 250;

/** What stands on the test bench, and what came of it. Lives as long as its page. */
@Injectable()
export class BenchRun {
  private readonly facts = inject(MonitorFacts);
  private readonly worker = inject(BenchWorkerClient);
  private readonly year = inject(YearSimulation);
  private readonly pool = inject(YearPool);

  private readonly board = inject(BenchBoard);
  private readonly moved = this.board.moved;
  readonly canGoBack = this.board.canGoBack;
  readonly chosen = this.board.chosen;
  readonly result = this.board.result;
  private readonly found = this.board.found;
  readonly traceKey = signal('broken-cloud');
  readonly zoom = signal<{ fromMs: number; toMs: number } | null>(null);
  private readonly looked = signal<{ key: string; look: BenchLook | null } | null>(null);
  /** Of the trace that is chosen: what another came to is never shown under its name. */
  readonly look = computed(() => {
    const looked = this.looked();
    return looked?.key === this.trace()?.key ? (looked?.look ?? null) : null;
  });
  readonly problem = signal<string | null>(null);
  /** Why there are no weeks of the simulated year, and why other traces were not tried. */
  readonly weeksProblem = signal<string | null>(null);
  readonly othersProblem = signal<string | null>(null);
  /** By trace and set: what was tried of the others. */
  private readonly trials = signal<ReadonlyMap<string, { of: string; trial: Trial | null }>>(new Map());
  readonly searching = signal<number | null>(null);
  readonly searchProblem = signal<string | null>(null);
  private readonly weeks = signal<readonly YearWeek[]>([]);
  private searchRound = 0;

  readonly bank = computed(() => {
    const sheet = this.facts.sheet();
    return sheet && benchBank(sheet.facts);
  });
  private readonly derived = computed(() => menuValues(this.facts.sheet()?.settings ?? []));
  private readonly entered = computed(() => {
    const settings = this.facts.sheet()?.settings ?? [];
    const own = enteredValues(settings.filter(({ has }) => has));
    return { noted: Object.keys(own).length > 0, values: { ...this.derived(), ...own } };
  });
  readonly sets = computed<BenchSet[]>(() => {
    const { noted, values } = this.entered();
    const found = this.found();
    return [
      ...(noted ? [{ id: 'entered' as const, name: 'as entered', values }] : []),
      { id: 'derived', name: 'as derived', values: this.derived() },
      { id: 'tried', name: 'tried', values: { ...values, ...this.moved() } },
      ...(found ? [{ id: 'found' as const, name: 'found', values: { ...this.derived(), ...found } }] : []),
    ];
  });
  readonly set = computed(() => this.sets().find(({ id }) => id === this.chosen()) ?? this.sets().at(-1)!);
  /** Traces by key, in the order of the table. */
  readonly traces = computed(() => {
    const [sheet, rig, bank] = [this.facts.sheet(), this.facts.rig(), this.bank()];
    if (!sheet || !rig || !bank) return [];
    const reckoning = reckoningBank(sheet.facts);
    const logs = rig.logbook.logs.map((log) => ({
      key: `log:${log.id}`,
      name: log.name,
      says: 'your own log, the latest two months of it at most',
      zone: rig.place.timeZone,
      order: {
        by: 'log' as const,
        logId: log.id,
        gapMs: log.gapLimitMs,
        reckoning,
        sureMs: rig.logbook.readings.filter(({ full }) => full).map(({ atMs }) => atMs),
      },
    }));
    const weeks = this.weeks().map(({ month, ...week }) => ({
      key: `week:${month}`,
      name: `Simulated year, ${month}`,
      says: 'a week of the year as charging and audit make it, hour by hour',
      zone: 'UTC',
      order: { by: 'hours' as const, bank, ...week },
    }));
    const standard = tracesFor(bank).map((id: TraceId) => ({
      key: id,
      ...TRACE_WORDS[id],
      zone: 'UTC',
      order: { by: 'standard' as const, id, bank },
    }));
    return [...standard, ...weeks, ...logs];
  });
  readonly trace = computed(() => this.traces().find(({ key }) => key === this.traceKey()) ?? this.traces()[0] ?? null);
  /** Of the chosen set on the trace that is shown. */
  readonly trial = computed(() => this.look()?.tried.find(({ id }) => id === this.set().id) ?? null);

  constructor() {
    let [asked, timer, alive] = [0, 0 as ReturnType<typeof setTimeout> | 0, true];
    inject(DestroyRef).onDestroy(() => {
      alive = false;
      clearTimeout(timer || undefined);
      this.cancel();
    });
    // Whatever is moved while the worker answers is asked next; only the newest counts.
    let busy = false;
    let next: { key: string; question: BenchQuestion } | null = null;
    const ask = async (key: string, question: BenchQuestion) => {
      next = { key, question };
      if (busy) return;
      busy = true;
      while (next && alive) {
        const now: { key: string; question: BenchQuestion } = next;
        next = null;
        try {
          const look = await this.worker.call((api) => api.look(now.question));
          if (!alive) return;
          this.looked.set({ key: now.key, look });
          this.problem.set(look ? null : 'This log has no rows any more: it was taken out.');
        } catch (error) {
          if (alive) this.problem.set(`The trace was not tried: ${errorText(error)}`);
        }
      }
      busy = false;
    };
    effect(() => {
      const trace = this.trace();
      const zoom = this.zoom();
      const question = trace && this.question(trace.order, zoom);
      if (trace && question) void ask(trace.key, question);
      const round = ++asked;
      clearTimeout(timer || undefined);
      timer = setTimeout(() => void this.tryOthers(() => alive && round === asked), PAUSE_MS);
    });
    effect(() => {
      const parts = this.year.parts();
      this.weeksProblem.set(null);
      if (!parts) return this.weeks.set([]);
      void this.pool.trace(parts, NO_CHANGE, 0).then(
        ({ hours, firstDay }) => alive && this.weeks.set(yearWeeks(hourTable(hours, firstDay))),
        (error: unknown) =>
          alive && this.weeksProblem.set(`The weeks of the simulated year cannot be had: ${errorText(error)}`),
      );
    });
  }

  /** What a set came to on a trace, as it is set now: undefined while that is not known, null where the trace has no rows. */
  trialOf(traceKey: string, set: BenchSet): Trial | null | undefined {
    const facts = this.facts.sheet()?.facts;
    const tried = this.trials().get(`${traceKey} ${set.id}`);
    return facts && tried?.of === JSON.stringify(counterOf(set.values, facts)) ? tried.trial : undefined;
  }

  /** Moves one setting of what is tried, and shows it. */
  move(id: SettingId, value: number): void {
    const from = this.chosen() === 'tried' ? this.moved() : this.differs(this.set().values);
    this.board.put({ ...from, [id]: value }, id);
    this.chosen.set('tried');
  }

  /** As it lay before the last move. */
  back(): void {
    this.board.back();
  }

  /** Nothing is moved any more: it is keyed in. */
  clear(): void {
    this.board.put({}, null);
  }

  /** What is tried is this set from now on. */
  take(set: BenchSet): void {
    this.board.put(this.differs(set.values), null);
    this.chosen.set('tried');
  }

  async search(): Promise<void> {
    const [sheet, bank, plan] = [this.facts.sheet(), this.bank(), this.facts.plan()];
    if (!sheet || !bank || !plan || this.searching() !== null) return;
    const round = ++this.searchRound;
    this.searching.set(0);
    this.searchProblem.set(null);
    const { proxy } = await import('comlink');
    const base = counterOf(this.derived(), sheet.facts);
    const order = {
      ...{ bank, base, hardware: hardwareOf(plan.meter) },
      derived: derivedSet(sheet.settings, base.capacityAh),
      allowed: allowedOf(sheet.settings, base.capacityAh),
      grid: gridOf(sheet.settings, base.capacityAh),
    };
    try {
      const onProgress = proxy((share: number) => round === this.searchRound && this.searching.set(share));
      const result = await this.worker.once((api) => api.search(order, onProgress));
      if (round !== this.searchRound) return;
      if (result) {
        this.result.set(result);
        this.found.set(setValues(result.found, base.capacityAh));
        this.chosen.set('found');
      }
    } catch (error) {
      if (round !== this.searchRound) return;
      this.searchProblem.set(`The search did not end: ${errorText(error)}`);
    }
    this.searching.set(null);
  }

  /** The trace of a search by its place: the same days twice over. */
  searchedName(at: number): string {
    const bank = this.bank();
    const ids = bank ? tracesFor(bank) : [];
    const id = ids[at % Math.max(1, ids.length)];
    return id ? TRACE_WORDS[id].name : '';
  }

  cancel(): void {
    if (this.searching() === null) return;
    this.searchRound++;
    this.searching.set(null);
    void this.worker.call((api) => api.cancel());
  }

  /** Of a set's values those that are not as entered. */
  private differs(values: SettingValues): SettingValues {
    const entered = this.entered().values;
    return Object.fromEntries(
      SETTING_IDS.flatMap((id) => (values[id] !== undefined && values[id] !== entered[id] ? [[id, values[id]]] : [])),
    );
  }

  private question(trace: TraceOrder, zoom: { fromMs: number; toMs: number } | null): BenchQuestion | null {
    const [sheet, bank, plan] = [this.facts.sheet(), this.bank(), this.facts.plan()];
    if (!sheet || !bank || !plan) return null;
    return {
      trace,
      sets: this.sets().map(({ id, values }) => ({ id, settings: counterOf(values, sheet.facts) })),
      capacityAh: bank.capacityAh,
      hardware: hardwareOf(plan.meter),
      view: { fromMs: zoom?.fromMs ?? null, toMs: zoom?.toMs ?? null, stretches: STRETCHES },
    };
  }

  /** The sets on every trace, one after the other, as long as nothing is moved. */
  private async tryOthers(current: () => boolean): Promise<void> {
    this.othersProblem.set(null);
    for (const { key, order } of untracked(this.traces)) {
      if (!current()) return;
      const question = untracked(() => this.question(order, null));
      if (!question) return;
      try {
        const look = await this.worker.call((api) => api.look({ ...question, view: null }));
        if (!current()) return;
        this.trials.update((known) => {
          const all = new Map(known);
          for (const { id, settings } of question.sets) {
            const trial = look?.tried.find((one) => one.id === id)?.trial ?? null;
            all.set(`${key} ${id}`, { of: JSON.stringify(settings), trial });
          }
          return all;
        });
      } catch (error) {
        if (current()) this.othersProblem.set(`The other traces were not tried: ${errorText(error)}`);
        return;
      }
    }
  }
}
