import { describe, expect, it } from 'vitest';
import { newLoad } from './fresh';
import { Load } from './load';

const takes = (more: object): boolean => Load.safeParse({ ...newLoad('a', ''), ...more }).success;

describe('what a load may be', () => {
  it.each<[number, number, number, boolean]>([
    [1, 2, 3, true],
    [2, 2, 2, true],
    [2, 2, 3, true],
    [1, 3, 3, true],
    [2, 1, 3, false],
    [1, 3, 2, false],
    [3, 2, 1, false],
  ])('logged as low %d, typical %d, high %d: %s', (low, typical, high, isOne) => {
    expect(takes({ use: { by: 'logged', unit: 'Ah', side: 'bank', low, typical, high, days: 3 } })).toBe(isOne);
  });
  it('in months of the year, twelve at most and none beyond December', () => {
    const months = (...of: number[]) => takes({ climate: { by: 'months', months: of } });
    expect([months(), months(1, 12), months(1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12)]).toEqual([true, true, true]);
    expect([months(0), months(13), months(1.5)]).toEqual([false, false, false]);
    expect(months(1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 12)).toBe(false);
  });
  it('in hours of the day, of which one must weigh something', () => {
    const hours = (weights: readonly number[]) => takes({ pattern: { by: 'hours', weights } });
    const even = (weight: number, count = 24) => Array<number>(count).fill(weight);
    expect([hours(even(1)), hours([...even(0, 23), 0.01])]).toEqual([true, true]);
    expect([hours(even(0)), hours(even(1, 23)), hours(even(1, 25)), hours(even(1.1)), hours(even(-1))]).toEqual(
      Array(5).fill(false),
    );
  });
  it('a compressor cools below its surroundings', () => {
    const cools = (setTempC: number, refTempC: number) => takes({ climate: { by: 'compressor', setTempC, refTempC } });
    expect([cools(4, 22), cools(4, 4.1), cools(4, 4), cools(5, 4)]).toEqual([true, true, false, false]);
  });
});
