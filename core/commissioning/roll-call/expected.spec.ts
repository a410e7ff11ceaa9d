import { describe, expect, it } from 'vitest';
import { entered } from '../../formula/figure';
import { givenAtLeast, limitChange, loadChange } from './expected';

const charger = limitChange({ id: 'source:mains', name: 'Mains' }, entered(30), 'shore');
const sun = limitChange({ id: 'source:sun', name: 'Roof' }, entered(30), 'solar');
const leastA = (of: typeof charger, onA: number) => givenAtLeast(of, 'k', entered(onA)).from.value;

describe('what a source is expected to give', () => {
  it('is near its limit as long as that is taken, and of the sun what there is', () => {
    expect([charger.from.value, charger.to.value]).toEqual([18, 31.5]);
    expect(sun.from.value).toBeCloseTo(0.9, 12);
    expect(sun.to.value).toBe(31.5);
  });
  it.each([
    ['more is on than it gives: what it usually gives', 100, 18],
    ['twice its usual least is on: just that', 36, 18],
    ['8 A are on: half of them, the rest for what is switched off meanwhile', 8, 4],
    ['nothing is on: 3 % of 31.5 A', 0, 0.945],
    ['next to nothing is on: the same', 1.8, 0.945],
  ])('on a full bank, %s', (_says, onA, givenA) => {
    expect(leastA(charger, onA)).toBeCloseTo(givenA, 12);
  });
  it('is never more than usual at the least, however much is on', () => {
    expect(leastA(sun, 0)).toBe(sun.from.value);
    expect(leastA(sun, 50)).toBe(sun.from.value);
    expect(givenAtLeast(charger, 'k', entered(8)).to).toBe(charger.to);
  });
});

describe('what a load is expected to draw', () => {
  const draws = (known: Parameters<typeof loadChange>[3]) => {
    const { from, to } = loadChange({ id: 'l', says: 'L' }, entered(120), entered(12), known);
    return [from.value, to.value];
  };
  it.each([
    ['logged', -7, -13],
    ['timed', -8, -12],
    ['clamp', -8.5, -11.5],
    ['wattmeter', -8.5, -11.5],
    ['nameplate', -4, -11],
    ['standby', -7, -13],
    ['unknown', -2, -30],
  ] as const)('known by %s: 10 A between %s and %s', (known, fromA, toA) => {
    const [from, to] = draws(known);
    expect(from).toBeCloseTo(fromA, 12);
    expect(to).toBeCloseTo(toA, 12);
  });
  it('with a plate it is that, a little more or less', () => {
    const { from, to } = limitChange({ id: 'p', name: 'P' }, entered(4), 'plate', -1);
    expect([from.value, to.value]).toEqual([-3.4, -4.2]);
  });
});
