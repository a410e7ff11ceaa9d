import { fc, test } from '@fast-check/vitest';
import { describe, expect, it } from 'vitest';
import { PATTERN_IDS } from './load';
import { hourShares, shareOfHours, spreadHours } from './pattern';

const sum = (values: readonly number[]) => values.reduce((total, value) => total + value, 0);

describe('the named patterns', () => {
  it('fall into the hours that they are named for, each hour alike', () => {
    const hoursOf = (id: (typeof PATTERN_IDS)[number]) =>
      hourShares({ by: 'named', id }).flatMap((share, hour) => (share > 0 ? [hour] : []));
    const from = (first: number, end: number) => Array.from({ length: end - first }, (_, k) => first + k);
    expect(hoursOf('all-day')).toEqual(from(0, 24));
    expect(hoursOf('day')).toEqual(from(9, 17));
    expect(hoursOf('evening')).toEqual(from(17, 23));
    expect(hoursOf('night')).toEqual([...from(0, 6), 22, 23]);
    expect(hoursOf('meals')).toEqual([7, 12, 18, 19]);
    for (const id of PATTERN_IDS) {
      const shares = hourShares({ by: 'named', id }).filter((share) => share > 0);
      for (const share of shares) expect(share).toBeCloseTo(1 / shares.length, 12);
    }
  });
  it('do not bind what never pauses', () => {
    const pattern = { by: 'named', id: 'evening' } as const;
    expect(shareOfHours({ use: { by: 'always' }, pattern })).toEqual(Array(24).fill(expect.closeTo(1 / 24, 12)));
    expect(shareOfHours({ use: { by: 'hours', hoursPerDay: 24 }, pattern })).toEqual(hourShares(pattern));
  });
});

describe('hours of running over a pattern', () => {
  it('by hand: 3 h in the evening are half of each of its 6 hours', () =>
    expect(spreadHours(hourShares({ by: 'named', id: 'evening' }), 3).slice(16, 24)).toEqual([
      0, 0.5, 0.5, 0.5, 0.5, 0.5, 0.5, 0,
    ]));
  it('by hand: weights 4 to 1, two hours: the first is full, the rest goes to the second', () => {
    const shares = hourShares({ by: 'hours', weights: [1, 0.25, ...Array<number>(22).fill(0)] });
    expect(spreadHours(shares, 1.25).slice(0, 3)).toEqual([1, 0.25, 0]);
    expect(spreadHours(shares, 1.5).slice(0, 3)).toEqual([1, 0.5, 0]);
    expect(spreadHours(shares, 2).slice(0, 3)).toEqual([1, 1, 0]);
    expect(spreadHours(shares, 13).slice(0, 3)).toEqual([1, 1, 0.5]);
  });
  it('a weight that is as good as nothing holds no hour', () => {
    const shares = hourShares({ by: 'hours', weights: [1, ...Array<number>(22).fill(5e-324), 0] });
    expect(spreadHours(shares, 1.5).slice(0, 2)).toEqual([1, expect.closeTo(0.5 / 23, 12)]);
  });
  test.prop([
    fc
      .array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 24, maxLength: 24 })
      .filter((weights) => sum(weights) > 1e-6),
    fc.double({ min: 0, max: 24, noNaN: true }),
  ])('keeps the hours, none more than whole, a heavier hour never less', (weights, hours) => {
    const spread = spreadHours(hourShares({ by: 'hours', weights }), hours);
    expect(sum(spread)).toBeCloseTo(hours, 6);
    for (const share of spread) expect(share >= -1e-12 && share <= 1 + 1e-9).toBe(true);
    const byWeight = weights.map((weight, k) => ({ weight, share: spread[k]! })).sort((a, b) => a.weight - b.weight);
    for (let k = 1; k < 24; k++) expect(byWeight[k]!.share).toBeGreaterThanOrEqual(byWeight[k - 1]!.share - 1e-9);
  });
});
