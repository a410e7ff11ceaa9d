import { describe, expect, it } from 'vitest';
import { repeatedId } from './repeated-id';

describe('an id that stands twice in one list', () => {
  it.each([
    ['in a list', { loads: [{ id: 'a' }, { id: 'b' }, { id: 'a' }] }, ['loads', 2, 'id']],
    [
      'deep down, the first of several',
      { s: [{ id: 'x', arrays: [{ id: '1' }, { id: '1' }] }, { id: 'x' }] },
      ['s', 0, 'arrays', 1, 'id'],
    ],
    ['in a list of lists', [[{ id: 1 }], [{ id: 2 }, { id: 2 }]], [1, 1, 'id']],
  ])('%s is named by its path', (_where, value, path) => {
    expect(repeatedId(value)).toEqual(path);
  });
  it.each([
    ['in two lists', { loads: [{ id: 'a' }], inverters: [{ id: 'a' }] }],
    ['of things that have none', { runs: [{ name: 'a' }, { name: 'a' }], ids: ['a', 'a'], none: [null, null] }],
    ['where there is no list', { one: { id: 'a' }, other: { id: 'a' } }],
    ['of names of settings', { entries: [{ id: 'e', values: [{ id: 'tail' }, { id: 'tail' }] }] }],
    ['of nothing', null],
    ['of text', 'id'],
  ])('%s is none', (_where, value) => {
    expect(repeatedId(value)).toBeNull();
  });
});
