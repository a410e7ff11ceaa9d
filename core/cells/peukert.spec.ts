import { fc, test } from '@fast-check/vitest';
import { describe, expect, it } from 'vitest';
import { QuantityError } from '../quantity/quantity-error';
import { capacityWithPeukert, peukertFactor, peukertShare } from './peukert';

const day = () => fc.array(fc.double({ min: 0, max: 80, noNaN: true }), { minLength: 24, maxLength: 24 });
const exponent = () => fc.double({ min: 1, max: 1.4, noNaN: true });

describe('Peukert', () => {
  it('counts a rated current as it is, whatever the exponent, and a slower one too', () => {
    for (const k of [1, 1.05, 1.25, 1.4])
      for (const currentA of [0, 1, 9.9, 10]) expect(peukertFactor(currentA, 200, k)).toBe(1);
  });
  it('by hand: twice the rate with 1.2 counts for 2^0.2, so that 100 Ah at 10 A last 20 · 0.5^1.2 = 8.706 h', () =>
    expect(100 / (10 * peukertFactor(10, 100, 1.2))).toBeCloseTo(8.706, 3));
  test.prop([fc.double({ min: 1, max: 500, noNaN: true }), fc.double({ min: 0.1, max: 300, noNaN: true }), exponent()])(
    'a larger current never lasts longer, a larger bank never shorter, and none gives more than it is rated for',
    (capacityAh, currentA, k) => {
      const hours = (ah: number, amps: number) => ah / (amps * peukertFactor(amps, ah, k));
      expect(hours(capacityAh, currentA * 1.1)).toBeLessThan(hours(capacityAh, currentA));
      expect(hours(capacityAh * 1.1, currentA)).toBeGreaterThan(hours(capacityAh, currentA));
      expect(hours(capacityAh, currentA) * currentA).toBeLessThanOrEqual(capacityAh * (1 + 1e-12));
    },
  );
  test.prop([day(), exponent()])('the share of a day lies within 0 and 1, and is 1 for exponent 1', (hoursA, k) => {
    const share = peukertShare(hoursA, 100, k);
    expect(share).toBeGreaterThan(0);
    expect(share).toBeLessThanOrEqual(1 + 1e-12);
    expect(peukertShare(hoursA, 100, 1)).toBeCloseTo(1, 12);
  });
  test.prop([day(), exponent(), fc.double({ min: 10, max: 2000, noNaN: true })])(
    'the capacity that is needed gives, after its share, what was wanted',
    (hoursA, k, wantedAh) => {
      const capacityAh = capacityWithPeukert(wantedAh, hoursA, k);
      expect(capacityAh).toBeGreaterThanOrEqual(wantedAh * (1 - 1e-9));
      expect(capacityAh * peukertShare(hoursA, capacityAh, k)).toBeCloseTo(wantedAh, 3);
    },
  );
  it('refuses an exponent below one and a bank of nothing', () => {
    expect(() => peukertShare([5], 100, 0.9)).toThrow(QuantityError);
    expect(() => peukertShare([5], 0, 1.2)).toThrow(QuantityError);
  });
});
