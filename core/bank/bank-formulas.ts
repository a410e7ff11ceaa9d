import { account, formula } from '../formula/formula';

/** @example bankCapacity.of({ parallelCount: 2, capacityAh: 100, othersAh: 50 }) // 250 */
export const bankCapacity = formula({
  id: 'bank.capacity',
  says: 'rated capacity',
  unit: 'Ah',
  words: 'strings in parallel × capacity of one battery at the 20-hour rate + other strings',
  terms: {
    parallelCount: { says: 'strings in parallel', unit: 'Count' },
    capacityAh: { says: 'one battery, C20', unit: 'Ah' },
    othersAh: { says: 'other strings', unit: 'Ah' },
  },
  compute: ({ parallelCount, capacityAh, othersAh }) => parallelCount * capacityAh + othersAh,
  source: 'parallel adds amp-hours',
});

export const agedCapacity = formula({
  id: 'bank.aged-capacity',
  says: 'capacity as it is',
  unit: 'Ah',
  words: 'rated capacity × left when aged',
  terms: {
    capacityAh: { says: 'rated capacity', unit: 'Ah' },
    ageingFraction: { says: 'left when aged', unit: 'Fraction' },
  },
  compute: ({ capacityAh, ageingFraction }) => capacityAh * ageingFraction,
  source: 'state of health',
});

export const coldShare = account({
  id: 'bank.cold-share',
  says: 'left at the coldest',
  unit: 'Fraction',
  words: 'read off the curve of the chemistry at the coldest temperature',
  terms: {
    leftFraction: { says: 'the curve there', unit: 'Fraction' },
    coldestTempC: { says: 'coldest', unit: 'TempC' },
  },
  source: 'straight lines between the rows of the curve',
});

/** @example usableCapacity.of({ capacityAh: 200, usableFraction: 0.8, leftFraction: 0.9 }) // 144 */
export const usableCapacity = formula({
  id: 'bank.usable',
  says: 'usable',
  unit: 'Ah',
  words: 'rated capacity × usable share × what losses leave',
  terms: {
    capacityAh: { says: 'rated capacity', unit: 'Ah' },
    usableFraction: { says: 'usable share', unit: 'Fraction' },
    leftFraction: { says: 'what losses leave', unit: 'Fraction' },
  },
  compute: ({ capacityAh, usableFraction, leftFraction }) => capacityAh * usableFraction * leftFraction,
  source: 'usable-share sizing',
});

/** School "itemised": what ageing, cold and fast draws leave of the rated capacity. */
export const itemisedLeft = formula({
  id: 'bank.left',
  says: 'what losses leave',
  unit: 'Fraction',
  words: 'left when aged × left when cold × left by Peukert',
  terms: {
    ageingFraction: { says: 'left when aged', unit: 'Fraction' },
    coldFraction: { says: 'left when cold', unit: 'Fraction' },
    peukertFraction: { says: 'left by Peukert', unit: 'Fraction' },
  },
  compute: ({ ageingFraction, coldFraction, peukertFraction }) => ageingFraction * coldFraction * peukertFraction,
  source: 'itemised-loss method: conversion losses stand in the audit',
});

/** School "flat": one share off for everything. */
export const flatLeft = formula({
  id: 'bank.left',
  says: 'what losses leave',
  unit: 'Fraction',
  words: '1 − flat loss',
  terms: { flatLossFraction: { says: 'flat loss', unit: 'Fraction' } },
  compute: ({ flatLossFraction }) => 1 - flatLossFraction,
  source: 'flat-loss method: one share off for ageing, cold and speed together',
});

/** School "plain": nothing off. */
export const plainLeft = formula({
  id: 'bank.left',
  says: 'what losses leave',
  unit: 'Fraction',
  words: 'everything: nothing is taken off',
  terms: {},
  compute: () => 1,
  source: 'plain method: usable amp-hours ÷ amperes',
  leavesOut: 'age, cold and fast draws',
});

/** @example requiredCapacity.of({ dayAh: 40, autonomyDays: 2, usableFraction: 0.8, leftFraction: 1 }) // 100 */
export const requiredCapacity = formula({
  id: 'bank.required',
  says: 'needed at the 20-hour rate',
  unit: 'Ah',
  words: 'Ah a day × days without charge ÷ (usable share × what losses leave)',
  terms: {
    dayAh: { says: 'day it is sized for', unit: 'Ah' },
    autonomyDays: { says: 'days without charge', unit: 'Day' },
    usableFraction: { says: 'usable share', unit: 'Fraction' },
    leftFraction: { says: 'what losses leave', unit: 'Fraction' },
  },
  compute: ({ dayAh, autonomyDays, usableFraction, leftFraction }) =>
    (dayAh * autonomyDays) / (usableFraction * leftFraction),
  source: 'usable-share sizing',
});

/** @example dayOfOtherBank.of({ dayAh: 40, atV: 12, nominalV: 24 }) // 20 */
export const dayOfOtherBank = formula({
  id: 'bank.day-at-voltage',
  says: 'day it is sized for',
  unit: 'Ah',
  words: 'Ah a day × voltage they were reckoned at ÷ voltage of this bank',
  terms: {
    dayAh: { says: 'day, as audited', unit: 'Ah' },
    atV: { says: 'voltage of the audit', unit: 'V' },
    nominalV: { says: 'voltage of this bank', unit: 'V' },
  },
  compute: ({ dayAh, atV, nominalV }) => (dayAh * atV) / nominalV,
  source: 'the same energy at another voltage',
});

/** @example autonomy.of({ usableAh: 90, dayAh: 30 }) // 3 */
export const autonomy = formula({
  id: 'bank.autonomy',
  says: 'lasts without charge',
  unit: 'Day',
  words: 'usable Ah ÷ Ah a day',
  terms: { usableAh: { says: 'usable', unit: 'Ah' }, dayAh: { says: 'day it is sized for', unit: 'Ah' } },
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
