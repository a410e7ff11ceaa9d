import { describe, expect, it } from 'vitest';
import { entered } from '../formula/figure';
import { newInverter } from './fresh';
import type { Inverter } from './inverter';
import { inverterModel } from './inverter-model';
import { drawAtRating, inverterUse, type InverterUse } from './inverter-use';

const use = (id: string, efficiency: number) => ({ id, efficiencyAt: () => efficiency }) as unknown as InverterUse;
const inverter = (id: string, continuousW: number | null) => ({ ...newInverter(id), continuousW });

describe('the standby of an inverter', () => {
  const of = (more: Partial<Inverter>) => {
    const one = { ...newInverter('a'), name: 'Cube', ...more };
    return inverterUse(one, inverterModel(one), [], entered(24));
  };
  const pairs = (...watts: readonly number[]) => watts.map((acW) => ({ acW, dcV: 24, dcA: (12 + 1.1 * acW) / 24 }));

  it('is known off its sheet, or off two bench pairs; one tells a ratio alone', () => {
    expect(of({ standbyW: 6 })).toMatchObject({ standbyKnown: true, standbyW: { value: 6, origin: 'entered' } });
    expect(of({ bench: pairs(0, 100) })).toMatchObject({ standbyKnown: true, standbyW: { origin: 'measured' } });
    expect(of({ bench: pairs(100), standbyW: 6 }).standbyKnown).toBe(true);
    for (const unread of [{}, { bench: pairs(100) }])
      expect(of(unread)).toMatchObject({ standbyKnown: false, standbyW: { value: 0, origin: 'default' } });
  });
  it('that is not known would come to 240 Wh a day for each ten watts', () => {
    expect(of({}).tenWattsAh.value).toBeCloseTo(10, 9);
    expect(of({}).leftOnAh.value).toBe(0);
  });
});

describe('inverters at their continuous rating', () => {
  it('by hand: 900 W ÷ 0.9 and 400 W ÷ 0.8 are 1500 W', () =>
    expect(drawAtRating([inverter('a', 900), inverter('b', 400)], [use('a', 0.9), use('b', 0.8)])).toBeCloseTo(
      1500,
      9,
    ));
  it('leave out those whose sheet is not known, and are none where none is', () => {
    expect(drawAtRating([inverter('a', 900), inverter('b', null)], [use('a', 0.9), use('b', 0.8)])).toBeCloseTo(
      1000,
      9,
    );
    expect(drawAtRating([inverter('b', null)], [use('b', 0.8)])).toBeNull();
    expect(drawAtRating([], [])).toBeNull();
  });
});
