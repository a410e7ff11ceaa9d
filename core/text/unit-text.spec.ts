import { describe, expect, it } from 'vitest';
import type { Unit } from '../quantity/unit';
import { unitScale } from './unit-text';

/** "so many of these words make one of the stored unit", or one of them so many, as written in any table of units. */
const MAKE_ONE: [Unit, string, number][] = [
  ['H', 'h hr hrs hour hours', 1],
  ['H', 'min mins minutes', 60],
  ['H', 's sec', 3600],
  ['S', 's sec secs seconds', 1],
  ['Minute', 'min mins minute minutes', 1],
  ['Minute', 's sec', 60],
  ['Day', 'd day days', 1],
  ['Day', 'h hours', 24],
  ['M', 'm metre metres meter meters', 1],
  ['M', 'cm', 100],
  ['M', 'mm', 1000],
  ['Mm', 'mm', 1],
  ['Mm2', 'mm² mm2 mm^2 sqmm qmm', 1],
  ['Kg', 'kg', 1],
  ['Kg', 'g', 1000],
  ['Nm', 'nm', 1],
  ['Litre', 'l litre litres liter liters', 1],
  ['Litre', 'ml', 1000],
  ['Fraction', '% percent', 100],
  ['KWh', 'wh', 1000],
];
const ONE_MAKES: [Unit, string, number][] = [
  ['H', 'd day days', 24],
  ['S', 'min mins minutes', 60],
  ['Minute', 'h hr hour hours', 60],
  ['Day', 'week weeks', 7],
  ['M', 'km', 1000],
  ['M', "ft foot feet '", 0.3048],
  ['M', 'in inch inches "', 0.0254],
  ['Mm', 'cm', 10],
  ['Mm', 'm', 1000],
  ['Mm', 'in inch inches "', 25.4],
  ['Kg', 't', 1000],
  ['Kg', 'lb lbs pounds', 0.45359237],
  ['KWh', 'kwh', 1],
  ['KWh', 'mwh', 1e-6],
  ['KWh', 'MWh', 1000],
  ['V', 'kv', 1000],
  ['A', 'ma', 0.001],
  ['A', 'µa', 1e-6],
  ['W', 'kilowatts', 1000],
  ['W', 'MW', 1e6],
  ['Ohm', 'mΩ', 0.001],
  ['Ohm', 'milliohm', 0.001],
];

const each = (rows: [Unit, string, number][]) =>
  rows.flatMap(([unit, words, count]) => words.split(' ').map((word) => [word, unit, count] as const));

describe('a written unit', () => {
  it.each(each(MAKE_ONE))('%s for %s: %d of them make one', (word, unit, count) => {
    const { factor, offset } = unitScale(word, unit)!;
    expect(factor * count).toBeCloseTo(1, 12);
    expect(offset ?? 0).toBe(0);
  });
  it.each(each(ONE_MAKES))('%s for %s: one of them is %d', (word, unit, count) => {
    expect(unitScale(word, unit)!.factor / count).toBeCloseTo(1, 12);
  });
  it('turns Fahrenheit about its two fixed points', () => {
    for (const word of ['°F', 'f']) {
      const { factor, offset } = unitScale(word, 'TempC')!;
      expect(32 * factor + offset!).toBeCloseTo(0, 12);
      expect(212 * factor + offset!).toBeCloseTo(100, 12);
      // A difference has no zero of its own.
      expect(unitScale(word, 'K')).toEqual({ factor: 5 / 9 });
    }
  });
  it('of torque and room counts pounds and feet', () => {
    expect(unitScale('lb ft', 'Nm')!.factor).toBeCloseTo(0.45359237 * 9.80665 * 0.3048, 9);
    expect(unitScale('cu ft', 'Litre')!.factor).toBeCloseTo(3.048 ** 3, 9);
  });
  it.each<[string, Unit]>([
    ['MV', 'V'],
    ['MA', 'A'],
    ['MAh', 'Ah'],
    ['kg', 'M'],
    ['V', 'A'],
    ['', 'W'],
    ['k', 'W'],
    ['kilo', 'W'],
    ['xW', 'W'],
  ])('%j is none of %s', (word, unit) => {
    expect(unitScale(word, unit)).toBeNull();
  });
});
