import { describe, expect, it } from 'vitest';
import { keptBy } from './kept-by';

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
