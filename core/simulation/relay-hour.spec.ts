import { describe, expect, it } from 'vitest';
import { bankLimits } from './bank-limits';
import { relayHour } from './relay-hour';
import { RELAY_STEPS, type YearTables } from './year-tables';

const bank = bankLimits({
  ...{ capacityAh: 100, coulombicFraction: 1, acceptancePerH: 30, limitA: 200 },
} as YearTables);
/** Falls to nothing at a full bank. */
const falling = Float64Array.from({ length: RELAY_STEPS + 1 }, (_, k) => 80 * (1 - k / RELAY_STEPS));

describe('an hour through a relay', () => {
  it('near full, where a step would lead beyond it, gives no less than nothing and no more than as it begins', () => {
    for (const soc of [0.95, 0.98, 0.999, 1]) {
      const given = relayHour(falling, 1, 100 * soc, 0, true, bank);
      expect(given).toBeGreaterThanOrEqual(0);
      expect(given).toBeLessThanOrEqual(80 * (1 - soc) + 1e-9);
    }
  });
  it('is that of an exponential where nothing else limits it: 80 A into an empty bank of 100 Ah', () => {
    expect(relayHour(falling, 1, 0, 0, true, bank)).toBeCloseTo(100 * (1 - Math.exp(-0.8)), 1);
  });
  it('goes on by its share of the hour, and all the same into a bank that may not be charged', () => {
    expect(relayHour(falling, 0.25, 50, -1000, true, bank)).toBeGreaterThan(0.25 * 40);
    expect(relayHour(falling, 0.25, 50, 0, false, bank)).toBeCloseTo(0.25 * 40, 9);
  });
});
