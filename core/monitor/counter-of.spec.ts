import { describe, expect, it } from 'vitest';
import { entered } from '../formula/figure';
import { newRig } from '../rig/new-rig';
import { counterOf, hardwareOf } from './counter-of';
import type { MonitorFacts } from './facts';
import { newProfile } from './fresh';

const { monitor } = newRig('r', 'R', 'UTC');
const facts = (plan: Partial<MonitorFacts['plan']> = {}, healthFraction = 0.9) =>
  ({
    plan: { ...monitor, capacitySchool: 'rated', ...plan },
    ratedAh: entered(200),
    usableFraction: entered(0.8),
    profile: { ...newProfile('p', 'P'), healthFraction },
  }) as unknown as MonitorFacts;
const SET = {
  'full-voltage': 14.2,
  'tail-current': 0.04,
  'hold-time': 3,
  'coulombic-efficiency': 0.95,
  peukert: 1.1,
  'dead-band': 0.05,
  'averaging-time': 10,
  'reserve-alarm': 0.25,
  'low-alarm': 11.8,
  'high-alarm': 15,
  'cut-off': 0.2,
  'cut-in': 0.3,
};

describe('how a meter counts by its settings', () => {
  it('by each of them, in the units that it counts in', () => {
    expect(counterOf({ ...SET, capacity: 180 }, facts())).toEqual({
      ...{ capacityAh: 180, zeroAh: 0, coulombicFraction: 0.95, peukertExponent: 1.1, deadBandA: 0.05 },
      ...{ averagingMs: 600_000, reserveFraction: 0.25, lowV: 11.8, highV: 15 },
      full: { fullV: 14.2, tailA: expect.closeTo(7.2, 12) as number, holdMs: 180_000 },
      relay: { by: monitor.meter.relayBy, offAt: 0.2, onAt: 0.3 },
    });
  });
  it('without a capacity by what the bank holds at its age, in either convention; 0 % of the usable one is the reserve', () => {
    const capacities = (capacitySchool: 'rated' | 'usable', health: number) => {
      const { capacityAh, zeroAh } = counterOf({}, facts({ capacitySchool }, health));
      return [capacityAh, zeroAh].map((ah) => Number(ah.toFixed(9)));
    };
    expect(capacities('rated', 1)).toEqual([200, 0]);
    expect(capacities('rated', 0.9)).toEqual([180, 0]);
    expect(capacities('usable', 1)).toEqual([160, 40]);
    expect(capacities('usable', 0.9)).toEqual([144, 36]);
  });
  it('without the others as one that does not have them', () => {
    expect(counterOf({ capacity: 100, 'full-voltage': 14 }, facts())).toMatchObject({
      ...{ coulombicFraction: 1, peukertExponent: 1, deadBandA: 0, averagingMs: 0 },
      ...{ reserveFraction: null, lowV: null, highV: null, relay: null },
      full: { fullV: 14, tailA: null, holdMs: 0 },
    });
    expect(counterOf({ capacity: 100, 'cut-off': 0.2 }, facts()).relay).toBeNull();
    expect(counterOf({ capacity: 100, 'cut-in': 0.2 }, facts()).relay).toBeNull();
    expect(counterOf({ capacity: 100 }, facts()).full).toBeNull();
    const byHand = { meter: { ...monitor.meter, automaticFull: false } };
    expect(counterOf({ ...SET, capacity: 100 }, facts(byHand)).full).toBeNull();
  });
  it('measures every so many seconds, to its steps', () => {
    const hardware = hardwareOf({ ...monitor.meter, sampleS: 2, offsetA: 0.05, gainRatio: 1.01, resolutionA: 0.1 });
    expect(hardware).toEqual({ sampleMs: 2000, offsetA: 0.05, gain: 1.01, resolutionA: 0.1 });
  });
});
