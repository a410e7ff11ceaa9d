import { fc, test } from '@fast-check/vitest';
import { describe, expect, it } from 'vitest';
import { type Acceptance, acceptedAh } from './acceptance';

const lead: Acceptance = { perH: 1, capPerH: 0.25, coulombicFraction: 0.85 };
const hours = () => fc.double({ min: 0.01, max: 12, noNaN: true });
const soc = () => fc.double({ min: 0, max: 1, noNaN: true });
const amps = () => fc.double({ min: 0.1, max: 200, noNaN: true });
const after = (from: number, inAh: number) => from + (inAh * lead.coulombicFraction) / 100;

describe('what a bank takes', () => {
  it('by hand: 100 Ah from half at 20 A for an hour is 20 Ah; the cap lets 25 A in, not 60', () => {
    expect(acceptedAh(lead, 0.5, 20, 100, 1)).toBe(20);
    expect(acceptedAh(lead, 0.2, 60, 100, 1)).toBe(25);
  });
  it('by hand, in the taper: 10 Ah missing fall by e^(−0.85) in an hour', () => {
    expect(acceptedAh(lead, 0.9, 20, 100, 1)).toBeCloseTo((10 * (1 - Math.exp(-0.85))) / 0.85, 12);
  });
  it('by hand, across the knee: 20 A until 20 Ah are missing, then the taper', () => {
    // 22 Ah missing: 2 Ah to the knee take 2 ÷ 0.85 Ah in, 0.11765 h; the rest of the hour tapers from 20 Ah
    const kneeH = 2 / 0.85 / 20;
    const taper = (20 * (1 - Math.exp(-0.85 * (1 - kneeH)))) / 0.85;
    expect(acceptedAh(lead, 0.78, 20, 100, 1)).toBeCloseTo(2 / 0.85 + taper, 12);
  });
  it('is what a second by second reckoning takes, whatever the bank', () => {
    const slowly = (how: Acceptance, from: number, offeredA: number, capacityAh: number, h: number) => {
      const steps = Math.round(h * 3600);
      let [charge, inAh] = [from, 0];
      for (let k = 0; k < steps; k++) {
        const amps = Math.min(offeredA, how.capPerH * capacityAh, how.perH * (1 - charge) * capacityAh);
        inAh += amps / 3600;
        charge += (amps * how.coulombicFraction) / 3600 / capacityAh;
      }
      return inAh;
    };
    for (const [perH, capPerH, coulombicFraction, from, offeredA, capacityAh, h] of [
      [1.5, 0.25, 0.9, 0.6, 50, 180, 3],
      [2, 0.3, 0.95, 0.97, 40, 440, 0.5],
      [30, 0.5, 0.99, 0.4, 90, 120, 2.5],
      [1.5, 0.2, 0.85, 0.3, 500, 60, 4],
    ] as const) {
      const how = { perH, capPerH, coulombicFraction };
      const slow = slowly(how, from, offeredA, capacityAh, h);
      expect(Math.abs(acceptedAh(how, from, offeredA, capacityAh, h) / slow - 1)).toBeLessThan(0.001);
    }
  });
  it('is nothing when full, and nothing where nothing is offered', () => {
    expect(acceptedAh(lead, 1, 20, 100, 1)).toBe(0);
    expect(acceptedAh(lead, 0.5, 0, 100, 1)).toBe(0);
  });
  test.prop([soc(), amps(), hours()])('never exceeds the offer, the cap, or what is missing', (from, offeredA, h) => {
    const inAh = acceptedAh(lead, from, offeredA, 100, h);
    expect(inAh).toBeGreaterThanOrEqual(0);
    expect(inAh).toBeLessThanOrEqual(Math.min(offeredA, 25) * h + 1e-9);
    expect(after(from, inAh)).toBeLessThanOrEqual(1 + 1e-9);
  });
  test.prop([soc(), amps(), hours(), fc.double({ min: 0.05, max: 0.95, noNaN: true })])(
    'is the same in two parts as in one',
    (from, offeredA, h, share) => {
      const first = acceptedAh(lead, from, offeredA, 100, h * share);
      const second = acceptedAh(lead, after(from, first), offeredA, 100, h * (1 - share));
      expect(first + second).toBeCloseTo(acceptedAh(lead, from, offeredA, 100, h), 8);
    },
  );
  test.prop([soc(), amps(), hours(), fc.double({ min: 1.01, max: 3, noNaN: true })])(
    'is never less for more time or more offered',
    (from, offeredA, h, more) => {
      const once = acceptedAh(lead, from, offeredA, 100, h);
      expect(acceptedAh(lead, from, offeredA, 100, h * more)).toBeGreaterThanOrEqual(once - 1e-9);
      expect(acceptedAh(lead, from, offeredA * more, 100, h)).toBeGreaterThanOrEqual(once - 1e-9);
    },
  );
});
