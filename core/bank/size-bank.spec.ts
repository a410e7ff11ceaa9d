import { fc, test } from '@fast-check/vitest';
import { describe, expect, it } from 'vitest';
import { CHEMISTRY_IDS } from '../cells/chemistry';
import { CHEMISTRIES } from '../cells/chemistry.data';
import { entered } from '../formula/figure';
import type { Bank } from './plan';
import { newBank, simpleBank } from './fresh';
import { newBattery } from '../cells/new-battery';
import { peukertFactor, peukertShare } from '../cells/peukert';
import { nominalVoltage } from '../cells/nominal-voltage';
import { sizeBank } from './size-bank';
import { usableSchools } from './usable-schools';
import { requirementSteps } from './waterfall';

const FLAT_DAY = Array.from({ length: 24 }, () => 1);
const demand = (dayAh: number, hoursWh: readonly number[] = FLAT_DAY.map(() => (dayAh * 25.6) / 24)) => ({
  dayAh: entered(dayAh),
  hoursWh,
});

const wagtail: Bank = {
  ...newBank(newBattery('b', 'lfp', 8, 160), 1, 2),
  ageingFraction: 0.9,
  coldestTempC: 0,
  autonomyDays: 3,
};

describe('sizeBank', () => {
  it('works two 160 Ah, 24 V lithium batteries in parallel by hand', () => {
    const sized = sizeBank(wagtail, demand(60), {});
    expect(sized.nominalV.value).toBeCloseTo(25.6, 12); // 8 · 3.2
    expect(sized.capacityAh.value).toBe(320);
    expect(sized.usableAh.value).toBeCloseTo(320 * 0.8 * 0.9 * 0.92, 9); // 211.968
    expect(sized.need?.requiredAh.value).toBeCloseTo(180 / (0.8 * 0.9 * 0.92), 9); // 271.739
    expect(sized.need?.autonomyDays.value).toBeCloseTo(211.968 / 60, 9);
    expect(sized.need?.fits).toBe(true);
    expect(sized.need?.spareAh.value).toBeCloseTo(48.2609, 4);
  });
  it('adds volts in series: six 2 V flooded cells are 12 V', () => {
    const cells = newBank(newBattery('c', 'flooded', 1, 450), 6, 1);
    expect(sizeBank(cells, demand(1), {}).nominalV.value).toBe(12);
    expect(sizeBank(cells, demand(1), {}).capacityAh.value).toBe(450);
  });
  it('adds other strings', () => {
    const other = {
      battery: newBattery('o', 'lfp', 8, 100),
      seriesCount: 1,
      parallelCount: 1,
      boughtIn: null,
      reason: '',
    };
    expect(sizeBank({ ...wagtail, others: [other] }, demand(1), {}).capacityAh.value).toBe(420);
  });
  it('flat loss: 60 Ah × 3 days ÷ (0.8 × 0.85)', () => {
    const { need } = sizeBank({ ...wagtail, lossSchool: 'flat' }, demand(60), {});
    expect(need?.requiredAh.value).toBeCloseTo(180 / (0.8 * 0.85), 9);
  });
  it('takes an edited chemistry', () => {
    const usable = sizeBank({ ...wagtail, usableFraction: 0.7 }, demand(60), {
      lfp: { usableFraction: { value: 0.7, source: '' } },
    }).usableAh;
    expect(usable.working().terms[1]).toMatchObject({ value: 0.7, origin: 'entered' });
  });
  it('has no need to judge while nothing is audited', () => expect(sizeBank(wagtail, demand(0), {}).need).toBeNull());
  it('names the default voltage of a rig without a bank', () =>
    expect(nominalVoltage(null)).toMatchObject({ value: 12.8, origin: 'default' }));
});

describe('Peukert', () => {
  it('100 Ah at 20 h, k 1.25, at 10 A: 20·(100/200)^1.25 = 8.409 h', () =>
    expect(100 / (10 * peukertFactor(10, 100, 1.25))).toBeCloseTo(8.409, 3));
  it('is plain Ah with exponent 1', () => {
    expect(peukertFactor(7, 100, 1)).toBe(1);
    expect(peukertShare([1, 80, 3], 100, 1)).toBe(1);
  });
  it('does not credit slow hours: below the 20-hour rate the share is one', () =>
    expect(peukertShare([1, 2, 4.9], 100, 1.25)).toBe(1));
  it('counts a fast hour for more: 20 A of 100 Ah, k 1.25: (20/5)^0.25 = 1.4142', () =>
    expect(peukertShare([20], 100, 1.25)).toBeCloseTo(1 / Math.SQRT2, 9));
});

describe('laws', () => {
  const share = fc.double({ min: 0.05, max: 1, noNaN: true });
  test.prop([
    fc.double({ min: 0.1, max: 500, noNaN: true }),
    share,
    fc.double({ min: 0.1, max: 30, noNaN: true }),
    fc.array(fc.double({ min: 0, max: 5000, noNaN: true }), { minLength: 24, maxLength: 24 }),
  ])('a bank of exactly the need lasts exactly the days', (dayAh, usableFraction, autonomyDays, hoursWh) => {
    const bank = { ...wagtail, usableFraction, autonomyDays, parallelCount: 1 };
    const need = sizeBank(bank, demand(dayAh, hoursWh), {}).need!;
    const battery = { ...bank.battery, capacityAh: need.requiredAh.value };
    const exact = sizeBank({ ...bank, battery }, demand(dayAh, hoursWh), {}).need!;
    expect(exact.autonomyDays.value / autonomyDays).toBeCloseTo(1, 6);
  });
  test.prop([fc.double({ min: 0.1, max: 500, noNaN: true }), fc.double({ min: 1.001, max: 3, noNaN: true })])(
    'more load never lasts longer',
    (dayAh, factor) => {
      const days = (ah: number) => sizeBank(wagtail, demand(ah), {}).need!.autonomyDays.value;
      expect(days(dayAh * factor)).toBeLessThan(days(dayAh));
    },
  );
  test.prop([fc.integer({ min: 1, max: 8 }), fc.integer({ min: 1, max: 8 })])(
    'series adds volts, parallel adds Ah',
    (s, p) => {
      const sized = sizeBank({ ...wagtail, seriesCount: s, parallelCount: p }, demand(1), {});
      expect(sized.nominalV.value).toBeCloseTo(25.6 * s, 9);
      expect(sized.capacityAh.value).toBe(160 * p);
    },
  );
});

describe('the waterfall', () => {
  it('ends at the need, in both schools', () => {
    for (const lossSchool of ['itemised', 'flat'] as const) {
      const bank = { ...wagtail, lossSchool };
      const steps = requirementSteps(bank, demand(60), entered(25.6), CHEMISTRIES.lfp, lossSchool);
      const need = sizeBank(bank, demand(60), {}).need!;
      expect(steps.at(-1)!.afterAh).toBeCloseTo(need.requiredAh.value, 6);
      expect(steps.reduce((sum, step) => sum + step.addsAh, 0)).toBeCloseTo(need.requiredAh.value, 6);
    }
  });
});

it.each(CHEMISTRY_IDS)('the default usable share of %s is one of its schools', (id) => {
  expect(usableSchools(id).map((school) => school.usableFraction)).toContain(simpleBank(id).usableFraction);
});
