import { fc, test } from '@fast-check/vitest';
import { describe, expect, it } from 'vitest';
import { clearnessQuantiles } from './clearness-days';
import { diffuseShare } from './diffuse-share';
import { modulePower } from '../sources/module-power';

const SUMMER = Math.PI / 2 + 0.2;
const WINTER = Math.PI / 2 - 0.4;

describe('the sky’s share of a day', () => {
  it('by hand, after Erbs: clearness 0.5 in summer 1 + 0.1416 − 0.6389 + 0.1056 = 0.608', () =>
    expect(diffuseShare(0.5, SUMMER)).toBeCloseTo(0.6083, 4));
  it('by hand, in winter: 1 − 0.1364 + 0.6124 − 1.4939 + 0.5867 = 0.569', () =>
    expect(diffuseShare(0.5, WINTER)).toBeCloseTo(0.5688, 3));
  it('has no step to speak of where the formulas meet the clearest days', () => {
    expect(Math.abs(diffuseShare(0.7149, WINTER) - 0.143)).toBeLessThan(0.01);
    expect(Math.abs(diffuseShare(0.7219, SUMMER) - 0.175)).toBeLessThan(0.02);
  });
  test.prop([fc.double({ min: 0, max: 0.85, noNaN: true }), fc.constantFrom(SUMMER, WINTER)])(
    'is a share',
    (clearness, sunset) => {
      expect(diffuseShare(clearness, sunset)).toBeGreaterThan(0.1);
      expect(diffuseShare(clearness, sunset)).toBeLessThanOrEqual(1.02);
    },
  );
});

describe('a module', () => {
  it('by hand: 100 W in 800 W/m² at 20 °C: cell 45 °C, 8 % off, 73.6 W', () =>
    expect(modulePower(100, 800, 20)).toBeCloseTo(73.6, 9));
  it('gives what it is rated at where its cells are at 25 °C', () =>
    expect(modulePower(100, 1000, 25 - 31.25)).toBeCloseTo(100, 9));
  test.prop([fc.double({ min: 0, max: 1200, noNaN: true }), fc.double({ min: -30, max: 45, noNaN: true })])(
    'gives more in the cold, nothing in the dark, and twice as much of twice the watts',
    (light, air) => {
      expect(modulePower(100, light, air - 5)).toBeGreaterThanOrEqual(modulePower(100, light, air));
      expect(modulePower(100, 0, air)).toBe(0);
      expect(modulePower(200, light, air)).toBeCloseTo(2 * modulePower(100, light, air), 9);
    },
  );
});

describe('clear and dull days of a month', () => {
  const shares = Array.from({ length: 2000 }, (_, k) => (k + 0.5) / 2000);
  test.prop([fc.double({ min: 0.15, max: 0.75, noNaN: true })], { numRuns: 40 })(
    'rise, and have the mean of the month',
    (mean) => {
      const days = clearnessQuantiles(mean, shares);
      expect([...days.keys()].filter((k) => k > 0 && !(days[k]! >= days[k - 1]!))).toEqual([]);
      expect(Math.abs(days.reduce((sum, day) => sum + day, 0) / days.length - mean)).toBeLessThan(0.003);
      expect(Math.min(...days)).toBeGreaterThan(0);
      expect(Math.max(...days)).toBeLessThan(0.9);
    },
  );
  it('do not differ where there is hardly any light', () =>
    expect(new Set(clearnessQuantiles(0.05, shares)).size).toBe(1));
});
