import { describe, expect, it } from 'vitest';
import { QuantityError } from '../quantity/quantity-error';
import { raisedV, starsOf } from './star-mesh';

describe('star-mesh', () => {
  it('by hand: a star of 1, 2 and 4 S leaves 2/7, 4/7 and 8/7 S between its neighbours, and two of them in a row 2/3 S in all', () => {
    const star = [1, 2, 4].map((siemens, post) => ({ from: 3, to: post, ohm: 1 / siemens }));
    const { siemens, totalS } = starsOf(4, star);
    expect([...siemens]).toEqual([2 / 3, 4 / 7, 8 / 7, 1, 2, 4].map((value) => expect.closeTo(value, 14)));
    expect([...totalS]).toEqual([0, 2 / 3, 12 / 7, 7].map((value) => expect.closeTo(value, 14)));
  });
  it('keeps its digits where millionths of an ohm join posts that hang on a thousand million', () => {
    const near = [
      { from: 1, to: 2, ohm: 1e-6 },
      { from: 2, to: 3, ohm: 1e-6 },
      { from: 3, to: 1, ohm: 1e-6 },
    ];
    const stars = starsOf(4, [...near, { from: 2, to: 0, ohm: 1e9 }]);
    for (const post of [1, 2, 3]) {
      const into = new Float64Array(4);
      into[post] = 1e-9;
      for (const other of [1, 2, 3]) expect(raisedV(stars, into)[other]).toBeCloseTo(1, 14);
    }
  });
  it('of an island nothing leads away from, the first post is 0 V, whatever is led into it', () => {
    const stars = starsOf(5, [
      { from: 4, to: 2, ohm: 5 },
      { from: 0, to: 1, ohm: 3 },
      { from: 3, to: 3, ohm: 1 },
    ]);
    expect([...stars.island]).toEqual([0, 0, 2, 3, 2]);
    expect([...raisedV(stars, Float64Array.of(7, 2, 7, 7, 2))]).toEqual([0, 6, 0, 0, 10]);
  });
  it('refuses no resistance, one without end and a post that is not there', () => {
    for (const ohm of [0, -1, Number.NaN, Number.POSITIVE_INFINITY])
      expect(() => starsOf(2, [{ from: 0, to: 1, ohm }])).toThrow(QuantityError);
    expect(() => starsOf(2, [{ from: 0, to: 2, ohm: 1 }])).toThrow(QuantityError);
  });
});
