import { fc, test } from '@fast-check/vitest';
import { mean, standardDeviation } from 'simple-statistics';
import { describe, expect, it } from 'vitest';
import { QuantityError } from '../quantity/quantity-error';
import { bootstrapInterval } from './bootstrap';

const OPTIONS = { draws: 2000, confidence: 0.95, seed: 7 };
const meanOf = (rows: readonly number[]) => (drawn: Uint32Array) => mean(Array.from(drawn, (k) => rows[k]!));

describe('bootstrapInterval', () => {
  it('of a mean comes near ± 1.96 standard errors', () => {
    const rows = Array.from({ length: 100 }, (_, k) => ((k * 37) % 100) / 10);
    const { low, high } = bootstrapInterval(rows.length, meanOf(rows), OPTIONS);
    const half = (1.96 * standardDeviation(rows)) / 10;
    expect((high - low) / 2 / half).toBeGreaterThan(0.9);
    expect((high - low) / 2 / half).toBeLessThan(1.1);
    expect(Math.abs((high + low) / 2 - mean(rows))).toBeLessThan(0.1 * half);
  });
  it('has no width where rows do not vary', () => {
    expect(bootstrapInterval(9, meanOf(Array<number>(9).fill(4)), OPTIONS)).toEqual({ low: 4, high: 4 });
  });
  it('draws whole runs: a weekly rhythm does not count as chance', () => {
    // Six days of −1 and one of +6, four times: every run of seven neighbours sums to zero.
    const rows = Array.from({ length: 28 }, (_, k) => (k % 7 === 6 ? 6 : -1));
    const runs = bootstrapInterval(28, meanOf(rows), { ...OPTIONS, blockLength: 7 });
    expect(runs.low).toBeCloseTo(0, 12);
    expect(runs.high).toBeCloseTo(0, 12);
    const single = bootstrapInterval(28, meanOf(rows), OPTIONS);
    expect(single.high - single.low).toBeGreaterThan(1);
  });
  it('follows the last row by the first', () => {
    const seen = new Set<string>();
    bootstrapInterval(
      3,
      (drawn) => {
        seen.add(Array.from(drawn).join(''));
        return drawn[0]!;
      },
      { ...OPTIONS, draws: 100, blockLength: 3 },
    );
    expect([...seen].sort()).toEqual(['012', '120', '201']);
  });
  it('leaves out draws that say nothing', () => {
    const { low, high } = bootstrapInterval(
      2,
      (drawn) => (drawn[0] === drawn[1] ? Number.NaN : drawn[0]! + drawn[1]!),
      OPTIONS,
    );
    expect([low, high]).toEqual([1, 1]);
  });
  it.each([
    ['one row', 1, OPTIONS],
    ['no draws', 5, { ...OPTIONS, draws: 0 }],
    ['a run longer than the rows', 5, { ...OPTIONS, blockLength: 6 }],
    ['certainty', 5, { ...OPTIONS, confidence: 1 }],
  ])('refuses %s', (_, rowCount, options) => {
    expect(() => bootstrapInterval(rowCount, () => 1, options)).toThrow(QuantityError);
  });
  it('refuses a statistic that never says anything', () => {
    expect(() => bootstrapInterval(5, () => Number.NaN, OPTIONS)).toThrow(/finite draws/);
  });
  test.prop([fc.array(fc.double({ min: -50, max: 50, noNaN: true }), { minLength: 2, maxLength: 40 }), fc.nat()], {
    numRuns: 30,
  })('is repeatable, ordered, and within the rows', (rows, seed) => {
    const options = { draws: 200, confidence: 0.9, seed };
    const once = bootstrapInterval(rows.length, meanOf(rows), options);
    expect(bootstrapInterval(rows.length, meanOf(rows), options)).toEqual(once);
    expect(once.low).toBeLessThanOrEqual(once.high);
    expect(once.low).toBeGreaterThanOrEqual(Math.min(...rows) - 1e-9);
    expect(once.high).toBeLessThanOrEqual(Math.max(...rows) + 1e-9);
  });
});
