import { describe, expect, it } from 'vitest';
import { asTyped, formatNumber, formatQuantity, quantityText } from './format';

it('a typed value keeps its own decimals, four at most', () => {
  const said = [7, 7.5, 0.05, 12.80001, 9.600000000000001, 0.30000000000000004, 1e-9, -0.5, 12345.6];
  expect(said.map(asTyped)).toEqual(['7', '7.5', '0.05', '12.8', '9.6', '0.3', '0', '−0.5', '12\u2009345.6']);
});

describe('formatNumber', () => {
  it('uses a true minus and never shows minus zero', () => {
    expect(formatNumber(-12.34, 1)).toBe('\u221212.3');
    expect(formatNumber(-0.04, 1)).toBe('0.0');
  });
  it('marks a gain only when asked to', () => {
    expect(formatNumber(3, 0, true)).toBe('+3');
    expect(formatNumber(0, 0, true)).toBe('0');
  });
  it('parts thousands from five digits on', () => {
    expect(formatNumber(12345, 0)).toBe('12\u2009345');
    expect(formatNumber(1234, 0)).toBe('1234');
  });
  it('shows a dash for what is not a number', () => expect(formatNumber(Number.NaN, 1)).toBe('–'));
});

describe('formatQuantity', () => {
  it('shows fractions as percent', () => expect(quantityText(0.87, 'Fraction')).toBe('87.0 %'));
  it('gives large figures fewer decimals', () => {
    expect(formatQuantity(320.44, 'Ah').digits).toBe('320.4');
    expect(formatQuantity(1320.44, 'Ah').digits).toBe('1320');
  });
  it('keeps to the decimals asked for', () => expect(formatQuantity(25.6, 'V', { decimals: 3 }).digits).toBe('25.600'));
});
