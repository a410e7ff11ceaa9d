import { describe, expect, it } from 'vitest';
import { keptBy, keptWith, sameItems, steady } from './kept-by';

describe('keptBy', () => {
  it('works out again only what has changed', () => {
    let asked = 0;
    const area = keptBy((of: { width: number }, height: number) => ({ area: of.width * height, nth: ++asked }));
    const [one, other] = [{ width: 2 }, { width: 2 }];
    const first = area(one, 3);
    expect(first).toEqual({ area: 6, nth: 1 });
    expect(area(one, 3)).toBe(first);
    expect(area(other, 3).nth).toBe(2);
    expect(area(one, 3)).toBe(first);
    expect(area(one, 4)).toEqual({ area: 8, nth: 3 });
    expect(area(one, 3).nth).toBe(4);
  });

  it('takes NaN for what it was, and 0 and −0 apart', () => {
    let asked = 0;
    const count = keptBy((of: { id: number }, value: number) => [of.id, value, ++asked]);
    const one = { id: 7 };
    const nth = [Number.NaN, Number.NaN, 0, -0].map((value) => count(one, value)[2]);
    expect(nth).toEqual([1, 1, 2, 3]);
  });
});

describe('keptWith', () => {
  it('works out again once one of the facts is another', () => {
    let asked = 0;
    const price = keptWith((of: { m: number }, facts: { each: number; off: number }) => [
      of.m * facts.each - facts.off,
      ++asked,
    ]);
    const [one, other] = [{ m: 3 }, { m: 5 }];
    expect(price(one, { each: 4, off: 0 })).toEqual([12, 1]);
    expect(price(one, { each: 4, off: 0 })).toEqual([12, 1]);
    expect(price(other, { each: 4, off: 0 })).toEqual([20, 2]);
    expect(price(one, { each: 4, off: 2 })).toEqual([10, 3]);
    expect(price(one, { each: 5, off: 2 })).toEqual([13, 4]);
    expect(price(other, { each: 4, off: 0 })).toEqual([20, 2]);
  });
});

describe('steady', () => {
  it('hands back what came last for as long as it says the same', () => {
    const list = steady((last: readonly number[], now) => last.join() === now.join());
    const first = [1, 2];
    expect(list(first)).toBe(first);
    expect(list([1, 2])).toBe(first);
  });
  it('tells the last four apart, and forgets the one that was asked for longest ago', () => {
    const list = steady((last: readonly number[], now) => last.join() === now.join());
    const four = [[1], [2], [3], [4]];
    for (const one of [...four, ...four]) expect(list([...one])).toEqual(one);
    const first = list([1]);
    for (const one of [[2], [3], [4]]) list(one);
    expect(list([1])).toBe(first);
    for (const one of [[5], [6], [7], [8]]) list(one);
    expect(list([1])).not.toBe(first);
    expect(list([1])).toEqual(first);
  });
});

it('lists are the same by their objects, their order and their length', () => {
  const [one, other] = [{ id: 1 }, { id: 1 }];
  expect(sameItems([one, other], [one, other])).toBe(true);
  expect(sameItems([one, other], [other, one])).toBe(false);
  expect(sameItems([one], [other])).toBe(false);
  expect(sameItems([one], [one, other])).toBe(false);
  expect(sameItems([one, other], [one])).toBe(false);
  expect(sameItems([], [])).toBe(true);
});
