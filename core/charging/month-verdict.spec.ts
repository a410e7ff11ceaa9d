import { describe, expect, it } from 'vitest';
import { monthReason, monthVerdict } from './month-verdict';

describe('the verdict of a month', () => {
  it.each([
    [1, 0.95, 'keeps-up'],
    [0.95, 0.95, 'keeps-up'],
    [0.9499, 0.95, 'only-just'],
    [0.8, 0.95, 'only-just'],
    [0.79, 0.95, 'falls-behind'],
    [0.79, 0.9, 'only-just'],
    [0.75, 0.9, 'only-just'],
    [0.7499, 0.9, 'falls-behind'],
    [0, 0.5, 'falls-behind'],
  ] as const)('%d of the years against %d: %s', (stay, target, verdict) =>
    expect(monthVerdict(stay, target)).toBe(verdict),
  );
});

describe('what a month fails by', () => {
  const month = {
    offeredAh: 100,
    usedAh: 50,
    refusedAh: 40,
    refusedColdAh: 0,
    fullDaysPerMonth: 20,
    coulombicFraction: 0.9,
  };
  const reason = (more: Partial<typeof month>) => monthReason('falls-behind', { ...month, ...more });
  it('is nothing where it keeps up', () => expect(monthReason('keeps-up', { ...month, offeredAh: 1 })).toBe('enough'));
  it('is too little where hardly more is offered than must go in: 50 ÷ 0.9 = 55.6 Ah', () => {
    expect(reason({ offeredAh: 54 })).toBe('too-little');
    expect(reason({ offeredAh: 58 })).toBe('too-little');
    expect(reason({ offeredAh: 59 })).not.toBe('too-little');
  });
  it('is the frost where what the warm days leave is not enough', () => {
    expect(reason({ refusedAh: 50, refusedColdAh: 50 })).toBe('temperature');
    expect(reason({ refusedAh: 44, refusedColdAh: 44 })).not.toBe('temperature');
  });
  it('is the taper where much is refused by a bank that is seldom full', () => {
    expect(reason({ fullDaysPerMonth: 1 })).toBe('slow');
    expect(reason({ fullDaysPerMonth: 1, refusedAh: 5 })).toBe('spells');
  });
  it('is lean days in a row where enough is offered on the whole', () => expect(reason({})).toBe('spells'));
});
