import { describe, expect, it } from 'vitest';
import { entered } from '../../formula/figure';
import type { MeterTotals } from '../plan';
import { between, meterHistory, unseenUse } from './meter-history';

const none: MeterTotals = {
  ...{ id: 't', atMs: 0, days: null, deepestAh: null, meanAh: null, outAh: null, inKWh: null, outKWh: null },
  ...{ fullMarks: null, cycles: null },
};
const of = (totals: Partial<MeterTotals>) => meterHistory({ ...none, ...totals }, entered(200), entered(12.8));
const figure = (totals: Partial<MeterTotals>, id: string) =>
  of(totals).figures.find((one) => one.id.startsWith(id))?.value;
const says = (totals: Partial<MeterTotals>) => of(totals).contradictions.map(({ code }) => code);

describe('what the totals of a meter mean', () => {
  it('a year of it, by hand', () => {
    const year = { days: 365, deepestAh: 120, meanAh: 50, outAh: 18_250, inKWh: 260, outKWh: 237.25, fullMarks: 73 };
    expect(figure(year, 'history.out-a-day')).toBe(50);
    expect(figure(year, 'history.wh-a-day')).toBeCloseTo(712.33, 2);
    expect(figure(year, 'history.days-full')).toBeCloseTo(0.2, 12);
    expect(figure(year, 'history.full-cycles')).toBeCloseTo(91.25, 12);
    expect(figure(year, 'history.energy-share')).toBeCloseTo(0.9125, 4);
    expect(figure(year, 'history.mean-volts')).toBeCloseTo(13, 9);
    expect(says(year)).toEqual([]);
    const depths = of(year).figures.filter(({ id }) => id.startsWith('history.depth'));
    expect(depths.map(({ value }) => value)).toEqual([0.25, 0.6]);
  });
  it('of a meter that saw no charge yet has no share, and no more came out than a full bank holds', () => {
    expect(figure({ inKWh: 0, outKWh: 2 }, 'history.energy-share')).toBeUndefined();
    expect(says({ inKWh: 0, outKWh: 2.56 })).toEqual([]);
    expect(says({ inKWh: 0, outKWh: 2.57 })).toEqual(['more-out-than-in']);
  });
  it('says nothing of what was not shown, nor of no days', () => {
    expect(of({}).figures).toEqual([]);
    expect(of({ outAh: 100, days: 0 }).figures.map(({ id }) => id)).toEqual(['history.full-cycles']);
    expect(says({ days: 0 })).toEqual(['no-days']);
    // Days alone make no figure of anything that was not shown beside them.
    expect(of({ days: 30 }).figures).toEqual([]);
    expect(figure({ days: 30, fullMarks: 6 }, 'history.days-full')).toBeCloseTo(0.2, 12);
  });
  it.each([
    ['mean-deeper-than-deepest', { meanAh: 101, deepestAh: 100 }, { meanAh: 100, deepestAh: 100 }],
    ['deeper-than-bank', { deepestAh: 201 }, { deepestAh: 200 }],
    ['more-out-than-in', { inKWh: 100, outKWh: 103 }, { inKWh: 100, outKWh: 102 }],
    ['less-out-than-deepest', { outAh: 99, deepestAh: 100 }, { outAh: 100, deepestAh: 100 }],
    ['volts-impossible', { outKWh: 1.7, outAh: 100 }, { outKWh: 1.3, outAh: 100 }],
    ['volts-impossible', { outKWh: 1, outAh: 100 }, { outKWh: 1.05, outAh: 100 }],
    ['out-impossible', { days: 1, outAh: 601 }, { days: 1, outAh: 600 }],
    ['cycles-impossible', { cycles: 50, meanAh: 50, outAh: 1200 }, { cycles: 48, meanAh: 50, outAh: 1200 }],
  ] as const)('finds %s, and not where it goes together', (code, wrong, right) => {
    expect(says(wrong)).toContain(code);
    expect(says(right)).not.toContain(code);
  });
  it('cannot have seen what loads use while a source gives as much', () => {
    expect(unseenUse(of({ days: 10, outAh: 400 }), entered(60))!.value).toBe(20);
    expect(unseenUse(of({ days: 10, outAh: 700 }), entered(60))!.value).toBe(0);
    expect(unseenUse(of({ days: 10 }), entered(60))).toBeNull();
    expect(unseenUse(of({ days: 10, outAh: 400 }), entered(0))).toBeNull();
  });
  it('between two showings counts what came in between, and nothing where one shows less', () => {
    const first = { ...none, days: 100, outAh: 1000, fullMarks: 20 };
    const then = { ...none, atMs: 86_400_000 * 30, days: 130, outAh: 1600, fullMarks: 26 };
    expect(between(first, then)).toMatchObject({ days: 30, outAh: 600, fullMarks: 6, inKWh: null });
    expect(between({ ...first, days: null }, then)).toMatchObject({ days: 30 });
    expect(between(first, { ...then, outAh: 10 })).toBeNull();
  });
  it('takes for deepest in between only a discharge that was not there before, and lies in between as a whole', () => {
    const first = { ...none, days: 100, outAh: 4000, deepestAh: 120 };
    const deepest = (totals: Partial<MeterTotals>) => between(first, { ...first, days: 107, ...totals })?.deepestAh;
    expect(deepest({ outAh: 4050 })).toBeNull();
    expect(deepest({ outAh: 4300, deepestAh: 140 })).toBe(140);
    expect(deepest({ outAh: 4140, deepestAh: 140 })).toBe(140);
    // It had begun before: 50 Ah in between cannot be 140 deep.
    expect(deepest({ outAh: 4050, deepestAh: 140 })).toBeNull();
    const week = between(first, { ...first, days: 107, outAh: 4050 })!;
    expect(says(week)).toEqual([]);
    expect(between({ ...first, deepestAh: null }, { ...first, days: 107, outAh: 4300 })?.deepestAh).toBeNull();
  });
});
