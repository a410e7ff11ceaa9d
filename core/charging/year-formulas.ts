import { account, formula } from '../formula/formula';

const SIMULATED = 'hour by hour over simulated years: weather, loads and sources as planned';

export const stayShare = formula({
  id: 'charging.stay',
  says: 'stays above the reserve',
  unit: 'Fraction',
  words: 'years in which the month never falls below the reserve ÷ simulated years',
  terms: {
    stayed: { says: 'years that stay above', unit: 'Count' },
    runs: { says: 'simulated years', unit: 'Count' },
    reserveSoc: { says: 'reserve, of what the cold leaves', unit: 'Fraction' },
  },
  compute: ({ stayed, runs }) => stayed / runs,
  source: SIMULATED,
  leavesOut: 'what the plan does not know: breakdowns, guests, snow on the array',
});

export const lowestSoc = account({
  id: 'charging.lowest',
  says: 'lowest charge of the month',
  unit: 'Fraction',
  words: 'lowest state of charge of the month, at this place among the simulated years',
  terms: {
    share: { says: 'years that fall lower', unit: 'Fraction' },
    runs: { says: 'simulated years', unit: 'Count' },
  },
  source: SIMULATED,
});

export const ahPerDay = formula({
  id: 'charging.per-day',
  says: 'a day',
  unit: 'AhPerDay',
  words: 'all simulated years ÷ years ÷ days of the month',
  terms: {
    sumAh: { says: 'all simulated years', unit: 'Ah' },
    runs: { says: 'simulated years', unit: 'Count' },
    days: { says: 'days of the month', unit: 'Count' },
  },
  compute: ({ sumAh, runs, days }) => sumAh / runs / days,
  source: SIMULATED,
});

export const hoursPerMonth = formula({
  id: 'charging.hours-below',
  says: 'below the reserve, a month',
  unit: 'H',
  words: 'hours below the reserve in all simulated years ÷ years',
  terms: {
    hours: { says: 'hours below', unit: 'H' },
    runs: { says: 'simulated years', unit: 'Count' },
  },
  compute: ({ hours, runs }) => hours / runs,
  source: SIMULATED,
});

export const daysBetweenFull = formula({
  id: 'charging.between-full',
  says: 'from one full charge to the next',
  unit: 'Day',
  words: 'days of the month × years ÷ days on which the bank became full',
  terms: {
    days: { says: 'days of the month', unit: 'Count' },
    runs: { says: 'simulated years', unit: 'Count' },
    fullDays: { says: 'days with a full bank', unit: 'Count' },
    fullSoc: { says: 'full from', unit: 'Fraction' },
  },
  compute: ({ days, runs, fullDays }) => (days * runs) / fullDays,
  source: SIMULATED,
});

export const longestGap = account({
  id: 'charging.longest-gap',
  says: 'longest without a full charge',
  unit: 'Day',
  words: 'most days without a full charge, as nine years in ten do not exceed',
  terms: {
    share: { says: 'years that stay within', unit: 'Fraction' },
    runs: { says: 'simulated years', unit: 'Count' },
  },
  source: SIMULATED,
});

export const sourceShare = formula({
  id: 'charging.source-share',
  says: 'share of what is offered',
  unit: 'Fraction',
  words: 'offered by this source ÷ offered by all',
  terms: {
    ownAh: { says: 'by this source', unit: 'AhPerDay' },
    allAh: { says: 'by all', unit: 'AhPerDay' },
  },
  compute: ({ ownAh, allAh }) => (allAh > 0 ? ownAh / allAh : 0),
  source: SIMULATED,
});
