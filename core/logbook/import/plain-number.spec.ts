import { fc, test } from '@fast-check/vitest';
import { describe, expect, it } from 'vitest';
import { plainNumber } from './plain-number';

const encoder = new TextEncoder();
const code = (sign: string) => sign.charCodeAt(0);
const read = (text: string, delimiter = ';', decimal = '.') =>
  plainNumber(encoder.encode(text), 0, { delimiter: code(delimiter), newline: 10, decimal: code(decimal) });

describe('a plain number', () => {
  it.each<[string, number]>([
    ['0', 0],
    ['9', 9],
    ['12', 12],
    ['-12.5', -12.5],
    ['+12.5', 12.5],
    ['.5', 0.5],
    ['5.', 5],
    ['  12.25  ', 12.25],
    ['123456789012345', 123456789012345],
    ['1.23456789012345', 1.23456789012345],
  ])('“%s” is read whatever ends its cell', (text, value) => {
    for (const end of [';', '\n', '\r\n', ';7']) expect(read(text + end)).toBe(value);
  });
  it.each([
    '',
    ' ',
    '-',
    '+',
    '.',
    '--1',
    '-+1',
    '1.2.3',
    '1,5',
    '1e3',
    '1 2',
    'a',
    '1a',
    '/',
    ':',
    '1234567890123456',
    '12.5\t',
  ])('“%s” is none', (text) => {
    expect(read(`${text};`)).toBeNaN();
  });
  it('knows its own decimal sign, and none where that parts the cells', () => {
    expect(read('-1,5;', ';', ',')).toBe(-1.5);
    expect(read('1.5;', ';', ',')).toBeNaN();
    expect(read('1,5,', ',', ',')).toBe(1);
  });
  it('begins and ends at blanks where they part the cells', () => {
    expect(read('1.5 2', ' ')).toBe(1.5);
    expect(read(' 1.5 ', ' ')).toBeNaN();
  });
  test.prop([fc.integer({ min: -999_999_999, max: 999_999_999 }), fc.nat({ max: 6 })])(
    'is what its digits say',
    (count, places) => {
      const text = (count / 10 ** places).toFixed(places);
      expect(read(`${text};`)).toBeCloseTo(Number(text), 12);
    },
  );
});
