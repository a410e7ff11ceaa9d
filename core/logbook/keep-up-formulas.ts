import { account, formula } from '../formula/formula';

export const replacedRatio = formula({
  id: 'logbook.ratio',
  says: 'replaced',
  unit: 'Ratio',
  words: 'efficiency × Ah in ÷ Ah out',
  terms: {
    inAh: { says: 'Ah in', unit: 'Ah' },
    outAh: { says: 'Ah out', unit: 'Ah' },
    coulombicFraction: { says: 'efficiency', unit: 'Fraction' },
  },
  compute: ({ inAh, outAh, coulombicFraction }) => (coulombicFraction * inAh) / outAh,
  source: 'the day ledger',
  leavesOut: 'energy that goes from a source straight to a load never passes the shunt, and self-discharge',
});

export const netPerDay = formula({
  id: 'logbook.net-day',
  says: 'balance a day',
  unit: 'AhPerDay',
  words: '(efficiency × Ah in − Ah out) ÷ days',
  terms: {
    inAh: { says: 'Ah in', unit: 'Ah' },
    outAh: { says: 'Ah out', unit: 'Ah' },
    coulombicFraction: { says: 'efficiency', unit: 'Fraction' },
    days: { says: 'days counted', unit: 'Count' },
  },
  compute: ({ inAh, outAh, coulombicFraction, days }) => (coulombicFraction * inAh - outAh) / days,
  source: 'the day ledger',
});

export const outPerDay = formula({
  id: 'logbook.out-day',
  says: 'measured out, a day',
  unit: 'Ah',
  words: 'Ah out ÷ days',
  terms: { outAh: { says: 'Ah out', unit: 'Ah' }, days: { says: 'days counted', unit: 'Count' } },
  compute: ({ outAh, days }) => outAh / days,
  source: 'the day ledger',
  leavesOut: 'what a source fed straight to the loads: it never passed the shunt',
});

export const daysToReserve = formula({
  id: 'logbook.days-to-reserve',
  says: 'until the reserve',
  unit: 'Day',
  words: '(usable + carried) ÷ loss a day',
  terms: {
    usableAh: { says: 'usable', unit: 'Ah' },
    carriedAh: { says: 'carried, against full', unit: 'Ah' },
    lossAh: { says: 'loss a day', unit: 'Ah' },
  },
  compute: ({ usableAh, carriedAh, lossAh }) => Math.max(0, (usableAh + carriedAh) / lossAh),
  source: 'straight continuation of the balance a day',
});

export const daysBelowReserve = account({
  id: 'logbook.days-below-reserve',
  says: 'ended below the reserve',
  unit: 'Day',
  words: 'days at whose end more than what is usable was missing from full',
  terms: {
    usableAh: { says: 'usable', unit: 'Ah' },
    days: { says: 'days whose balance is carried from a full mark', unit: 'Count' },
  },
  source: 'the day ledger',
  leavesOut: 'days that were below it for some hours only',
});

export const chargeNow = formula({
  id: 'logbook.charge-now',
  says: 'in the bank',
  unit: 'Ah',
  words: 'rated capacity + carried',
  terms: {
    capacityAh: { says: 'rated capacity', unit: 'Ah' },
    carriedAh: { says: 'carried, against full', unit: 'Ah' },
  },
  compute: ({ capacityAh, carriedAh }) => Math.max(0, capacityAh + carriedAh),
  source: 'balance since the last full mark, at the end of the book',
});

export const nightMean = formula({
  id: 'logbook.night-mean',
  says: 'a usual night',
  unit: 'Ah',
  words: 'Ah out from dusk to dawn ÷ nights',
  terms: { nightsAh: { says: 'Ah out in the nights', unit: 'Ah' }, nights: { says: 'nights counted', unit: 'Count' } },
  compute: ({ nightsAh, nights }) => nightsAh / nights,
  source: 'the day ledger, nights logged to nine tenths or more',
});

export const chargeAtDawn = formula({
  id: 'logbook.charge-at-dawn',
  says: 'after one more night',
  unit: 'Ah',
  words: 'in the bank − a usual night',
  terms: { chargeAh: { says: 'in the bank', unit: 'Ah' }, nightAh: { says: 'a usual night', unit: 'Ah' } },
  compute: ({ chargeAh, nightAh }) => Math.max(0, chargeAh - nightAh),
  source: 'straight continuation',
  leavesOut: 'sun in the evening, and anything that is not switched on on usual nights',
});
