import { fc, test } from '@fast-check/vitest';
import { describe, expect, it } from 'vitest';
import { CHEMISTRY_IDS } from '../cells/chemistry';
import { byDefault, entered } from '../formula/figure';
import type { Bank } from '../rig/bank';
import { newBank } from '../rig/new-rig';
import { nominalVoltage, sizeBank } from './size-bank';
import { usableSchools } from './usable-schools';

const wagtail: Bank = {
  chemistryId: 'lfp',
  battery: { name: 'LFP 160 Ah, 24 V', cellsInSeries: 8, capacityAh: 160 },
  seriesCount: 1,
  parallelCount: 2,
  usableFraction: 0.8,
  ageingFraction: 0.9,
  coldestTempC: 0,
  autonomyDays: 3,
};

describe('sizeBank', () => {
  it('works two 160 Ah, 24 V lithium batteries in parallel by hand', () => {
    const sized = sizeBank(wagtail, entered(60));
    expect(sized.nominalV.value).toBeCloseTo(25.6, 12); // 8 · 3.2
    expect(sized.capacityAh.value).toBe(320);
    expect(sized.usableAh.value).toBeCloseTo(320 * 0.8 * 0.9 * 0.92, 9); // 211.968
    expect(sized.need?.requiredAh.value).toBeCloseTo(180 / (0.8 * 0.9 * 0.92), 9); // 271.739
    expect(sized.need?.autonomyDays.value).toBeCloseTo(211.968 / 60, 9);
    expect(sized.need?.fits).toBe(true);
    expect(sized.need?.spareAh.value).toBeCloseTo(48.2609, 4);
  });
  it('adds volts in series: six 2 V flooded cells are 12 V', () => {
    const cells: Bank = {
      ...newBank('flooded'),
      battery: { name: '2 V cell 450 Ah', cellsInSeries: 1, capacityAh: 450 },
      seriesCount: 6,
    };
    expect(sizeBank(cells, entered(1)).nominalV.value).toBe(12);
    expect(sizeBank(cells, entered(1)).capacityAh.value).toBe(450);
  });
  it('has no need to judge while nothing is audited', () => expect(sizeBank(wagtail, entered(0)).need).toBeNull());
  it('names the default voltage of a rig without a bank', () =>
    expect(nominalVoltage(null)).toMatchObject({ value: 12.8, origin: 'default' }));
});

describe('laws', () => {
  const share = fc.double({ min: 0.05, max: 1, noNaN: true });
  test.prop([fc.double({ min: 0.1, max: 500, noNaN: true }), share, fc.double({ min: 0.1, max: 30, noNaN: true })])(
    'a bank of exactly the need lasts exactly the days',
    (dayAh, usableFraction, autonomyDays) => {
      const need = sizeBank({ ...wagtail, usableFraction, autonomyDays }, entered(dayAh)).need!;
      const exact = sizeBank(
        {
          ...wagtail,
          usableFraction,
          autonomyDays,
          parallelCount: 1,
          battery: { ...wagtail.battery, capacityAh: need.requiredAh.value },
        },
        entered(dayAh),
      ).need!;
      expect(exact.autonomyDays.value).toBeCloseTo(autonomyDays, 6);
    },
  );
  test.prop([fc.double({ min: 0.1, max: 500, noNaN: true }), fc.double({ min: 1.001, max: 3, noNaN: true })])(
    'more load never lasts longer',
    (dayAh, factor) => {
      const days = (ah: number) => sizeBank(wagtail, byDefault(ah)).need!.autonomyDays.value;
      expect(days(dayAh * factor)).toBeLessThan(days(dayAh));
    },
  );
});

it.each(CHEMISTRY_IDS)('the default usable share of %s is one of its schools', (id) => {
  expect(usableSchools(id).map((school) => school.usableFraction)).toContain(newBank(id).usableFraction);
});
