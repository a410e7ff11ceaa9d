import {
  ChangeDetectionStrategy,
  Component,
  inject,
  provideZonelessChangeDetection,
  signal,
  type Type,
} from '@angular/core';
import { NgTemplateOutlet } from '@angular/common';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { provideState, provideStore, Store } from '@ngrx/store';
import { simulateDays } from '@core/audit/simulate-day';
import { readHourly } from '@core/climate/read-hourly';
import { splitStates } from '@core/audit/sound/split-states';
import type { Rig } from '@core/rig/rig';
import { buildTables } from '@core/charging/build-tables';
import { TRACE_COLUMNS } from '@core/simulation/runs-result';
import { simulateRuns } from '@core/simulation/simulate-runs';
import { TableCache } from '@core/simulation/table-cache';
import type { WhatIf } from '@core/simulation/what-if';
import type { YearParts } from '@core/charging/year-parts';
import { courseOf } from '@core/wiring/parallel/course';
import type { DrainedBattery, DrainRule } from '@core/wiring/parallel/drain';
import { joinedAs, type ParallelNetwork } from '@core/wiring/parallel/topology';
import { RigEvents } from '../rig/rig-actions';
import { rigFeature } from '../rig/rig-feature';
import { takeOutLog } from '../storage/log-store';
import { RigSession } from '../rig/rig-session';
import { Storage } from '../storage/storage';
import { MarginSlot } from '../ui/margin-slot';
import { benchAtWork } from '../workers/bench-at-work';
import { BenchWorkerClient } from '../workers/bench-worker-client';
import { ComputeWorkerClient } from '../workers/compute-worker-client';
import { findMarks } from '../workers/find-marks';
import { importIntoBook, lookAtFile } from '../workers/import-into-book';
import type { LogImport, LogWorkerApi } from '../workers/log-worker-api';
import { LogWorkerClient } from '../workers/log-worker-client';
import { nullWhenCancelled } from '../workers/cancelled';
import type { Job } from '../workers/job';
import { exportArchive, importArchive, readRigFile } from '../workers/rig-archive';
import { YearPool } from '../workers/year-pool';
import { testDatabase } from './test-database';

/** A page at work on a rig: the real store and core; what runs in workers is called on the spot, with fewer draws. */
export interface OpenPage<Page> {
  fixture: ComponentFixture<Page>;
  element: HTMLElement;
  /** What the page puts into the margin. */
  margin: HTMLElement;
  rig(): Rig;
  undo(): Promise<void>;
  settle(): Promise<void>;
  /** Waits for what is worked out in the background. */
  until(holds: () => boolean): Promise<void>;
  /** Text of the first element of a selector, its white space evened out. */
  text(selector: string): string;
  texts(selector: string): string[];
  /** A field by what a screen reader calls it. */
  field(called: string): HTMLInputElement;
  type(called: string, text: string): Promise<void>;
  choose(called: string, option: string): Promise<void>;
  press(button: string): Promise<void>;
}

const DRAWS = 400;
const RUNS = 20;
const SEED = 1;

@Component({
  selector: 'co-test-margin',
  imports: [NgTemplateOutlet],
  template: `@if (template(); as part) {
    <ng-container [ngTemplateOutlet]="part" />
  }`,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
class TestMargin {
  protected readonly template = inject(MarginSlot).template;
}

const pieces = new TableCache();
const tables = (parts: YearParts, change: WhatIf) => buildTables(parts, pieces, change)!;

export const yearsOnTheSpot = {
  simulate: async (parts: YearParts, change: WhatIf) => simulateRuns(tables(parts, change), 0, RUNS, SEED),
  trace: async (parts: YearParts, change: WhatIf, run: number) => {
    const built = tables(parts, change);
    const hours = new Float64Array(365 * 24 * TRACE_COLUMNS);
    simulateRuns(built, run, 1, SEED, { hours });
    return { hours, firstDay: built.firstDay };
  },
};

/** A door to a worker that is no worker: what is asked is answered here. */
export const doorTo = <Api>(api: Api) => ({
  once: async <Asked>(ask: (api: Api) => Asked) => ask(api),
  call: async <Asked>(ask: (api: Api) => Asked) => ask(api),
  stop: () => undefined,
});

const computeOnTheSpot = doorTo({
  simulateDays: async (loads: Parameters<typeof simulateDays>[0]) => simulateDays(loads, DRAWS, SEED),
  courseOf: async (network: ParallelNetwork, batteries: DrainedBattery[], rule: DrainRule, leadA: number | null) =>
    courseOf(joinedAs(network, batteries), batteries, rule, leadA),
  splitStates: async (...given: Parameters<typeof splitStates>) => splitStates(...given),
  readHourly: async (...given: Parameters<typeof readHourly>) => readHourly(...given),
});

async function* wholeFile({ file, encoding }: LogImport) {
  const text = new TextDecoder(encoding).decode(await file.arrayBuffer());
  yield { bytes: new TextEncoder().encode(text), share: 1 };
}

function logsOnTheSpot(db: Storage['db']) {
  const cancelled = new Set<string>();
  const jobOf = (id: string, onProgress: Job['onProgress']): Job => ({
    onProgress,
    isCancelled: () => cancelled.has(id),
  });
  const api: Omit<LogWorkerApi, 'importLog'> = {
    look: lookAtFile,
    cancel: (logId) => void cancelled.add(logId),
    takeOut: (logId) => takeOutLog(db, logId, 0),
    fullMarks: (ids, rule) => findMarks(db, ids, rule),
    exportRig: (rig, id, onProgress) => exportArchive(db, rig, jobOf(id, onProgress)).catch(nullWhenCancelled),
    importRig: (file, nowMs, id, onProgress) =>
      importArchive(db, file, nowMs, () => crypto.randomUUID(), jobOf(id, onProgress)),
    readRig: readRigFile,
  };
  return {
    ...doorTo(api),
    importLog: (order: LogImport, onProgress: (share: number) => void) =>
      importIntoBook(db, order, () => wholeFile(order), jobOf(order.logId, onProgress)),
  };
}

/** Everything a page asks for, with an empty database of its own. */
export function provideCoulan() {
  const db = testDatabase();
  return [
    provideZonelessChangeDetection(),
    provideRouter([{ path: '**', children: [] }]),
    provideStore(),
    provideState(rigFeature),
    { provide: Storage, useValue: { db, blocked: signal(null), open: () => Promise.resolve(true) } },
    { provide: ComputeWorkerClient, useValue: computeOnTheSpot },
    { provide: YearPool, useValue: yearsOnTheSpot },
    { provide: BenchWorkerClient, useValue: doorTo(benchAtWork(db, () => performance.now())) },
    { provide: LogWorkerClient, useValue: logsOnTheSpot(db) },
  ];
}

export async function openPage<Page>(
  page: Type<Page>,
  rig: Rig,
  inputs: Record<string, unknown> = {},
): Promise<OpenPage<Page>> {
  TestBed.configureTestingModule({ providers: provideCoulan() });
  const store = TestBed.inject(Store);
  await TestBed.inject(RigSession).create(rig);
  const fixture = TestBed.createComponent(page);
  for (const [name, value] of Object.entries(inputs)) fixture.componentRef.setInput(name, value);
  const marginFixture = TestBed.createComponent(TestMargin);
  const element = fixture.nativeElement as HTMLElement;
  const margin = marginFixture.nativeElement as HTMLElement;
  document.body.append(element, margin);
  const settle = async () => {
    await fixture.whenStable();
    await marginFixture.whenStable();
    // Focus moves, and what waits for it, in a task of their own.
    await new Promise((done) => setTimeout(done));
    await fixture.whenStable();
  };
  const all = <One extends Element>(selector: string) =>
    [element, margin].flatMap((root) => [...root.querySelectorAll<One>(selector)]);
  /** By its whole name, or else by how that begins. */
  const found = <One extends Element>(what: string, selector: string) => {
    const ones = all<One>(selector);
    const one = ones.find((each) => nameOf(each) === what) ?? ones.find((each) => nameOf(each).startsWith(what));
    if (!one) throw new Error(`nothing is called "${what}" among: ${ones.map(nameOf).join(' | ')}`);
    return one;
  };
  await settle();
  const opened: OpenPage<Page> = {
    fixture,
    element,
    margin,
    rig: () => store.selectSignal(rigFeature.selectRig)()!,
    settle,
    async until(holds) {
      for (let round = 0; round < 400 && !holds(); round++) {
        await new Promise((done) => setTimeout(done, 25));
        await settle();
      }
      if (!holds()) throw new Error(`never came true: ${holds.toString()}`);
    },
    async undo() {
      store.dispatch(RigEvents.undo());
      await settle();
    },
    text: (selector) => even(all(selector)[0]?.textContent),
    texts: (selector) => all(selector).map((one) => even(one.textContent)),
    field: (called) => found<HTMLInputElement>(called, 'input, select, textarea'),
    async type(called, text) {
      const input = opened.field(called);
      input.value = text;
      input.dispatchEvent(new Event('input', { bubbles: true }));
      input.dispatchEvent(new Event('change', { bubbles: true }));
      await settle();
    },
    async choose(called, option) {
      const select = found<HTMLSelectElement>(called, 'select');
      const wanted = [...select.options].find((one) => even(one.textContent) === option);
      if (!wanted)
        throw new Error(`no "${option}" among ${[...select.options].map((one) => one.textContent).join(' | ')}`);
      select.value = wanted.value;
      select.dispatchEvent(new Event('change', { bubbles: true }));
      await settle();
    },
    async press(button) {
      found<HTMLElement>(button, 'button, [role=button], label, a').click();
      await settle();
    },
  };
  return opened;
}

const even = (text: string | null | undefined) => (text ?? '').replace(/[\s\u2009]+/g, ' ').trim();

function nameOf(one: Element): string {
  const called = one.getAttribute('aria-label');
  if (called) return even(called);
  // Asking a control for its labels goes through the whole document each time.
  const label = /^(input|select|textarea)$/i.test(one.tagName)
    ? (one.closest('label') ?? (one.id ? document.querySelector(`label[for="${one.id}"]`) : null))
    : null;
  return even((label ?? one).textContent);
}
