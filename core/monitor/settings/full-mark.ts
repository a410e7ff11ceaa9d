import { chemistryValue } from '../../cells/chemistry-of';
import { byDefault, computed, type Figure, type Sourced } from '../../formula/figure';
import { formula } from '../../formula/formula';
import type { MonitorFacts } from '../facts';
import { type DerivedSetting, setting } from './setting';

const fullVoltage = formula({
  id: 'monitor.full-voltage',
  says: 'counts as full from',
  unit: 'V',
  words: 'lowest absorption voltage − margin per 12 V × number of 12 V blocks',
  terms: {
    absorptionV: { says: 'lowest absorption voltage', unit: 'V' },
    marginVPer12V: { says: 'margin per 12 V', unit: 'V' },
    blocks: { says: '12 V blocks in series', unit: 'Ratio' },
  },
  compute: ({ absorptionV, marginVPer12V, blocks }) => absorptionV - marginVPer12V * blocks,
  source: 'below every charger that can finish a charge, above float and rested full',
});

const tailCurrent = formula({
  id: 'monitor.tail-current',
  says: 'tail current',
  unit: 'Fraction',
  words:
    'the larger of the usual tail, what the bank still takes when so much is missing, and 1.25 × what the chargers stop at; within the usual range; × rated capacity ÷ capacity set in the meter',
  terms: {
    tailFraction: { says: 'usual tail, share of C20', unit: 'Fraction' },
    acceptancePerH: { says: 'taken, share of C20 an hour for what is missing', unit: 'Ratio' },
    missingFraction: { says: 'missing', unit: 'Fraction' },
    stopsAtA: { says: 'where the chargers stop', unit: 'A' },
    lowFraction: { says: 'least', unit: 'Fraction' },
    highFraction: { says: 'most', unit: 'Fraction' },
    capacityAh: { says: 'rated capacity, C20', unit: 'Ah' },
    setCapacityAh: { says: 'capacity set in the meter', unit: 'Ah' },
  },
  compute: ({ tailFraction, acceptancePerH, missingFraction, stopsAtA, lowFraction, highFraction, ...ah }) =>
    (Math.min(
      highFraction,
      Math.max(lowFraction, tailFraction, acceptancePerH * missingFraction, (ABOVE_STOP * stopsAtA) / ah.capacityAh),
    ) *
      ah.capacityAh) /
    ah.setCapacityAh,
  source: 'lead 2–4 %, lithium 4–5 % of C20: above what the chargers stop at, below what clouds produce',
});

const holdTime = formula({
  id: 'monitor.hold-time',
  says: 'hold time',
  unit: 'Minute',
  words: 'settling time + allowance for clouds',
  terms: {
    settleMin: { says: 'settling time', unit: 'Minute' },
    cloudMin: { says: 'allowance for clouds', unit: 'Minute' },
  },
  compute: ({ settleMin, cloudMin }) => settleMin + cloudMin,
  source: 'usual practice: a few minutes; longer where the sun charges, since a cloud also lets the current fall',
});

const SETTLE_MIN = 3;
/** Clouds let the current fall for so long while the voltage still stands. */
export const CLOUD_MIN = 7;
const HOLD_MOST_MIN = 30;
/** So little missing is full. */
const MISSING = 0.014;
/** A charger that stops is to be marked before it stops. */
const ABOVE_STOP = 1.25;
/** Usual ranges of the tail, shares of C20. */
export const TAIL_RANGE = { lithium: [0.04, 0.05], lead: [0.02, 0.04] } as const;

/** What the three that make a full mark are set to. @param capacity  as set in the meter */
export function fullMarkSettings(facts: MonitorFacts, capacity: Figure): DerivedSetting[] {
  const { chemistry, chargers, blocks, ratedAh, restedFullV } = facts;
  const full = fullVoltage.figure({
    absorptionV: chargers.absorptionV,
    marginVPer12V: chemistryValue(chemistry, 'fullMarginVPer12V'),
    blocks,
  });
  const lowV = Math.max(chargers.floatV.value, restedFullV.value);
  const usual = chemistryValue(chemistry, 'tailFraction');
  const range = TAIL_RANGE[chemistry.family];
  const [low, high] = [Math.min(range[0], usual.value), Math.max(range[1], usual.value)];
  const stopsAtA: Sourced = chargers.stopsAtA ?? byDefault(0, 'not known');
  const missing = chemistry.family === 'lead' ? MISSING : 0;
  const tail = tailCurrent.figure({
    tailFraction: usual,
    acceptancePerH: chemistryValue(chemistry, 'acceptancePerH'),
    missingFraction: byDefault(
      missing,
      missing > 0 ? 'full for all that a meter can know' : 'lithium takes full current to the end',
    ),
    stopsAtA,
    lowFraction: byDefault(low, chemistry.shortName),
    highFraction: byDefault(high, chemistry.shortName),
    capacityAh: ratedAh,
    setCapacityAh: capacity,
  });
  const toSet = ratedAh.value / capacity.value;
  const hold = holdTime.figure({
    settleMin: byDefault(SETTLE_MIN),
    cloudMin: chargers.sunCharges ? byDefault(CLOUD_MIN, 'solar charging') : computed(0, 'no sun charges'),
  });
  return [
    setting(
      'full-voltage',
      full,
      lowV,
      chargers.absorptionV.value,
      full.value > lowV ? [] : ['no-room-for-full-voltage'],
    ),
    setting(
      'tail-current',
      tail,
      low * toSet,
      high * toSet,
      tail.value * capacity.value > stopsAtA.value ? [] : ['charger-stops-above-tail'],
    ),
    setting('hold-time', hold, chargers.sunCharges ? CLOUD_MIN : 1, HOLD_MOST_MIN),
  ];
}
