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
