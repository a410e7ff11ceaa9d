import { byDefault, computed, entered, type Figure } from '../formula/figure';
import { account } from '../formula/formula';
import type { Chemistry } from '../cells/chemistry';
import { chemistryValue } from '../cells/chemistry-of';
import { type ChargeRun, shortChargeAh } from './single-charge';

const conditions = {
  fromSoc: { says: 'from', unit: 'Fraction' },
  offeredA: { says: 'offered at the start, after the loads', unit: 'A' },
  limitA: { says: 'charging limit', unit: 'A' },
  capacityAh: { says: 'capacity as it is', unit: 'Ah' },
  acceptancePerH: { says: 'taper: of what is missing, an hour', unit: 'Ratio' },
  coulombicFraction: { says: 'stays of each Ah', unit: 'Fraction' },
} as const;
const SOLVED = 'the least of offer, limit and taper, minute by minute, exactly along the taper';

const hoursTo = account({
  id: 'charging.hours-to',
  says: 'hours',
  unit: 'H',
  words: 'minutes until the state of charge is reached ÷ 60',
  terms: { toSoc: { says: 'until', unit: 'Fraction' }, ...conditions },
  source: SOLVED,
  leavesOut: 'a charger that ends its absorption by a clock of its own',
});

const tail = account({
  id: 'charging.hours-to-tail',
  says: 'hours until the tail current',
  unit: 'H',
  words: 'minutes until the current has fallen to the tail current ÷ 60',
  terms: { tailA: { says: 'tail current', unit: 'A' }, ...conditions },
  source: SOLVED,
});

const short = account({
  id: 'charging.short-charge',
  says: 'a short charge gives',
  unit: 'Ah',
  words: 'the sum of what goes in, minute by minute',
  terms: { minutes: { says: 'minutes', unit: 'Minute' }, ...conditions },
  source: SOLVED,
});

export interface ChargeConditions {
  chemistry: Chemistry;
  fromSoc: number;
  offeredA: Figure;
  limitA: Figure;
  capacityAh: Figure;
}

/** The times of one charge, and what its first minutes give, with their workings. */
export function chargeFigures(run: ChargeRun, given: ChargeConditions, minutes: number) {
  const { chemistry } = given;
  const inputs = {
    fromSoc: entered(given.fromSoc),
    offeredA: given.offeredA,
    limitA: given.limitA,
    capacityAh: given.capacityAh,
    acceptancePerH: chemistryValue(chemistry, 'acceptancePerH'),
    coulombicFraction: chemistryValue(chemistry, 'coulombicFraction'),
  };
  return {
    rows: run.hoursTo.map(({ soc, hours }) => ({
      soc,
      hours:
        hours === null
          ? null
          : hoursTo.figure(
              hours,
              { toSoc: byDefault(soc), ...inputs },
              { key: String(soc), says: `hours to ${Math.round(100 * soc)} %` },
            ),
    })),
    tailH:
      run.tailH === null
        ? null
        : tail.figure(run.tailH, {
            tailA: computed(
              chemistry.tailFraction * given.capacityAh.value,
              `${chemistry.name}: its share of the capacity`,
            ),
            ...inputs,
          }),
    shortAh: short.figure(shortChargeAh(run, minutes), { minutes: entered(minutes), ...inputs }),
  };
}
