import { describe, expect, it } from 'vitest';
import { byDefault, entered, measured } from '../formula/figure';
import { formula, sumFigure } from '../formula/formula';
import { fingerprint, INPUTS_MOST, movedSince, stampOf } from './stamped';

const volts = formula({
  id: 'v',
  says: 'volts',
  unit: 'V',
  words: 'cells × a cell',
  terms: { cells: { says: 'cells', unit: 'Count' }, cellV: { says: 'a cell', unit: 'V' } },
  compute: ({ cells, cellV }) => cells * cellV,
  source: 'series',
});
const energy = formula({
  id: 'e',
  says: 'energy',
  unit: 'Wh',
  words: 'volts × Ah',
  terms: { volts: { says: 'volts', unit: 'V' }, ah: { says: 'capacity', unit: 'Ah' } },
  compute: ({ volts: v, ah }) => v * ah,
  source: 'E = U · Q',
});
const of = (cells: number, cellV: number, ah = 100) =>
  energy.figure({ volts: volts.figure({ cells: entered(cells), cellV: byDefault(cellV) }), ah: measured(ah) });

describe('a fingerprint', () => {
  it('is the leaves of a working, by the way that leads to each', () =>
    expect(fingerprint(of(4, 3.2))).toEqual([
      { says: 'volts, cells', unit: 'Count', value: 4 },
      { says: 'volts, a cell', unit: 'V', value: 3.2 },
      { says: 'capacity', unit: 'Ah', value: 100 },
    ]));
});

describe('a figure that rests on more than a stamp holds', () => {
  it('is stamped by the terms that stand in it', () => {
    const parts = Array.from({ length: 201 }, (_, k) => ({ says: `part ${k}`, unit: 'A' as const, ...entered(k) }));
    const sum = sumFigure({ id: 's', says: 'sum', unit: 'A', source: '' }, parts);
    expect(fingerprint(sum)).toHaveLength(INPUTS_MOST);
    const whole = energy.figure({ volts: { ...sum, value: 12 }, ah: measured(100) });
    expect(fingerprint(whole)).toEqual([
      { says: 'volts', unit: 'V', value: 12 },
      { says: 'capacity', unit: 'Ah', value: 100 },
    ]);
  });
});

describe('a stamped value', () => {
  it('is as it was while nothing that it rests on has changed', () => {
    const stamp = stampOf(of(4, 3.2), 7, 1300);
    expect(stamp).toMatchObject({ value: 1300, atMs: 7 });
    expect(movedSince(stamp, of(4, 3.2))).toEqual([]);
    // The last digits of a sum that was reckoned in another order are no change.
    expect(movedSince(stamp, of(4, 3.2 * (1 + 1e-12)))).toEqual([]);
  });
  it('has moved with an input, though the figure comes out the same', () => {
    const moved = movedSince(stampOf(of(4, 3.2), 7), of(8, 1.6));
    expect(moved).toEqual([
      { says: 'volts, cells', unit: 'Count', before: 4, after: 8 },
      { says: 'volts, a cell', unit: 'V', before: 3.2, after: 1.6 },
    ]);
  });
  it('has moved where an input came, went, or became another kind of thing', () => {
    const parts = (...values: number[]) =>
      sumFigure(
        { id: 's', says: 'sum', unit: 'A', source: '' },
        values.map((value, k) => ({ says: `part ${k}`, unit: 'A', ...entered(value) })),
      );
    const stamp = stampOf(parts(1, 2), 0);
    expect(movedSince(stamp, parts(1))).toEqual([{ says: 'part 1', unit: 'A', before: 2, after: null }]);
    expect(movedSince(stamp, parts(1, 2, 3))).toEqual([{ says: 'part 2', unit: 'A', before: null, after: 3 }]);
  });
  it('from before stamps were kept says nothing', () =>
    expect(movedSince({ value: 1, atMs: 0, rests: null }, of(4, 3.2))).toBeNull());
});
