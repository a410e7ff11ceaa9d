import { byDefault, computed, entered, type Figure } from '../../formula/figure';
import { account, formula } from '../../formula/formula';
import { at } from '../../quantity/guard';
import type { BankInParallel } from './bank-in-parallel';
import type { Course, CourseRow } from './course';
import { leadWarmth } from './hottest-lead';

const HOUR_S = 3600;

const mains = account({
  id: 'wiring.course-mains',
  says: 'at the mains',
  unit: 'V',
  words: 'rested volts of all that are joined on, less what is lost inside them and in what joins them',
  terms: {
    atH: { says: 'after', unit: 'H' },
    totalA: { says: 'out of the bank', unit: 'A' },
    joinedCount: { says: 'joined on', unit: 'Count' },
  },
  source: 'the network, solved anew in steps of ten seconds',
  leavesOut: 'Peukert, and that resistance grows towards empty',
});
const carried = account({
  id: 'wiring.course-current',
  says: 'carries',
  unit: 'A',
  words: 'its share of what is drawn at that instant',
  terms: {
    atH: { says: 'after', unit: 'H' },
    totalA: { says: 'out of the bank', unit: 'A' },
    chargeFraction: { says: 'its charge by then', unit: 'Fraction' },
  },
  source: 'the network, solved anew in steps of ten seconds',
});
const left = formula({
  id: 'wiring.course-charge',
  says: 'charge',
  unit: 'Fraction',
  words: 'charge at the start − what it gave ÷ what it holds',
  terms: {
    startFraction: { says: 'charge at the start', unit: 'Fraction' },
    gaveAh: { says: 'gave until then', unit: 'Ah' },
    capacityAh: { says: 'holds', unit: 'Ah' },
  },
  compute: ({ startFraction, gaveAh, capacityAh }) => startFraction - gaveAh / capacityAh,
  source: 'its current, summed in steps of ten seconds',
});
const given = account({
  id: 'wiring.course-given',
  says: 'gives in all',
  unit: 'Ah',
  words: 'its current, summed over the whole course',
  terms: { hours: { says: 'the course lasts', unit: 'H' }, capacityAh: { says: 'holds', unit: 'Ah' } },
  source: 'the network, solved anew in steps of ten seconds',
});

const sooner = account({
  id: 'wiring.course-peukert',
  says: 'ends, after Peukert',
  unit: 'H',
  words: 'the same course, each battery’s current counted (I ÷ I₂₀)^(k−1) times where it is above the 20-hour rate',
  terms: {
    plainH: { says: 'by plain amp-hours', unit: 'H' },
    exponent: { says: 'exponent k', unit: 'Ratio' },
  },
  source: 'Peukert, as for the runtime under How long',
});

/** When a course ends by Peukert, where that is sooner; null where it is not. */
export const peukertEnd = ({ drained }: BankInParallel, { endS, peukertEndS }: Course): Figure | null =>
  peukertEndS === null
    ? null
    : sooner.figure(peukertEndS / HOUR_S, {
        plainH: computed(endS / HOUR_S),
        exponent: byDefault(Math.max(...drained.map(({ peukertExponent }) => peukertExponent)), 'its chemistry'),
      });

/** One instant of a course, each figure with its working. */
export interface InstantFigures {
  atS: number;
  mains: Figure;
  /** [batteries] */
  batteries: { current: Figure; charge: Figure }[];
  hottest: Figure | null;
}

/** @param row  of the course of that bank */
export function instantFigures({ names, drained }: BankInParallel, row: CourseRow): InstantFigures {
  const { atS, feedV, totalA, batteryA, socFraction, hottest, joinedCount } = row;
  const key = String(atS);
  const atH = computed(atS / HOUR_S);
  const drawn = computed(totalA, 'drawn');
  return {
    atS,
    mains: mains.figure(feedV, { atH, totalA: drawn, joinedCount: computed(joinedCount) }, { key }),
    batteries: names.map((name, k) => {
      const { socFraction: startFraction, capacityAh } = at(drained, k);
      const of = { key: `${k}:${key}` };
      const charge = at(socFraction, k);
      return {
        current: carried.figure(
          at(batteryA, k),
          { atH, totalA: drawn, chargeFraction: computed(charge) },
          { ...of, says: `${name}, carries` },
        ),
        charge: left.figure(
          {
            startFraction: entered(startFraction),
            gaveAh: computed((startFraction - charge) * capacityAh, 'summed'),
            capacityAh: entered(capacityAh, name),
          },
          { ...of, says: `${name}, charge` },
        ),
      };
    }),
    hottest: hottest && leadWarmth(hottest, `course:${key}`),
  };
}

/** What each battery gives over a whole course; negative: takes. */
export const givenFigures = ({ names, capacityAh }: BankInParallel, { batteryAh, endS }: Course): Figure[] =>
  names.map((name, k) =>
    given.figure(
      at(batteryAh, k),
      { hours: computed(endS / HOUR_S), capacityAh: byDefault(at(capacityAh, k), name) },
      { key: String(k), says: `${name}, gives in all` },
    ),
  );
