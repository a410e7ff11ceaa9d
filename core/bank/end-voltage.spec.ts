import { fc, test } from '@fast-check/vitest';
import { describe, expect, it } from 'vitest';
import { CHEMISTRIES } from '../cells/chemistry.data';
import { interpolate } from '../cells/interpolate';
import { byDefault, entered } from '../formula/figure';
import { usableToEndVoltage } from './end-voltage';

const agm = { chemistry: CHEMISTRIES.agm, cells: 6, ohm: byDefault(0.006) };
const share = (endV: number, powerW: number) => usableToEndVoltage(agm, endV, entered(powerW)).value;

describe('usable to an end voltage', () => {
  it('without load is where the rested curve stands at that voltage', () => {
    const halfV = interpolate(CHEMISTRIES.agm.restedCellV, 0.5) * 6;
    expect(share(halfV, 0)).toBeCloseTo(0.5, 6);
  });
  it('by hand under 120 W: at 12 V that is 10 A, which sag 0.06 V', () => {
    const edge = 1 - share(12, 120);
    expect(interpolate(CHEMISTRIES.agm.restedCellV, edge) * 6).toBeCloseTo(12 + 10 * 0.006, 6);
  });
  it('is all where the voltage never falls so low, nothing where it is there when full', () => {
    expect(share(6, 10)).toBe(1);
    expect(share(13.5, 10)).toBe(0);
  });
  test.prop([fc.double({ min: 0, max: 900, noNaN: true }), fc.double({ min: 1, max: 600, noNaN: true })])(
    'is never more under a larger load, nor down to a higher voltage',
    (powerW, more) => {
      expect(share(11.8, powerW + more)).toBeLessThanOrEqual(share(11.8, powerW) + 1e-9);
      expect(share(12.1, powerW)).toBeLessThanOrEqual(share(11.8, powerW) + 1e-9);
    },
  );
});
