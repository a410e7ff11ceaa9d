import { fc, test } from '@fast-check/vitest';
import { describe, expect, it } from 'vitest';
import { quantityText } from './format';
import { fromShown, toShown, type Unit, UNIT_SYSTEMS, unitLook, UNITS } from './unit';

const ALL = Object.keys(UNITS) as Unit[];

describe('units', () => {
  // Exact definitions: 1 ft = 0.3048 m, 1 in = 25.4 mm, 1 lb = 0.45359237 kg, 0 °C = 32 °F.
  it.each([
    [3.048, 'M', '10.0 ft'],
    [254, 'Mm', '10.0 in'],
    [45.359237, 'Kg', '100.0 lb'],
    [28.316846592, 'Litre', '1.0 cu ft'],
    [0, 'TempC', '32 °F'],
    [-40, 'TempC', '\u221240 °F'],
    [37.78, 'TempC', '100.0 °F'],
    [12.5, 'Ah', '12.5 Ah'],
  ] as const)('%d %s is %s', (value, unit, text) => {
    expect(quantityText(value, unit, { system: 'imperial', ...(text.includes('.0 ') ? { decimals: 1 } : {}) })).toBe(
      text,
    );
  });
  // What is stored, and how it stands on a sheet.
  it.each([
    [13.25, 'V', '13.25 V'],
    [0.5, 'A', '0.50 A'],
    [88, 'W', '88.0 W'],
    [1280, 'Wh', '1280 Wh'],
    [1.28, 'KWh', '1.28 kWh'],
    [57, 'AhPerDay', '57.0 Ah a day'],
    [7.2, 'AhPerWeek', '7.2 Ah a week'],
    [0.00125, 'Ohm', '1.25 m\u03a9'],
    [0.05, 'MilliV', '50 mV'],
    [-0.024, 'MilliVPerK', '\u221224 mV/K'],
    [2.5, 'Mm2', '2.5 mm\u00b2'],
    [12, 'Nm', '12 Nm'],
    [0.5, 'CRate', '0.50 C'],
    [90, 'S', '90 s'],
    [10, 'Minute', '10 min'],
    [3.4, 'Day', '3.4 days'],
    [0.125, 'Fraction', '12.5 %'],
    [1.03, 'Ratio', '1.030'],
    [7, 'K', '7 K'],
  ] as const)('%d %s stands as %s', (value, unit, text) => {
    expect(quantityText(value, unit)).toBe(text);
  });
  it('of a torque and of a difference of warmth are told in pounds and in degrees without a zero', () => {
    // 1 lb ft = 0.45359237 kg × 9.80665 m/s² × 0.3048 m
    const poundFootNm = 0.45359237 * 9.80665 * 0.3048;
    expect(toShown(20 * poundFootNm, unitLook('Nm', 'imperial'))).toBeCloseTo(20, 9);
    expect(toShown(10, unitLook('K', 'imperial'))).toBe(18);
  });
  it('of electricity are the same in both systems', () => {
    for (const unit of ['V', 'A', 'W', 'Wh', 'Ah', 'Ohm', 'Fraction', 'H'] as const) {
      expect(unitLook(unit, 'imperial')).toBe(unitLook(unit, 'metric'));
    }
  });
  test.prop([
    fc.double({ min: -500, max: 5000, noNaN: true }),
    fc.constantFrom(...ALL),
    fc.constantFrom(...UNIT_SYSTEMS),
  ])('come back as they were stored', (value, unit, system) => {
    const look = unitLook(unit, system);
    expect(fromShown(toShown(value, look), look)).toBeCloseTo(value, 8);
  });
});
