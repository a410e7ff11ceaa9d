import { expect, it } from 'vitest';
import { isLikelyTime } from './likely-time';

it('a log holds the years 1990 to 2099, to the millisecond', () => {
  const [first, end] = [Date.UTC(1990, 0, 1), Date.UTC(2100, 0, 1)];
  expect([first - 1, first, end - 1, end, Number.NaN].map(isLikelyTime)).toEqual([false, true, true, false, false]);
});
