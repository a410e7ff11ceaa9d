import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideState, provideStore, Store } from '@ngrx/store';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { sampleRig } from '../testing/sample-rig';
import { Beside } from './beside';
import { Edit } from './edit';
import { RigEvents } from './rig-actions';
import { rigFeature } from './rig-feature';
import { selectDerived } from './rig-selectors';

describe('what lies beside the work', () => {
  beforeEach(() => vi.useFakeTimers());
  afterEach(() => vi.useRealTimers());

  const open = () => {
    TestBed.configureTestingModule({
      providers: [provideZonelessChangeDetection(), provideStore(), provideState(rigFeature)],
    });
    const store = TestBed.inject(Store);
    store.dispatch(RigEvents.opened({ rig: sampleRig(), revision: 0 }));
    const beside = TestBed.inject(Beside);
    const dayAh = () => beside.derived()?.audit.dayAh.value;
    const type = (powerW: number) => {
      store.dispatch(Edit.change('loads', 'fan', { power: { by: 'watts', powerW } }));
      TestBed.tick();
    };
    const now = () => store.selectSignal(selectDerived)()?.audit.dayAh.value;
    TestBed.tick();
    vi.runAllTimers();
    return { store, beside, dayAh, type, now };
  };

  it('stays as it was until the keystroke is on screen, and catches up', () => {
    const { beside, dayAh, type, now } = open();
    const before = dayAh();
    type(102.4);
    expect(now()).not.toBe(before);
    expect(dayAh()).toBe(before);
    // The plan that is shown there and what follows from it belong together.
    expect(beside.rig()!.loads.find(({ id }) => id === 'fan')!.power).not.toMatchObject({ powerW: 102.4 });
    vi.runAllTimers();
    expect(dayAh()).toBe(now());
    expect(beside.rig()!.loads.find(({ id }) => id === 'fan')!.power).toMatchObject({ powerW: 102.4 });
  });
  it('of keystrokes between two frames takes the newest', () => {
    const { dayAh, type, now } = open();
    const before = dayAh();
    for (const watts of [100, 101, 102]) type(watts);
    expect(dayAh()).toBe(before);
    vi.runAllTimers();
    expect(dayAh()).toBe(now());
  });
  it('catches up where no frame comes, as in another tab', () => {
    const { dayAh, type, now } = open();
    vi.stubGlobal('requestAnimationFrame', () => 0);
    type(102.4);
    vi.advanceTimersByTime(249);
    expect(dayAh()).not.toBe(now());
    vi.advanceTimersByTime(1);
    expect(dayAh()).toBe(now());
    vi.unstubAllGlobals();
  });
  it('shows another rig at once, and none where there is none', () => {
    const { store, beside } = open();
    store.dispatch(RigEvents.opened({ rig: { ...sampleRig(), id: 'other', loads: [] }, revision: 0 }));
    expect(beside.rig()!.id).toBe('other');
    expect(beside.derived()!.audit.dayAh.value).toBe(0);
    store.dispatch(RigEvents.closed());
    expect([beside.rig(), beside.derived()]).toEqual([null, null]);
  });
  it('tells what the last edit moved once it is on screen', () => {
    const { beside, type } = open();
    expect(beside.consequences()).toBeNull();
    type(102.4);
    vi.runAllTimers();
    expect(beside.consequences()!.moved.map(({ says }) => says)).toContain('all loads a day');
  });
});
