import { TestBed } from '@angular/core/testing';
import { Store } from '@ngrx/store';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { buildTables } from '@core/charging/build-tables';
import type { RunsResult } from '@core/simulation/runs-result';
import { simulateRuns } from '@core/simulation/simulate-runs';
import { TableCache } from '@core/simulation/table-cache';
import { NO_CHANGE } from '@core/simulation/what-if';
import { provideCoulan } from '../testing/open-page';
import { sampleRig } from '../testing/sample-rig';
import { type YearOptions, YearPool } from '../workers/year-pool';
import { Edit } from './edit';
import { RigEvents } from './rig-actions';
import { YearSimulation } from './year-simulation';

interface Asked {
  runs: number;
  options: YearOptions;
  answer: (result: RunsResult | null) => void;
  fail: (error: Error) => void;
}

/** A pool that answers when it is told to. */
function pool() {
  const asked: Asked[] = [];
  const simulate = (_parts: unknown, _change: unknown, runs: number, options: YearOptions) =>
    new Promise<RunsResult | null>((answer, fail) => asked.push({ runs, options, answer, fail }));
  return { asked, simulate };
}

describe('the year of the plan', () => {
  beforeEach(() => vi.useFakeTimers());
  afterEach(() => vi.useRealTimers());

  async function open() {
    const own = pool();
    TestBed.configureTestingModule({ providers: [...provideCoulan(), { provide: YearPool, useValue: own }] });
    const store = TestBed.inject(Store);
    store.dispatch(RigEvents.opened({ rig: sampleRig(), revision: 0 }));
    const year = TestBed.inject(YearSimulation);
    const tables = buildTables(year.parts()!, new TableCache(), NO_CHANGE)!;
    const played = (runs: number) => simulateRuns(tables, 0, runs, 1);
    const result = played(250);
    const settle = async () => {
      TestBed.tick();
      await vi.advanceTimersByTimeAsync(0);
    };
    const pause = async () => {
      await settle();
      await vi.advanceTimersByTimeAsync(300);
    };
    const type = (powerW: number) => store.dispatch(Edit.change('loads', 'fan', { power: { by: 'watts', powerW } }));
    return { ...own, year, store, result, played, settle, pause, type };
  }

  it('is played once typing pauses, with few runs for a glance, and shown', async () => {
    const { asked, year, result, settle, pause, type } = await open();
    await settle();
    type(60);
    await settle();
    await vi.advanceTimersByTimeAsync(299);
    expect(asked).toHaveLength(0);
    type(70);
    await pause();
    expect(asked.map(({ runs, options }) => [runs, options.alone])).toEqual([[250, true]]);
    expect(year.pending()).toBe(true);
    asked[0]!.options.onProgress!(0.5);
    expect(year.share()).toBe(0.5);
    asked[0]!.answer(result);
    await settle();
    expect(year.pending()).toBe(false);
    expect(year.outcome()!.runs).toBe(result.runs);
    // Nothing came before it that could have moved.
    expect(year.before()).toBeNull();
  });
  it('drops the answer for a plan that has changed meanwhile', async () => {
    const { asked, year, result, settle, pause, type } = await open();
    await pause();
    type(90);
    await pause();
    expect(asked).toHaveLength(2);
    expect(asked[0]!.options.cancelled!()).toBe(true);
    expect(asked[1]!.options.cancelled!()).toBe(false);
    asked[0]!.answer(result);
    await settle();
    expect(year.outcome()).toBeNull();
    asked[0]!.options.onProgress!(0.9);
    expect(year.share()).toBe(0);
    asked[1]!.answer(result);
    await settle();
    const first = year.outcome();
    expect(first).not.toBeNull();
    // The next one has it to compare with.
    type(91);
    await pause();
    asked[2]!.answer(result);
    await settle();
    expect(year.before()).toBe(first);
  });
  it('is not played again for what no year follows from', async () => {
    const { asked, store, result, settle, pause } = await open();
    await pause();
    asked[0]!.answer(result);
    await settle();
    store.dispatch(Edit.merge('logbook', { readings: [] }, 'x'));
    await pause();
    expect(asked).toHaveLength(1);
  });
  it('is played more finely while a page shows it, and only then', async () => {
    const { asked, year, result, played, settle, pause } = await open();
    await pause();
    asked[0]!.answer(result);
    await settle();
    const leave = year.attend();
    await pause();
    expect(asked.map(({ runs }) => runs)).toEqual([250, 1000]);
    asked[1]!.answer(played(1000));
    await settle();
    // The same plan played more finely has moved nothing.
    expect(year.before()).toBeNull();
    leave();
    await pause();
    expect(asked).toHaveLength(2);
  });
  it('says what failed, keeps what was, and tries again', async () => {
    const { asked, year, result, settle, pause, type } = await open();
    await pause();
    asked[0]!.answer(result);
    await settle();
    const shown = year.outcome();
    type(95);
    await pause();
    asked[1]!.fail(new Error('the worker died'));
    await settle();
    expect(year.problem()).toBe('the worker died');
    expect(year.outcome()).toBe(shown);
    expect(year.pending()).toBe(true);
    year.again();
    await pause();
    expect(year.problem()).toBeNull();
    expect(asked).toHaveLength(3);
  });
  it('plays ten thousand when asked, once, until they are done or cancelled', async () => {
    const { asked, year, result, settle, pause } = await open();
    await pause();
    asked[0]!.answer(result);
    await settle();
    const many = year.refine();
    void year.refine();
    expect(asked.map(({ runs }) => runs)).toEqual([250, 10_000]);
    asked[1]!.options.onProgress!(0.25);
    expect(year.progress()).toBe(0.25);
    year.cancel();
    expect(asked[1]!.options.cancelled!()).toBe(true);
    asked[1]!.options.onProgress!(0.5);
    expect(year.progress()).toBeNull();
    asked[1]!.answer(null);
    await many;
    expect(year.outcome()!.runs).toBe(result.runs);
    const again = year.refine();
    asked[2]!.fail(new Error('out of memory'));
    await again;
    expect(year.problem()).toBe('The 10 000 years were not simulated: out of memory');
    expect(year.progress()).toBeNull();
  });
  it('is none while a bank is missing', async () => {
    const { asked, year, store, settle, pause } = await open();
    store.dispatch(Edit.set({ bank: null }));
    await pause();
    expect([year.parts(), year.outcome(), year.pending()]).toEqual([null, null, false]);
    await year.refine();
    await settle();
    expect(asked).toHaveLength(0);
  });
});
