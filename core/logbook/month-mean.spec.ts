import { describe, expect, it } from 'vitest';
import type { LedgerRow } from './ledger';
import { latestMonthMean } from './month-mean';

const row = (key: string, outAh: number, inAh: number, hoursMissing = 0) =>
  ({ key, outAh, inAh, hoursMissing }) as LedgerRow;
const june = (days: number, outAh = 50, inAh = 55) =>
  Array.from({ length: days }, (_, k) => row(`2026-06-${String(k + 1).padStart(2, '0')}`, outAh + k, inAh));

describe('a usual day of the latest month', () => {
  it('is the mean of its whole days: 50, 51 … 55 are 52.5', () => {
    const mean = latestMonthMean(june(6))!;
    expect([mean.month, mean.days, mean.outAh.value, mean.inAh.value]).toEqual([6, 6, 52.5, 55]);
    expect(mean.outAh.working().terms.map(({ value }) => value)).toEqual([315, 6]);
  });
  it('leaves out other months and days with an hour missing', () => {
    const rows = [row('2026-05-31', 500, 500), ...june(6), row('2026-06-07', 900, 0, 1.5)];
    expect(latestMonthMean(rows)!.outAh.value).toBe(52.5);
  });
  it('puts the same month of two years together', () => {
    const rows = [...june(5).map((one) => ({ ...one, key: one.key.replace('2026', '2025') })), ...june(5)];
    expect(latestMonthMean(rows)!.days).toBe(10);
  });
  it('says nothing on fewer than five days, or none', () => {
    expect(latestMonthMean(june(4))).toBeNull();
    expect(latestMonthMean([])).toBeNull();
    expect(latestMonthMean(june(30).map((one) => ({ ...one, hoursMissing: 2 })))).toBeNull();
  });
});
