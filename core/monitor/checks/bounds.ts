import type { Figure, Sourced } from '../../formula/figure';
import { account, formula } from '../../formula/formula';

const absorption = account({
  id: 'monitor.absorption-bound',
  says: 'absorption voltage',
  unit: 'V',
  words: 'as the charger is set',
  terms: { absorptionV: { says: 'absorption', unit: 'V' } },
  source: 'what was entered, else the sources that are on, else the chemistry',
});

/** What no charge goes beyond. */
export const highestAbsorption = (absorptionV: Sourced): Figure =>
  absorption.figure(absorptionV.value, { absorptionV }, { key: 'highest', says: 'highest absorption of any charger' });

/** What every charger reaches that can finish a charge. */
export const lowestAbsorption = (absorptionV: Sourced): Figure =>
  absorption.figure(absorptionV.value, { absorptionV }, { key: 'lowest', says: 'lowest absorption of any charger' });

/** What the bank asks for. */
export const sheetAbsorption = (absorptionV: Sourced): Figure =>
  absorption.figure(absorptionV.value, { absorptionV }, { key: 'sheet', says: 'absorption that the bank asks for' });

/** @example idleVoltage.of({ floatV: 13.5, restedV: 12.8 }) // 13.5 */
export const idleVoltage = formula({
  id: 'monitor.idle-voltage',
  says: 'a full bank stands at',
  unit: 'V',
  words: 'the higher of float and rested full',
  terms: { floatV: { says: 'highest float', unit: 'V' }, restedV: { says: 'rested and full', unit: 'V' } },
  compute: ({ floatV, restedV }) => Math.max(floatV, restedV),
  source: 'what a bank shows that is kept full, or left alone',
});

/** @example leastShunt.of({ largestA: 200, headroomRatio: 1.25 }) // 250 */
export const leastShunt = formula({
  id: 'monitor.least-shunt',
  says: 'smallest shunt that will do',
  unit: 'A',
  words: 'largest current × headroom',
  terms: {
    largestA: { says: 'largest current through the shunt', unit: 'A' },
    headroomRatio: { says: 'headroom', unit: 'Ratio' },
  },
  compute: ({ largestA, headroomRatio }) => largestA * headroomRatio,
  source: 'a shunt that runs at its rating is hot, and drifts',
});

/** @example ownCutOff.of({ cellV: 2.5, cells: 4 }) // 10 */
export const ownCutOff = formula({
  id: 'monitor.own-cut-off',
  says: 'battery cuts itself off, or is harmed',
  unit: 'V',
  words: 'cells × voltage of a cell at its end',
  terms: { cellV: { says: 'end of a cell', unit: 'V' }, cells: { says: 'cells in series', unit: 'Count' } },
  compute: ({ cellV, cells }) => cellV * cells,
  source: 'typical; the sheet of the battery goes first',
});

/** @example springsBack.of({ peakA: 100, ohm: 0.005 }) // 0.5 */
export const springsBack = formula({
  id: 'monitor.springs-back',
  says: 'bank springs back by',
  unit: 'V',
  words: 'all loads at once × resistance of the bank',
  terms: { peakA: { says: 'all loads at once', unit: 'A' }, ohm: { says: 'bank, cold', unit: 'Ohm' } },
  compute: ({ peakA, ohm }) => peakA * ohm,
  source: 'Ohm’s law: what sags under a load comes back when it goes off',
});
