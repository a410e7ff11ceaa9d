import { account, formula } from '../formula/formula';

export const ratedCapacity = account({
  id: 'monitor.capacity',
  says: 'capacity, rated',
  unit: 'Ah',
  words: 'rated capacity of the bank',
  terms: { capacityAh: { says: 'rated capacity, C20', unit: 'Ah' } },
  source: '“rated” convention: tail current, synchronising and ageing all refer to C20; 0 % is empty',
});

export const usableOnly = formula({
  id: 'monitor.capacity',
  says: 'capacity, usable part',
  unit: 'Ah',
  words: 'rated capacity × usable share',
  terms: {
    capacityAh: { says: 'rated capacity, C20', unit: 'Ah' },
    usableFraction: { says: 'usable share', unit: 'Fraction' },
  },
  compute: ({ capacityAh, usableFraction }) => capacityAh * usableFraction,
  source: '“usable” convention: 0 % on the meter is the reserve',
});

export const fullVoltage = formula({
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

export const tailCurrent = formula({
  id: 'monitor.tail-current',
  says: 'tail current',
  unit: 'Fraction',
  words: 'tail share of the rated capacity × rated capacity ÷ capacity set in the meter',
  terms: {
    tailFraction: { says: 'tail, share of C20', unit: 'Fraction' },
    capacityAh: { says: 'rated capacity, C20', unit: 'Ah' },
    setCapacityAh: { says: 'capacity set in the meter', unit: 'Ah' },
  },
  compute: ({ tailFraction, capacityAh, setCapacityAh }) => (tailFraction * capacityAh) / setCapacityAh,
  source: 'lead 2–4 %, lithium 4–5 % of C20: above what the chargers stop at, below what clouds produce',
});

export const holdTime = formula({
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

export const coulombicEfficiency = account({
  id: 'monitor.efficiency',
  says: 'coulombic efficiency',
  unit: 'Fraction',
  words: 'the chemistry’s share of amp-hours that come back',
  terms: { coulombicFraction: { says: 'Ah out per Ah in', unit: 'Fraction' } },
  source: 'typical for the chemistry; two full marks in the logbook can teach the true one',
});

export const deadBand = formula({
  id: 'monitor.dead-band',
  says: 'dead band',
  unit: 'A',
  words: 'half the smallest standing current, at most the usual band, in steps of 0.01 A',
  terms: { smallestA: { says: 'smallest standing current', unit: 'A' }, usualA: { says: 'usual band', unit: 'A' } },
  compute: ({ smallestA, usualA }) => Math.max(0.01, Math.floor(Math.min(smallestA / 2, usualA) * 100 + 1e-9) / 100),
  source: 'a band above a standing load would never count it',
});

export const uncountedPerWeek = formula({
  id: 'monitor.uncounted',
  says: 'never counted, if the band were above it',
  unit: 'AhPerWeek',
  words: 'smallest standing current × 168 h',
  terms: { smallestA: { says: 'smallest standing current', unit: 'A' }, weekH: { says: 'hours in a week', unit: 'H' } },
  compute: ({ smallestA, weekH }) => smallestA * weekH,
  source: 'Ah = A · h',
});

export const reserveAlarm = formula({
  id: 'monitor.reserve-alarm',
  says: 'reserve alarm',
  unit: 'Fraction',
  words: 'state of charge at the reserve + margin',
  terms: {
    reserveFraction: { says: 'reserve, on the meter’s scale', unit: 'Fraction' },
    marginFraction: { says: 'margin to act in', unit: 'Fraction' },
  },
  compute: ({ reserveFraction, marginFraction }) => Math.min(1, reserveFraction + marginFraction),
  source: 'warns before the reserve is touched',
});
