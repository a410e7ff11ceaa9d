import { formula } from '../formula/formula';

export const bankVoltage = formula({
  id: 'bank.nominal-v',
  says: 'nominal voltage',
  unit: 'V',
  words: 'batteries in series × cells in each × nominal cell voltage',
  terms: {
    seriesCount: { says: 'batteries in series', unit: 'Count' },
    cellsInSeries: { says: 'cells in each', unit: 'Count' },
    cellV: { says: 'nominal cell voltage', unit: 'V' },
  },
  compute: ({ seriesCount, cellsInSeries, cellV }) => seriesCount * cellsInSeries * cellV,
  source: 'series adds volts; nominal cell voltage of the chemistry',
});

export const bankCapacity = formula({
  id: 'bank.capacity',
  says: 'rated capacity',
  unit: 'Ah',
  words: 'strings in parallel × capacity of one battery at the 20-hour rate',
  terms: {
    parallelCount: { says: 'strings in parallel', unit: 'Count' },
    capacityAh: { says: 'one battery, C20', unit: 'Ah' },
  },
  compute: ({ parallelCount, capacityAh }) => parallelCount * capacityAh,
  source: 'parallel adds amp-hours',
});

export const usableCapacity = formula({
  id: 'bank.usable',
  says: 'usable',
  unit: 'Ah',
  words: 'rated capacity × usable share × ageing × cold',
  terms: {
    capacityAh: { says: 'rated capacity', unit: 'Ah' },
    usableFraction: { says: 'usable share', unit: 'Fraction' },
    ageingFraction: { says: 'left when aged', unit: 'Fraction' },
    coldFraction: { says: 'left when cold', unit: 'Fraction' },
  },
  compute: ({ capacityAh, usableFraction, ageingFraction, coldFraction }) =>
    capacityAh * usableFraction * ageingFraction * coldFraction,
  source: 'usable-share sizing',
  leavesOut: 'Peukert: the rated capacity holds at the 20-hour rate, faster draws give less',
});

export const requiredCapacity = formula({
  id: 'bank.required',
  says: 'needed at the 20-hour rate',
  unit: 'Ah',
  words: 'Ah a day × days without charge ÷ (usable share × ageing × cold)',
  terms: {
    dayAh: { says: 'all loads a day', unit: 'Ah' },
    autonomyDays: { says: 'days without charge', unit: 'Day' },
    usableFraction: { says: 'usable share', unit: 'Fraction' },
    ageingFraction: { says: 'left when aged', unit: 'Fraction' },
    coldFraction: { says: 'left when cold', unit: 'Fraction' },
  },
  compute: ({ dayAh, autonomyDays, usableFraction, ageingFraction, coldFraction }) =>
    (dayAh * autonomyDays) / (usableFraction * ageingFraction * coldFraction),
  source: 'usable-share sizing',
  leavesOut: 'Peukert: the rated capacity holds at the 20-hour rate, faster draws give less',
});

export const autonomy = formula({
  id: 'bank.autonomy',
  says: 'lasts without charge',
  unit: 'Day',
  words: 'usable Ah ÷ Ah a day',
  terms: { usableAh: { says: 'usable', unit: 'Ah' }, dayAh: { says: 'all loads a day', unit: 'Ah' } },
  compute: ({ usableAh, dayAh }) => usableAh / dayAh,
  source: 'usable-share sizing',
});

export const sparePart = formula({
  id: 'bank.spare',
  says: 'over the need',
  unit: 'Ah',
  words: 'rated capacity − capacity needed',
  terms: {
    capacityAh: { says: 'rated capacity', unit: 'Ah' },
    requiredAh: { says: 'needed at the 20-hour rate', unit: 'Ah' },
  },
  compute: ({ capacityAh, requiredAh }) => capacityAh - requiredAh,
  source: 'comparison',
});
