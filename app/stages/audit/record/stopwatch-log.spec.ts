import { beforeEach, describe, expect, it } from 'vitest';
import { StopwatchLog } from './stopwatch-log';

const MIN_MS = 60_000;

describe('the stopwatch of a load', () => {
  beforeEach(() => localStorage.clear());

  it('gives each state the time until the next press, the last one until it is ended', () => {
    const log = new StopwatchLog('fridge');
    log.press(1, 0);
    log.press(0, 15 * MIN_MS);
    expect(log.spans(20 * MIN_MS)).toEqual([
      { state: 1, seconds: 900 },
      { state: 0, seconds: 300 },
    ]);
    log.end(45 * MIN_MS);
    expect(log.spans(90 * MIN_MS)[1]).toEqual({ state: 0, seconds: 1800 });
  });

  it('takes the same state pressed twice as one', () => {
    const log = new StopwatchLog('fridge');
    log.press(1, 0);
    log.press(1, MIN_MS);
    expect(log.now().presses).toHaveLength(1);
  });

  it('takes back the end first, then the presses', () => {
    const log = new StopwatchLog('fridge');
    log.press(1, 0);
    log.press(0, MIN_MS);
    log.end(2 * MIN_MS);
    log.undo();
    expect(log.now()).toMatchObject({ endedMs: null, presses: [{ state: 1 }, { state: 0 }] });
    log.undo();
    expect(log.now().presses).toEqual([{ state: 1, atMs: 0 }]);
  });

  it('is as it was after the page went away, for that load only', () => {
    const log = new StopwatchLog('fridge');
    log.keepStates([{ name: 'on', powerW: 50 }]);
    log.press(0, 5);
    const later = new StopwatchLog('fridge');
    expect(later.now()).toEqual({
      presses: [{ state: 0, atMs: 5 }],
      endedMs: null,
      states: [{ name: 'on', powerW: 50 }],
    });
    expect(new StopwatchLog('pump').now().presses).toEqual([]);
    later.clear();
    expect(new StopwatchLog('fridge').now().states).toEqual([{ name: 'on', powerW: 50 }]);
    later.keepStates(null);
    expect(localStorage.length).toBe(0);
  });

  it('begins empty where what is kept is not its own', () => {
    localStorage.setItem('coulan-stopwatch-fridge', '{"presses":"many"}');
    expect(new StopwatchLog('fridge').now().presses).toEqual([]);
  });
});
