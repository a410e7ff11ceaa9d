import { describe, expect, it } from 'vitest';
import { interpolate } from '../cells/interpolate';
import { errorText } from '../text/error-text';
import { at, inRange } from './guard';
import { QuantityError } from './quantity-error';

/** What is thrown, by its code. */
function codeOf(call: () => unknown): string {
  try {
    call();
  } catch (error) {
    if (error instanceof QuantityError) return `${error.code}: ${errorText(error)}`;
  }
  return 'nothing';
}

describe('guards between callers', () => {
  it('take both ends of a range, and nothing beyond or that is no number', () => {
    expect([inRange('x', 0, 0, 5), inRange('x', 5, 0, 5)]).toEqual([0, 5]);
    expect(codeOf(() => inRange('x', 5.01, 0, 5))).toBe('out-of-range: x: out-of-range (5.01)');
    expect(codeOf(() => inRange('x', -0.01, 0, 5))).toContain('out-of-range');
    for (const none of [Number.NaN, Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY])
      expect(codeOf(() => inRange('x', none, 0, 5))).toContain('not-finite');
  });
  it('give what is at a place, and say where nothing is', () => {
    expect([at([5, 6], 0), at([5, 6], 1)]).toEqual([5, 6]);
    for (const place of [-1, 2, 0.5]) expect(codeOf(() => at([5, 6], place))).toContain('out-of-range');
  });
  it('draw no curve through nothing, nor at no number', () => {
    expect(codeOf(() => interpolate([], 1))).toContain('wrong-shape');
    expect(codeOf(() => interpolate([[0, 1]], Number.NaN))).toContain('not-finite');
    expect([-1, 0, 7].map((x) => interpolate([[0, 1]], x))).toEqual([1, 1, 1]);
  });
  it('whatever is thrown has words', () =>
    expect([errorText(new Error('no room')), errorText('closed'), errorText(7)]).toEqual(['no room', 'closed', '7']));
});
