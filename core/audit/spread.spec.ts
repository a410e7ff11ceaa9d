import { describe, expect, it } from 'vitest';
import { entered } from '../formula/figure';
import { newLoad } from './fresh';
import type { Load } from './load';
import type { RecordingSummary } from './recording';
import { spreadOf } from './spread';

const load = (more: Partial<Load>): Load => ({ ...newLoad('a', ''), ...more });
const hours = { use: { by: 'hours' as const, hoursPerDay: 4 } };
const fractions = (of: Load, recording: RecordingSummary | null = null, hoursPerDay = 4) => {
  const { lowFraction, highFraction, origin } = spreadOf(of, recording, hoursPerDay);
  return [lowFraction, highFraction, origin];
};

describe('how far a day of a load strays', () => {
  it('is what was entered, whatever else is known', () => {
    const own = { lowFraction: 0.2, highFraction: 4 };
    expect(fractions(load({ ...hours, known: 'logged', spread: own }))).toEqual([0.2, 4, 'entered']);
  });
  it('is that of the log where there is one that saw anything', () => {
    const logged = (low: number, typical: number, high: number) =>
      fractions(
        load({ known: 'logged', use: { by: 'logged', unit: 'Ah', side: 'bank', low, typical, high, days: 5 } }),
      );
    expect(logged(2, 4, 9)).toEqual([0.5, 2.25, 'measured']);
    expect(logged(0, 0, 9)[2]).toBe('default');
  });
  it('is usual for the way in which the load is known, less where it never pauses', () => {
    const used = (known: Load['known']) => fractions(load({ ...hours, known })).slice(0, 2);
    expect(used('logged')).toEqual([0.8, 1.25]);
    expect(used('timed')).toEqual([0.8, 1.25]);
    expect(used('clamp')).toEqual([0.7, 1.4]);
    expect(used('wattmeter')).toEqual([0.7, 1.4]);
    expect(used('nameplate')).toEqual([0.5, 1.5]);
    const always = (known: Load['known']) => fractions(load({ known, use: { by: 'always' } })).slice(0, 2);
    expect(always('logged')).toEqual([0.95, 1.05]);
    expect(always('clamp')).toEqual([0.9, 1.1]);
    expect(always('nameplate')).toEqual([0.6, 1]);
  });
  it('has no high day beyond 24 hours at what it may draw at most', () => {
    const high = (known: Load['known'], hoursPerDay: number) =>
      fractions(load({ ...hours, known }), null, hoursPerDay)[1];
    expect(high('nameplate', 16)).toBe(1.5);
    expect(high('nameplate', 20)).toBeCloseTo(1.2, 12);
    expect(high('nameplate', 24)).toBe(1);
    expect(high('clamp', 24)).toBeCloseTo(1.1, 12);
    expect(high('clamp', 0)).toBe(1.4);
  });
  it('of a recording is that of its cycles, from a tenth to nine tenths, and never above its strongest state', () => {
    const timed = load({
      known: 'timed',
      use: { by: 'timed', recording: { states: [], spans: [] } as never, hoursPerDay: 24 },
    });
    const of = (spreadFraction: number | null, watts: readonly number[], meanW: number) =>
      fractions(timed, {
        spreadFraction,
        states: watts.map((powerW) => ({ powerW })),
        meanW: entered(meanW),
      } as unknown as RecordingSummary);
    expect(of(0.3, [0, 60], 20)).toEqual([0.7, 1.3, 'measured']);
    expect(of(0.02, [0, 60], 20)).toEqual([0.9, 1.1, 'measured']);
    expect(of(0.95, [0, 60], 20)).toEqual([expect.closeTo(0.1, 12), 1.9, 'measured']);
    expect(of(0.5, [0, 60], 50)).toEqual([0.5, 1.2, 'measured']);
    expect(of(0.5, [0, 0], 0)).toEqual([0.5, 1, 'measured']);
    expect(of(null, [0, 60], 20)[2]).toBe('default');
  });
});
