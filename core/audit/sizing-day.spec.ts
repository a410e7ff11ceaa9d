import { describe, expect, it } from 'vitest';
import { entered } from '../formula/figure';
import { auditDay } from './audit';
import { freshAudit, newLoad } from './fresh';
import type { Load } from './load';
import { daysOfLoads, quantileFigures, sizingDay } from './sizing-day';

const load = (more: Partial<Load>): Load => ({
  ...newLoad('a', ''),
  power: { by: 'watts', powerW: 24 },
  use: { by: 'hours', hoursPerDay: 2 },
  spread: { lowFraction: 0.5, highFraction: 3 },
  ...more,
});
const PLAN = freshAudit().audit;
const dayOf = (loads: readonly Load[]) => auditDay(loads, [], PLAN, entered(12));
const QUANTILES = { p10Ah: 3, p50Ah: 4.4, p90Ah: 7.5, meanAh: 4.8, typicalAh: 4, draws: 1000 };
const total = (hours: readonly number[]) => hours.reduce((sum, wh) => sum + wh, 0);

describe('the day that a bank is sized for', () => {
  const audit = dayOf([load({})]);
  const sized = (sizeFor: typeof PLAN.sizeFor, quantiles: typeof QUANTILES | null = QUANTILES) =>
    sizingDay(audit, { ...PLAN, sizeFor }, quantiles);

  it('is the typical one, nine days in ten, or all high; nine in ten is the typical one as long as nothing is drawn', () => {
    expect(sized('typical').dayAh.value).toBe(4);
    expect(sized('nine-in-ten').dayAh).toMatchObject({ value: 7.5, id: 'audit.p90' });
    expect(sized('nine-in-ten', null).dayAh.value).toBe(4);
    expect(sized('all-high').dayAh.value).toBe(12);
  });
  it('has its hours where the typical one has them, as much more in each', () => {
    for (const sizeFor of ['typical', 'nine-in-ten', 'all-high'] as const) {
      const { hoursWh, dayAh, atV } = sized(sizeFor);
      expect(atV.value).toBe(12);
      expect(total(hoursWh)).toBeCloseTo(dayAh.value * 12, 9);
      hoursWh.forEach((wh, hour) => {
        expect(wh).toBeCloseTo(((audit.hoursWh[hour] ?? 0) * dayAh.value) / 4, 9);
      });
    }
  });
  it('lays a day of what typically rests evenly over its hours', () => {
    const rests = dayOf([
      load({ use: { by: 'logged', unit: 'Ah', side: 'bank', low: 0, typical: 0, high: 6, days: 9 }, spread: null }),
    ]);
    const { hoursWh } = sizingDay(rests, { ...PLAN, sizeFor: 'all-high' }, null);
    expect(hoursWh).toEqual(Array(24).fill(expect.closeTo(3, 12)));
  });
  it('tells the drawn figures by what they were drawn from', () => {
    const { p10Ah, p50Ah, p90Ah } = quantileFigures(audit, QUANTILES);
    expect([p10Ah, p50Ah, p90Ah].map(({ value }) => value)).toEqual([3, 4.4, 7.5]);
    expect(p90Ah.working().terms.map(({ value }) => value)).toEqual([1000, 4, 12]);
    expect(daysOfLoads(audit)).toEqual([{ lowAh: 2, typicalAh: 4, highAh: 12, daysFraction: 1 }]);
  });
});
