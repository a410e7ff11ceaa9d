import { describe, expect, it } from 'vitest';
import { CHEMISTRIES } from './chemistry.data';
import { loadedV, socAtVoltage } from './voltage-loop';

/** Six cells that rest at 2 V each, whatever is in them, behind 10 mΩ. */
const chemistry = {
  ...CHEMISTRIES.agm,
  restedCellV: [
    [0, 2],
    [1, 2],
  ] as [number, number][],
};
const loop = { chemistry, cells: 6, ohm: 0.01 };

describe('loadedV', () => {
  it('by hand: 12 V behind 10 mΩ give 1,100 W at 11 V and 100 A', () => {
    expect(loadedV(loop, 0.5, 1100)).toBeCloseTo(11, 12);
    expect(loadedV(loop, 0.5, 0)).toBe(12);
  });
  it('gives the most it can at half its voltage, 3,600 W at 6 V, and no watt more', () => {
    expect(loadedV(loop, 0.5, 3600)).toBe(6);
    expect(loadedV(loop, 0.5, 3600.01)).toBeNull();
  });
});

describe('socAtVoltage', () => {
  it('never where it stays above, when full where it cannot be', () => {
    expect(socAtVoltage(loop, 10.9, 1100)).toBe(0);
    expect(socAtVoltage(loop, 11.1, 1100)).toBe(1);
    expect(socAtVoltage(loop, 6, 3601)).toBe(1);
  });
  it('is where the voltage is just that, between empty and full', () => {
    const real = { ...loop, chemistry: CHEMISTRIES.agm };
    const soc = socAtVoltage(real, 11.8, 500);
    expect(soc).toBeGreaterThan(0);
    expect(soc).toBeLessThan(1);
    expect(loadedV(real, soc, 500)).toBeCloseTo(11.8, 9);
  });
});
