import { SHUNT_HEADROOM } from '../../conductors/shunt-headroom';
import { byDefault, computed, type Figure } from '../../formula/figure';
import { account, formula } from '../../formula/formula';
import type { MonitorFacts } from '../facts';
import { type DerivedSetting, setting } from './setting';

/** Ratings of which shunts are usually made, A. */
const LARGEST_A = 2000;
const RATINGS_A = [50, 100, 150, 200, 300, 400, 500, 600, 800, 1000, 1500, LARGEST_A];
const USUAL_FULL_SCALE_V = 0.05;
/** What a meter's converter can tell apart, V; typical. */
const CONVERTER_STEP_V = 1e-6;

const asFitted = account({
  id: 'monitor.shunt-rating',
  says: 'shunt, rated current',
  unit: 'A',
  words: 'what stands on the shunt that is fitted',
  terms: { ratingA: { says: 'fitted', unit: 'A' } },
  source: 'a wrong ratio scales every reading',
});

const chosen = formula({
  id: 'monitor.shunt-rating',
  says: 'shunt, rated current',
  unit: 'A',
  words: 'the smallest usual rating from 1.25 × the largest current on; the largest there is where none suffices',
  terms: {
    largestA: { says: 'largest current', unit: 'A' },
    headroom: { says: 'headroom', unit: 'Ratio' },
  },
  compute: ({ largestA, headroom }) => RATINGS_A.find((ratingA) => ratingA >= headroom * largestA) ?? LARGEST_A,
  source: 'small enough to see small currents, large enough to stay cool',
});

const fullScale = account({
  id: 'monitor.shunt-voltage',
  says: 'shunt, voltage at its rating',
  unit: 'MilliV',
  words: 'what stands on the shunt',
  terms: { fullScaleV: { says: 'on the shunt', unit: 'MilliV' } },
  source: 'most are made for 50 or 75 mV',
});

const headroomOf = formula({
  id: 'monitor.shunt-headroom',
  says: 'headroom',
  unit: 'Ratio',
  words: 'rated current ÷ largest current',
  terms: { ratingA: { says: 'rated current', unit: 'A' }, largestA: { says: 'largest current', unit: 'A' } },
  compute: ({ ratingA, largestA }) => ratingA / largestA,
  source: 'at least 1.25, better 1.5',
});

const resolution = formula({
  id: 'monitor.shunt-resolution',
  says: 'smallest step',
  unit: 'A',
  words: 'what the converter can tell apart ÷ voltage at the rating × rated current',
  terms: {
    stepV: { says: 'converter', unit: 'V' },
    fullScaleV: { says: 'at the rating', unit: 'MilliV' },
    ratingA: { says: 'rated current', unit: 'A' },
  },
  compute: ({ stepV, fullScaleV, ratingA }) => (stepV / fullScaleV) * ratingA,
  source: 'a shunt for more current shows small ones more coarsely',
});

const heat = formula({
  id: 'monitor.shunt-heat',
  says: 'heat at the largest current',
  unit: 'W',
  words: '(largest current)² × voltage at the rating ÷ rated current',
  terms: {
    largestA: { says: 'largest current', unit: 'A' },
    fullScaleV: { says: 'at the rating', unit: 'MilliV' },
    ratingA: { says: 'rated current', unit: 'A' },
  },
  compute: ({ largestA, fullScaleV, ratingA }) => (largestA * largestA * fullScaleV) / ratingA,
  source: 'P = I² · R; it stands free, upright, and away from what melts',
});

/** What is worth knowing of the shunt besides its two figures. */
export interface ShuntFigures {
  headroom: Figure | null;
  resolution: Figure;
  heat: Figure;
}

const shuntOf = ({ shunt, largestA }: MonitorFacts) => ({
  rating: shunt?.ratingA
    ? asFitted.figure(shunt.ratingA.value, { ratingA: shunt.ratingA })
    : chosen.figure({ largestA, headroom: byDefault(SHUNT_HEADROOM.least) }),
  voltage: (() => {
    const fullScaleV = shunt?.fullScaleV ?? byDefault(USUAL_FULL_SCALE_V, 'usual');
    return fullScale.figure(fullScaleV.value, { fullScaleV });
  })(),
});

/** The shunt as the meter must be told of it: the one that is fitted, or the one to buy. */
export function shuntSettings(facts: MonitorFacts): DerivedSetting[] {
  const { rating, voltage } = shuntOf(facts);
  const least = SHUNT_HEADROOM.least * facts.largestA.value;
  const fitted = facts.shunt?.ratingA != null;
  return [
    setting(
      'shunt-rating',
      rating,
      fitted ? rating.value : Math.min(least, rating.value),
      fitted ? rating.value : LARGEST_A,
      rating.value >= least - 1e-9 ? [] : ['shunt-too-small'],
    ),
    setting('shunt-voltage', voltage, voltage.value, voltage.value),
  ];
}

export function shuntFigures(facts: MonitorFacts): ShuntFigures {
  const { rating: ratingA, voltage: fullScaleV } = shuntOf(facts);
  const { largestA } = facts;
  return {
    headroom: largestA.value > 0 ? headroomOf.figure({ ratingA, largestA }) : null,
    resolution: resolution.figure({ stepV: computed(CONVERTER_STEP_V, 'typical'), fullScaleV, ratingA }),
    heat: heat.figure({ largestA, fullScaleV, ratingA }),
  };
}
