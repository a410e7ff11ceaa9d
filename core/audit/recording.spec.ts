import { describe, expect, it } from 'vitest';
import type { Recording } from './load';
import { spansOfSwitching, summarise } from './recording';

const states = [
  { name: 'off', powerW: 0 },
  { name: 'on', powerW: 40 },
];
const recording = (...minutes: [state: number, minutes: number][]): Recording => ({
  from: 'table',
  atMs: 0,
  states,
  spans: minutes.map(([state, length]) => ({ state, seconds: length * 60 })),
});

describe('summarise', () => {
  it('averages power over time: 40 W for 10 of 30 min', () => {
    const summary = summarise(recording([1, 10], [0, 20]), 'k')!;
    expect(summary.meanW.value).toBeCloseTo(40 / 3, 12);
    expect(summary.states[1]).toMatchObject({ seconds: 600, fraction: expect.closeTo(1 / 3, 12) });
  });
  it('counts whole cycles from start to start, and how they differ', () => {
    // Cycles: 10/20, 12/18, 8/22 → means 13.33, 16, 10.67 W; standard deviation 2.667, mean 13.33
    const summary = summarise(recording([0, 5], [1, 10], [0, 20], [1, 12], [0, 18], [1, 8], [0, 22], [1, 3]), 'k')!;
    expect(summary.cycles).toBe(3);
    expect(summary.spreadFraction).toBeCloseTo(0.2, 9);
    expect(summary.recordLonger).toEqual(['too-short']);
  });
  it('asks to go on with fewer than three cycles or two hours', () => {
    expect(summarise(recording([1, 60], [0, 90]), 'k')!.recordLonger).toEqual(['too-few-cycles']);
    const cycle: [number, number][] = [
      [1, 20],
      [0, 30],
    ];
    const enough = summarise(recording([0, 5], ...cycle, ...cycle, ...cycle, [1, 1]), 'k')!;
    expect([enough.cycles, enough.recordLonger]).toEqual([3, []]);
    expect(summarise(recording([1, 1]), 'k')!.recordLonger).toEqual(['too-few-cycles', 'too-short']);
  });
  it('is nothing without time', () => expect(summarise(recording([1, 0]), 'k')).toBeNull());
});

it('makes spans of a list of on and off times', () => {
  expect(spansOfSwitching([0, 60_000, 180_000, 240_000])).toEqual([
    { state: 1, seconds: 60 },
    { state: 0, seconds: 120 },
    { state: 1, seconds: 60 },
  ]);
});
