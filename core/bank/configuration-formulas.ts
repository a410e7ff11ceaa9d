import { formula } from '../formula/formula';

export const peakCurrent = formula({
  id: 'configuration.peak',
  says: 'peak current',
  unit: 'A',
  words: 'all loads at once ÷ nominal voltage',
  terms: { peakW: { says: 'all loads at once', unit: 'W' }, nominalV: { says: 'nominal voltage', unit: 'V' } },
  compute: ({ peakW, nominalV }) => peakW / nominalV,
  source: 'I = P ÷ U',
  leavesOut: 'start-up surges, which batteries stand for seconds',
});

export const peakRate = formula({
  id: 'configuration.peak-rate',
  says: 'peak, of the capacity an hour',
  unit: 'CRate',
  words: 'peak current ÷ rated capacity',
  terms: { peakA: { says: 'peak current', unit: 'A' }, capacityAh: { says: 'rated capacity', unit: 'Ah' } },
  compute: ({ peakA, capacityAh }) => peakA / capacityAh,
  source: 'C-rate',
});

export const steadyCurrent = formula({
  id: 'configuration.steady',
  says: 'current to be carried',
  unit: 'A',
  words: 'the larger of the peak and what the inverters draw at their continuous rating ÷ V',
  terms: {
    peakA: { says: 'peak current', unit: 'A' },
    inverterW: { says: 'inverters at their rating, at the bank', unit: 'W' },
    nominalV: { says: 'nominal voltage', unit: 'V' },
  },
  compute: ({ peakA, inverterW, nominalV }) => Math.max(peakA, inverterW / nominalV),
  source: 'I = P ÷ U',
});

export const spareCurrent = formula({
  id: 'configuration.spare',
  says: 'current to spare',
  unit: 'A',
  words: 'strings that count × limit of one − peak current',
  terms: {
    counting: { says: 'strings that count', unit: 'Count' },
    limitA: { says: 'limit of one', unit: 'A' },
    peakA: { says: 'peak current', unit: 'A' },
  },
  compute: ({ counting, limitA, peakA }) => counting * limitA - peakA,
  source: 'the chosen parallel-current rule',
});

export const spareCharge = formula({
  id: 'configuration.spare-charge',
  says: 'charging current to spare',
  unit: 'A',
  words: 'strings that count × most that one may be charged with − what charges at once',
  terms: {
    counting: { says: 'strings that count', unit: 'Count' },
    limitA: { says: 'most into one', unit: 'A' },
    atOnceA: { says: 'most that charges at once', unit: 'A' },
  },
  compute: ({ counting, limitA, atOnceA }) => counting * limitA - atOnceA,
  source: 'the chosen parallel-current rule',
  leavesOut: 'that a charger may be turned down: below zero it must be',
});

export const pricePerUsableKwh = formula({
  id: 'configuration.price-kwh',
  says: 'price of what can be used at once',
  unit: 'PricePerKwh',
  words: 'price ÷ usable energy',
  terms: {
    price: { says: 'price of all', unit: 'Price' },
    usableKWh: { says: 'usable energy', unit: 'KWh' },
  },
  compute: ({ price, usableKWh }) => price / usableKWh,
  source: 'division',
});

export const pricePerLifetimeKwh = formula({
  id: 'configuration.price-life',
  says: 'price over its life',
  unit: 'PricePerKwh',
  words: 'price of what can be used at once ÷ cycles at the planned depth',
  terms: {
    pricePerKwh: { says: 'price of what can be used at once', unit: 'PricePerKwh' },
    cycles: { says: 'cycles at the planned depth', unit: 'Count' },
  },
  compute: ({ pricePerKwh, cycles }) => pricePerKwh / cycles,
  source: 'cycle life against depth, to four fifths of the rated capacity',
  leavesOut: 'age, which ends most banks before their cycles do',
});
