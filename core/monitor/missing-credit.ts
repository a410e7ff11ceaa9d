import { chemistryValue } from '../cells/chemistry-of';
import { byDefault, type Figure, type Sourced } from '../formula/figure';
import { formula } from '../formula/formula';
import type { MonitorFacts } from './facts';

const credit = formula({
  id: 'monitor.missing-credit',
  says: 'credited too much',
  unit: 'AhPerWeek',
  words: 'a day of the audit × (1 ÷ efficiency − 1) × days of a week',
  terms: {
    dayAh: { says: 'a day of the audit', unit: 'AhPerDay' },
    coulombicFraction: { says: 'Ah out per Ah in', unit: 'Fraction' },
    days: { says: 'days of a week', unit: 'Count' },
  },
  compute: ({ dayAh, coulombicFraction, days }) => dayAh * (1 / coulombicFraction - 1) * days,
  source: 'what goes in for each Ah that comes out, and is not held',
});

/** What a meter that knows no efficiency shows too much after a week of the audit's days, each charged back. */
export const missingCredit = ({ chemistry }: MonitorFacts, dayAh: Sourced): Figure =>
  credit.figure({ dayAh, coulombicFraction: chemistryValue(chemistry, 'coulombicFraction'), days: byDefault(7) });
