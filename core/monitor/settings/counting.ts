import { chemistryValue } from '../../cells/chemistry-of';
import { byDefault, entered, type Figure } from '../../formula/figure';
import { account, formula } from '../../formula/formula';
import type { MonitorFacts } from '../facts';
import { type DerivedSetting, setting } from './setting';

const ratedCapacity = formula({
  id: 'monitor.capacity',
  says: 'capacity, rated',
  unit: 'Ah',
  words: 'rated capacity of the bank × what age has left',
  terms: {
    capacityAh: { says: 'rated capacity, C20', unit: 'Ah' },
    healthFraction: { says: 'left by age', unit: 'Fraction' },
  },
  compute: ({ capacityAh, healthFraction }) => capacityAh * healthFraction,
  source: '“rated” convention: tail current, synchronising and ageing all refer to C20; 0 % is empty',
});

const usableOnly = formula({
  id: 'monitor.capacity',
  says: 'capacity, usable part',
  unit: 'Ah',
  words: 'rated capacity × what age has left × usable share',
  terms: {
    capacityAh: { says: 'rated capacity, C20', unit: 'Ah' },
    healthFraction: { says: 'left by age', unit: 'Fraction' },
    usableFraction: { says: 'usable share', unit: 'Fraction' },
  },
  compute: ({ capacityAh, healthFraction, usableFraction }) => capacityAh * healthFraction * usableFraction,
  source: '“usable” convention: 0 % on the meter is the reserve',
});

const coulombicEfficiency = account({
  id: 'monitor.efficiency',
  says: 'coulombic efficiency',
  unit: 'Fraction',
  words: 'the chemistry’s share of amp-hours that come back',
  terms: { coulombicFraction: { says: 'Ah out per Ah in', unit: 'Fraction' } },
  source: 'typical for the chemistry; two full marks in the logbook can teach the true one',
});

const peukert = account({
  id: 'monitor.peukert',
  says: 'Peukert exponent',
  unit: 'Ratio',
  words: 'the chemistry’s exponent',
  terms: { exponent: { says: 'exponent', unit: 'Ratio' } },
  source: 'typical for the chemistry; from two discharges at different currents on the battery’s sheet',
  leavesOut: 'what a gentle current gives back after a hard one: a meter never gives it back, and shows too little',
});

/** Less is not told to a meter. */
export const SMALLEST_BAND_A = 0.01;

const deadBand = formula({
  id: 'monitor.dead-band',
  says: 'dead band',
  unit: 'A',
  words: 'half the smallest standing current, at most the usual band, in steps of 0.01 A',
  terms: { smallestA: { says: 'smallest standing current', unit: 'A' }, usualA: { says: 'usual band', unit: 'A' } },
  compute: ({ smallestA, usualA }) =>
    Math.max(SMALLEST_BAND_A, Math.floor(Math.min(smallestA / 2, usualA) * 100 + 1e-9) / 100),
  source: 'a band above a standing load would never count it',
});

const averagingTime = account({
  id: 'monitor.averaging-time',
  says: 'averaging time',
  unit: 'Minute',
  words: 'usual time over which the current is averaged for the hours left',
  terms: { usualMin: { says: 'usual time', unit: 'Minute' } },
  source: 'a round of a compressor that runs and rests; shorter follows every switch, longer lags behind the evening',
});

const USUAL_BAND_A = 0.1;
const USUAL_AVERAGING_MIN = 30;

/** Where efficiency and exponent of a family lie. */
export const EFFICIENCY_RANGE = { lithium: [0.97, 1], lead: [0.8, 0.97] } as const;
export const PEUKERT_RANGE = { lithium: [1, 1.06], lead: [1.05, 1.35] } as const;

const within = (value: number, [low, high]: readonly [number, number]) =>
  ({ low: Math.min(low, value), high: Math.max(high, value) }) as const;

/** The capacity that the meter is told, by one of the two conventions. */
export function capacitySetting(facts: MonitorFacts, school = facts.plan.capacitySchool): DerivedSetting {
  const { ratedAh, usableFraction, profile } = facts;
  const healthFraction =
    profile.healthFraction === 1 ? byDefault(1, 'new') : entered(profile.healthFraction, profile.name);
  const figure =
    school === 'rated'
      ? ratedCapacity.figure({ capacityAh: ratedAh, healthFraction })
      : usableOnly.figure({ capacityAh: ratedAh, healthFraction, usableFraction });
  return setting('capacity', figure, figure.value * 0.7, figure.value * 1.05);
}

/** What the meter makes of each ampere. */
export function countingSettings({ chemistry, smallestStanding }: MonitorFacts): DerivedSetting[] {
  const efficiency = chemistryValue(chemistry, 'coulombicFraction');
  const exponent = chemistryValue(chemistry, 'peukertExponent');
  const smallestA = smallestStanding ?? byDefault(2 * USUAL_BAND_A, 'no standing load in the audit');
  const band = deadBand.figure({ smallestA, usualA: byDefault(USUAL_BAND_A) });
  const efficiencies = within(efficiency.value, EFFICIENCY_RANGE[chemistry.family]);
  const exponents = within(exponent.value, PEUKERT_RANGE[chemistry.family]);
  return [
    setting(
      'coulombic-efficiency',
      coulombicEfficiency.figure(efficiency.value, { coulombicFraction: efficiency }),
      efficiencies.low,
      efficiencies.high,
    ),
    setting('peukert', peukert.figure(exponent.value, { exponent }), exponents.low, exponents.high),
    setting(
      'dead-band',
      band,
      SMALLEST_BAND_A,
      Math.max(SMALLEST_BAND_A, Math.min(smallestA.value, 0.5)),
      band.value < smallestA.value ? [] : ['dead-band-swallows-load'],
    ),
    setting(
      'averaging-time',
      averagingTime.figure(USUAL_AVERAGING_MIN, { usualMin: byDefault(USUAL_AVERAGING_MIN) }),
      5,
      60,
    ),
  ];
}

const uncounted = formula({
  id: 'monitor.uncounted',
  says: 'uncounted in a week',
  unit: 'AhPerWeek',
  words: 'smallest standing current × hours in a week',
  terms: { smallestA: { says: 'smallest standing current', unit: 'A' }, weekH: { says: 'hours in a week', unit: 'H' } },
  compute: ({ smallestA, weekH }) => smallestA * weekH,
  source: 'Ah = A · h',
});

/** What a dead band above the smallest standing load would never count; null where the audit has none. */
export const uncountedPerWeek = ({ smallestStanding }: MonitorFacts): Figure | null =>
  smallestStanding && uncounted.figure({ smallestA: smallestStanding, weekH: byDefault(168) });
