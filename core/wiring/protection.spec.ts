import { describe, expect, it } from 'vitest';
import type { Currents } from './currents';
import type { Edge } from './graph';
import { newFuse } from './new-parts';
import { fusesBehind } from './protection';

const [one, two, block] = [newFuse('one', 'string 1'), newFuse('two', 'string 2'), newFuse('block', 'the block')];
const way = (...parts: Edge['part'][]): Edge[] => parts.map((part) => ({ a: '', b: '', run: null, part }));
const behind = (...outWays: Edge[][]) =>
  new Map(
    [...fusesBehind({ outWays } as unknown as Currents)].map(([id, set]) => [
      id,
      [...set.keys()].map((fuse) => fuse.id),
    ]),
  );

describe('which fuses lie behind another', () => {
  it('those that something lies before alone: two strings and two consumers, one of them over a block', () => {
    // Each string's fuse is passed as often as the block's, and not by the same.
    const found = behind(way(one, block), way(two, block), way(one), way(two));
    expect(found).toEqual(
      new Map([
        ['one', ['block']],
        ['block', []],
        ['two', ['block']],
      ]),
    );
  });
  it('not those at the other end of the very same ways', () => {
    expect(behind(way(one, block), way(one, block)).get('one')).toEqual([]);
    expect(behind(way(one, block), way(one)).get('one')).toEqual(['block']);
  });
});
