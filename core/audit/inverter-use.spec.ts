import { describe, expect, it } from 'vitest';
import { newInverter } from './fresh';
import { drawAtRating, type InverterUse } from './inverter-use';

const use = (id: string, efficiency: number) => ({ id, efficiencyAt: () => efficiency }) as unknown as InverterUse;
const inverter = (id: string, continuousW: number | null) => ({ ...newInverter(id), continuousW });

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
