import { describe, expect, it } from 'vitest';
import { newBattery } from '../cells/new-battery';
import { byDefault, entered } from '../formula/figure';
import { flatLossOf, postsOf, runtimeSource, usualEndV, usualShareOf } from './asked-source';
import { newBank } from './fresh';
import { sizeBank } from './size-bank';

const battery = { ...newBattery('b', 'agm', 6, 100), resistanceOhm: 0.004 };
const bank = { ...newBank(battery, 2, 3), ageingFraction: 0.9, coldestTempC: 25, usableFraction: 0.6 };
const sized = sizeBank(bank, { dayAh: byDefault(0), hoursWh: Array<number>(24).fill(0) }, {});

describe('what a runtime is asked of', () => {
  it('is a battery by itself, new and warm: 6 cells of 2 V', () => {
    const source = runtimeSource({ battery }, {}, entered(0.5));
    expect([source.nominalV.value, source.capacityAh.value, source.leftFraction.value]).toEqual([12, 100, 1]);
    expect(postsOf({ battery }, {})).toMatchObject({ cells: 6, ohm: { value: 0.004 } });
  });
  it('is the bank as it stands: two in series, three in parallel, aged', () => {
    const source = runtimeSource({ bank, sized }, {}, entered(0.5));
    expect([source.nominalV.value, source.capacityAh.value]).toEqual([24, 300]);
    expect(source.leftFraction.value).toBeCloseTo(0.9, 9);
    const { cells, ohm } = postsOf({ bank, sized }, {});
    expect(cells).toBe(12);
    // 2 · 4 mΩ ÷ 3
    expect(ohm.value).toBeCloseTo(0.008 / 3, 9);
  });
  it('ends at 2 V a cell of lead, 3 V of lithium', () => {
    expect(usualEndV(postsOf({ battery }, {}))).toBe(12);
    expect(usualEndV(postsOf({ battery: newBattery('l', 'lfp', 4, 100) }, {}))).toBe(12);
  });
  it('has the share and the flat loss of its bank, or the usual ones', () => {
    expect([usualShareOf({ bank, sized }, {}), usualShareOf({ battery }, {})]).toEqual([0.6, 0.5]);
    expect([flatLossOf({ flatLossFraction: 0.2 }), flatLossOf(null)]).toEqual([0.2, 0.15]);
  });
});
