import { describe, expect, it } from 'vitest';
import { CHEMISTRY_IDS } from './chemistry';
import { CHEMISTRIES } from './chemistry.data';
import { interpolate } from './interpolate';

describe('interpolate', () => {
  const curve = [[0, 10] as const, [2, 20] as const];
  it('draws straight lines and holds the ends', () => {
    expect(interpolate(curve, 1)).toBe(15);
    expect(interpolate(curve, -5)).toBe(10);
    expect(interpolate(curve, 9)).toBe(20);
  });
  it('refuses what is not a number', () => expect(() => interpolate(curve, Number.NaN)).toThrow('not-finite'));
});

describe.each(CHEMISTRY_IDS)('chemistry %s', (id) => {
  const chemistry = CHEMISTRIES[id];
  it('has rested voltages that rise with the state of charge, from 0 to 1', () => {
    const rows = chemistry.restedCellV;
    expect([rows[0]?.[0], rows.at(-1)?.[0]]).toEqual([0, 1]);
    for (let k = 1; k < rows.length; k++) expect(rows[k]![1]).toBeGreaterThan(rows[k - 1]![1]);
  });
  it('counts 12 V blocks whose nominal voltage is 12 V or 12.8 V', () => {
    expect([12, 12.8]).toContain(chemistry.nominalCellV * chemistry.cellsPer12V);
  });
  it('leaves room for a full mark between float and absorption', () => {
    const markCellV = chemistry.absorptionCellV - chemistry.fullMarginVPer12V / chemistry.cellsPer12V;
    expect(markCellV).toBeGreaterThan(chemistry.floatCellV);
  });
});
