import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { rowOf } from '../../demo/made-days';
import { entered } from '../formula/figure';
import { shiftDay } from '../series/local-day';
import { beyondBank, type CountedBank } from './beyond-bank';
import type { LedgerRow } from './ledger';

const LITHIUM: CountedBank = { capacityAh: entered(100), family: 'lithium' };
const LEAD: CountedBank = { capacityAh: entered(100), family: 'lead' };
const book = (flows: readonly (readonly [inAh: number, outAh: number])[], from = '2026-03-02'): LedgerRow[] =>
  flows.map(([inAh, outAh], k) => rowOf(shiftDay(from, k), inAh, outAh));
const days = (count: number, inAh: number, outAh: number) =>
  book(Array.from({ length: count }, () => [inAh, outAh] as const));

describe('a count beyond the bank', () => {
  it('is more in than a bank and a fifth holds, at the least efficiency, less what a full one takes', () => {
    // 0.95 × 60 − 40 − 1 = 16 a day: 112 after seven days, 128 after eight.
    expect(beyondBank(days(7, 60, 40), LITHIUM, 1)).toBeNull();
    const beyond = beyondBank(days(8, 60, 40), LITHIUM, 1)!;
    expect([beyond.way, beyond.days]).toEqual(['in', 8]);
    expect(beyond.ah.value).toBeCloseTo(128, 9);
    const terms = beyond.ah.working().terms.map(({ value }) => value);
    expect(terms).toEqual([480, 320, 0.95, 1, 8]);
  });
  it('leaves lead a tenth a day to gas away, and lithium a hundredth', () => {
    // Lead: 0.95 × 60 − 40 − 10 = 7 a day; 119 after seventeen.
    expect(beyondBank(days(17, 60, 40), LEAD, 1)).toBeNull();
    expect(beyondBank(days(18, 60, 40), LEAD, 1)!.ah.value).toBeCloseTo(126, 9);
    // Standing full on a charger: 8 in, nothing out, for ever.
    expect(beyondBank(days(365, 8, 0), LEAD, 0.9)).toBeNull();
    expect(beyondBank(days(365, 8, 0), LITHIUM, 1)).toMatchObject({ way: 'in' });
  });
  it('is more out than a bank and a fifth gives, even if nothing is lost in charging', () => {
    expect(beyondBank(days(6, 20, 40), LITHIUM, 0.99)).toBeNull();
    const beyond = beyondBank(days(7, 20, 40), LITHIUM, 0.99)!;
    expect([beyond.way, beyond.ah.value, beyond.days]).toEqual(['out', 140, 7]);
    expect(beyondBank(days(365, 39.9, 40), LEAD, 0.8)).toBeNull();
  });
  it('is sought in the days that go furthest, not in all of them together', () => {
    const swing = [...Array<[number, number]>(6).fill([40, 40]), ...Array<[number, number]>(7).fill([20, 40])];
    const back = [...swing, ...Array<[number, number]>(7).fill([62, 40])];
    const beyond = beyondBank(book(back), LITHIUM, 1)!;
    expect([beyond.way, beyond.ah.value, beyond.days]).toEqual(['out', 140, 7]);
  });
  it('knows nothing of days that were not logged, or not whole', () => {
    const rows = days(14, 60, 40);
    expect(beyondBank(rows, LITHIUM, 1)).not.toBeNull();
    const holed = (hours: number) => rows.map((row, k) => (k === 7 ? { ...row, hoursMissing: hours } : row));
    expect(beyondBank(holed(0.25), LITHIUM, 1)!.days).toBe(14);
    expect(beyondBank(holed(0.26), LITHIUM, 1)).toBeNull();
    expect(beyondBank([...rows.slice(0, 7), ...rows.slice(8)], LITHIUM, 1)).toBeNull();
    expect(beyondBank([], LITHIUM, 1)).toBeNull();
  });
  it('is never seen of a bank that does what banks do', () => {
    const step = fc.tuple(fc.double({ min: 0, max: 60, noNaN: true }), fc.double({ min: 0, max: 60, noNaN: true }));
    const given = fc.tuple(fc.constantFrom('lithium', 'lead') as fc.Arbitrary<CountedBank['family']>, fc.array(step));
    fc.assert(
      fc.property(given, ([family, steps]) => {
        const efficiency = family === 'lead' ? 0.9 : 0.99;
        let chargeAh = 50;
        const flows = steps.map(([sunAh, wantedAh]) => {
          const outAh = Math.min(wantedAh, chargeAh);
          chargeAh -= outAh;
          const storedAh = Math.min(sunAh * efficiency, 100 - chargeAh);
          chargeAh += storedAh;
          // Full, it gasses.
          return [storedAh / efficiency + (family === 'lead' && chargeAh >= 100 ? 8 : 0), outAh] as const;
        });
        expect(beyondBank(book(flows), { capacityAh: entered(100), family }, efficiency)).toBeNull();
      }),
    );
  });
});
