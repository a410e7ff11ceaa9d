import { fc, test } from '@fast-check/vitest';
import { describe, expect, it } from 'vitest';
import { formatNumber } from '../quantity/format';
import { type Unit, unitLook } from '../quantity/unit';
import { decimalOfCells, readNumber } from './number-text';
import { readQuantity } from './quantity-text';
import { unitScale } from './unit-text';

const value = (text: string, decimal: '.' | ',' | 'either' = 'either') => {
  const read = readNumber(text, decimal);
  return typeof read === 'string' ? read : read.value;
};

describe('numbers as they are written', () => {
  it.each([
    ['12.5', 12.5],
    ['12,5', 12.5],
    ['1.500', 1.5],
    ['0,500', 0.5],
    ['1234,567', 1234.567],
    ['12 345', 12_345],
    ['12\u2009345.6', 12_345.6],
    ['1\u00a0234\u00a0567,8', 1_234_567.8],
    ["12'345", 12_345],
    ['12’345.5', 12_345.5],
    ['1,234.5', 1234.5],
    ['1.234,5', 1234.5],
    ['1,234,567', 1_234_567],
    ['1.234.567', 1_234_567],
    ['−3', -3],
    ['–3,5', -3.5],
    ['+.5', 0.5],
    ['7.', 7],
    ['1e-3', 0.001],
  ])('%j is %d', (text, expected) => expect(value(text)).toBe(expected));
  it('one comma before three digits means both, unless the column says which', () => {
    expect(value('1,500')).toBe('ambiguous');
    expect(value('1,500', '.')).toBe(1500);
    expect(value('1,500', ',')).toBe(1.5);
    expect(value('1.500', ',')).toBe(1500);
    expect(value('1.500', '.')).toBe(1.5);
  });
  it.each(['', ' ', '---', '-', 'NaN', 'ten', '1.2.3', '12 34', '1,2,3', '1 234 56', '1.23,456.7', '--1', 'Infinity'])(
    '%j is none',
    (text) => expect(typeof value(text)).toBe('string'),
  );
  it.each([
    ['12,5', '.'],
    ['12.5', ','],
    ['1,23', '.'],
    ['12 345,6', '.'],
    ['1.234,5', '.'],
  ] as const)('%j is none where %j is the decimal sign', (text, decimal) =>
    expect(value(text, decimal)).toBe('not-a-number'),
  );
  test.prop([fc.double({ min: -1e9, max: 1e9, noNaN: true }), fc.integer({ min: 0, max: 6 })])(
    'comes back as this program prints it, and with either sign in a column that has it',
    (number, decimals) => {
      const text = number.toFixed(decimals);
      expect(value(formatNumber(number, decimals))).toBe(Number(text) + 0);
      expect(value(text, '.')).toBe(Number(text));
      expect(value(text.replace('.', ','), ',')).toBe(Number(text));
    },
  );
});

describe('the decimal sign of a table', () => {
  it.each([
    [['1,500', '4,5'], ','],
    [['1,500', '0.25'], '.'],
    [['1,500', '2,000'], 'either'],
    [['0,5', '0.5'], 'either'],
    [['0,125'], ','],
    [['1.234,50'], ','],
    [['12', '3'], 'either'],
  ])('%j: %s', (cells, mark) => expect(decimalOfCells(cells)).toBe(mark));
});

describe('quantities', () => {
  const read = (text: string, unit: Unit, system: 'metric' | 'imperial' = 'metric') => {
    const got = readQuantity(text, unit, 'either', unitLook(unit, system));
    return got.ok ? Number(got.value.toPrecision(10)) : got.code;
  };
  it.each([
    ['500 mA', 'A', 0.5],
    ['500mA', 'A', 0.5],
    ['1.2 kW', 'W', 1200],
    ['1.2 KW', 'W', 1200],
    ['0.5 MW', 'W', 500_000],
    ['12,8 V', 'V', 12.8],
    ['12800 mV', 'V', 12.8],
    ['2 kWh', 'Wh', 2000],
    ['2500 Wh', 'KWh', 2.5],
    ['250 mAh', 'Ah', 0.25],
    ['100 amp-hours', 'Ah', 100],
    ['0:20 h', 'H', 0.333_333_333_3],
    ['0:20', 'H', 0.333_333_333_3],
    ['1:30:36', 'H', 1.51],
    ['90 min', 'H', 1.5],
    ['7:45', 'Clock', 7.75],
    ['0:20 h', 'Minute', 20],
    ['90 s', 'Minute', 1.5],
    ['90 sec', 'Minute', 1.5],
    ['1.2 mΩ', 'Ohm', 0.0012],
    ['1.2', 'Ohm', 0.0012],
    ['0.4 mohm', 'Ohm', 0.0004],
    ['35', 'Fraction', 0.35],
    ['35 %', 'Fraction', 0.35],
    ['10 ft', 'M', 3.048],
    ['68 °F', 'TempC', 20],
    ['1 milliamp', 'A', 0.001],
    ['600 €', 'Price', 600],
    ['750 ml', 'Litre', 0.75],
    ['250 g', 'Kg', 0.25],
  ] as const)('%j as %s is %d', (text, unit, expected) => expect(read(text, unit)).toBe(expected));
  it('a bare number is in the unit that the place shows, a stated one in its own', () => {
    expect(read('10', 'M', 'imperial')).toBe(3.048);
    expect(read('10 m', 'M', 'imperial')).toBe(10);
    expect(read('68', 'TempC', 'imperial')).toBe(20);
  });
  it.each([
    ['5 Ah', 'A', 'other-unit'],
    ['5 W', 'A', 'other-unit'],
    ['500 MA', 'A', 'other-unit'],
    ['5 kg', 'W', 'other-unit'],
    ['abc', 'W', 'not-a-number'],
    ['NaN', 'W', 'not-a-number'],
    ['', 'W', 'empty'],
    ['0:20', 'Minute', 'ambiguous'],
    ['1,500', 'W', 'ambiguous'],
    ['0:20', 'W', 'not-a-number'],
    ['12 V 5', 'V', 'not-a-number'],
  ] as const)('%j as %s is refused: %s', (text, unit, code) => expect(read(text, unit)).toBe(code));
  it('knows a prefix by its case', () => {
    expect(unitScale('mW', 'W')).toEqual({ factor: 0.001 });
    expect(unitScale('MW', 'W')).toEqual({ factor: 1e6 });
    expect(unitScale('MV', 'V')).toBeNull();
  });
});
