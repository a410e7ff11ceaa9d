import { copperOhm } from '../conductors/copper';
import { computed, type Figure } from '../formula/figure';
import { account, formula, sumOver } from '../formula/formula';
import { type Flow, largerSide, sideOf } from './currents';

/** What a run or a part must carry for good, with what hangs on it. @param key  its id */
export const designCurrent = (flow: Flow | undefined, key: string, of: string): Figure =>
  currentOf(flow ? largerSide(flow) : [], {
    id: `wiring.design:${key}`,
    says: `${of}, design current`,
    source: 'all that hangs on it at its most: consumers together, or sources together, whichever is more',
  });

/** What it carries while the sources give and nothing is drawn, or while all is drawn and no source gives. @param key  its id */
export const sideCurrent = (flow: Flow | undefined, gives: boolean, key: string, of: string): Figure =>
  currentOf(flow ? sideOf(flow, gives) : [], {
    id: `wiring.side:${key}:${gives ? 'gives' : 'takes'}`,
    says: `${of}, current of ${gives ? 'the sources' : 'the consumers'}`,
    source: gives ? 'all sources on it at their most, while nothing is drawn' : 'all consumers on it at their most',
  });

function currentOf(carried: Flow['carried'], spec: { id: string; says: string; source: string }): Figure {
  return sumOver(
    {
      ...spec,
      unit: 'A',
      remark: carried.some(({ fraction }) => fraction < 1)
        ? 'Of what several strings feed, by the chosen rule for parallel currents.'
        : undefined,
    },
    carried.map((one) => ({ says: one.demand.says, ...one })),
    ({ demand, fraction }) =>
      fraction === 1
        ? demand.current
        : computed(demand.current.value * fraction, `${Math.round(100 * fraction)} % of it`),
  );
}

/** @example mustBear.of({ currentA: 65, beforeA: 135, othersA: 675 }) // 675 */
export const mustBear = formula({
  id: 'wiring.must-bear',
  says: 'must bear',
  unit: 'A',
  words:
    'the most of its design current, what the fuses before it let through, and what the other strings let through to its far end',
  terms: {
    currentA: { says: 'design current', unit: 'A' },
    beforeA: { says: 'fuses before it, together', unit: 'A' },
    othersA: { says: 'fuses of the other strings, to its far end', unit: 'A' },
  },
  compute: ({ currentA, beforeA, othersA }) => Math.max(currentA, beforeA, othersA),
  source: 'a cable outlives every fuse that may have to blow for it, from whichever end it is fed',
});

/** @example runDrop.of({ currentA: 100, lengthM: 1, areaMm2: 50, conductorTempC: 20 }) // 0.034482 */
export const runDrop = formula({
  id: 'wiring.run-drop',
  says: 'voltage lost in the run',
  unit: 'V',
  words: 'current × length × resistivity ÷ section',
  terms: {
    currentA: { says: 'design current', unit: 'A' },
    lengthM: { says: 'length of the run', unit: 'M' },
    areaMm2: { says: 'section', unit: 'Mm2' },
    conductorTempC: { says: 'conductor', unit: 'TempC' },
  },
  compute: ({ currentA, lengthM, areaMm2, conductorTempC }) => currentA * copperOhm(lengthM, areaMm2, conductorTempC),
  source: 'Ohm’s law; copper after IEC 60028',
  leavesOut: 'crimps, fuses, switches',
});

/**
 * What a usual day loses in a run: Σ I²·R over its hours.
 * @example lostADay.of({ typicalA: 10, ohm: 0.001, throughAh: 50, nominalV: 12.8 }) // 0.0390625
 */
export const lostADay = formula({
  id: 'wiring.lost-a-day',
  says: 'lost in the run',
  unit: 'AhPerDay',
  words: 'typical current × resistance × amp-hours through it ÷ nominal voltage',
  terms: {
    typicalA: { says: 'typical current: that of its mean amp-hour', unit: 'A' },
    ohm: { says: 'resistance of the run', unit: 'Ohm' },
    throughAh: { says: 'through it on an average day', unit: 'AhPerDay' },
    nominalV: { says: 'nominal voltage', unit: 'V' },
  },
  compute: ({ typicalA, ohm, throughAh, nominalV }) => (typicalA * ohm * throughAh) / nominalV,
  source: 'heat is current² × resistance; the audit’s day by the hour',
  leavesOut: 'charging; within an hour loads are taken to go on and off each by itself',
});

/** @example savedADay.of({ lostAh: 1, areaMm2: 10, nextMm2: 16 }) // 0.375 */
export const savedADay = formula({
  id: 'wiring.saved-a-day',
  says: 'saved by the next section',
  unit: 'AhPerDay',
  words: 'lost in the run × (1 − section ÷ next section)',
  terms: {
    lostAh: { says: 'lost in the run', unit: 'AhPerDay' },
    areaMm2: { says: 'section', unit: 'Mm2' },
    nextMm2: { says: 'next section of the list', unit: 'Mm2' },
  },
  compute: ({ lostAh, areaMm2, nextMm2 }) => lostAh * (1 - areaMm2 / nextMm2),
  source: 'resistance falls with the section',
});

/** @example conductorTemp.of({ ambientTempC: 30, insulationTempC: 105, currentA: 50, ampacityA: 100 }) // 48.75 */
export const conductorTemp = formula({
  id: 'wiring.conductor-temp',
  says: 'warmth of the conductor',
  unit: 'TempC',
  words: 'around it + (insulation − around it) × (current ÷ ampacity)²',
  terms: {
    ambientTempC: { says: 'around it, as the ampacity is tabled', unit: 'TempC' },
    insulationTempC: { says: 'what the insulation stands', unit: 'TempC' },
    currentA: { says: 'design current', unit: 'A' },
    ampacityA: { says: 'ampacity where it lies', unit: 'A' },
  },
  compute: ({ ambientTempC, insulationTempC, currentA, ampacityA }) =>
    ambientTempC + (insulationTempC - ambientTempC) * (currentA / ampacityA) ** 2,
  source: 'heat grows with the square of the current; at its ampacity a conductor is as warm as its insulation stands',
});

/** @example dropShare.of({ dropV: 0.6, nominalV: 12 }) // 0.05 */
export const dropShare = formula({
  id: 'wiring.drop-share',
  says: 'share of the voltage lost on the way',
  unit: 'Fraction',
  words: 'voltage lost there and back ÷ nominal voltage',
  terms: {
    dropV: { says: 'lost there and back', unit: 'V' },
    nominalV: { says: 'nominal voltage', unit: 'V' },
  },
  compute: ({ dropV, nominalV }) => dropV / nominalV,
  source: 'the drop rule, over the whole way',
});

/**
 * As at a fuse of one lead, for leads that are joined as drawn.
 * @example shortCircuitThrough.of({ highestV: 14, seenOhm: 0.004 }) // 3500
 */
export const shortCircuitThrough = formula({
  id: 'wiring.short-circuit',
  says: 'short circuit through it',
  unit: 'A',
  words: 'highest charging voltage ÷ (bank and leads up to it, as they are joined)',
  terms: {
    highestV: { says: 'highest charging voltage', unit: 'V' },
    seenOhm: { says: 'bank and leads up to it', unit: 'Ohm' },
  },
  compute: ({ highestV, seenOhm }) => highestV / seenOhm,
  source: 'Ohm’s law and Kirchhoff’s laws, with a short right beside the fuse; positive leads only, cold',
  leavesOut: 'a battery’s own protection, which may open sooner and must not be counted on',
});

export const largestFuse = account({
  id: 'wiring.largest-fuse',
  says: 'never a larger one',
  unit: 'A',
  words: 'the least that any wire behind it carries',
  terms: { wireA: { says: 'the weakest wire behind it', unit: 'A' } },
  source: 'a fuse guards the wire',
});

/** @example parallelShare.of({ batteryA: 30, totalA: 120 }) // 0.25 */
export const parallelShare = formula({
  id: 'wiring.share',
  says: 'share of the whole',
  unit: 'Fraction',
  words: 'current of one ÷ current of all',
  terms: { batteryA: { says: 'current of this one', unit: 'A' }, totalA: { says: 'current of all', unit: 'A' } },
  compute: ({ batteryA, totalA }) => batteryA / totalA,
  source:
    'Kirchhoff’s laws: each battery its rested voltage behind its resistance, links, leads and joints between them',
});
