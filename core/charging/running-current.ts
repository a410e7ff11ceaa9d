import { bankLoop } from '../bank/resistance';
import { FRESH_SOLAR } from '../sources/new-source';
import { asPlanned, byDefault, computed, entered, type Figure, type Sourced } from '../formula/figure';
import { formula, sumFigure } from '../formula/formula';
import type { Bank } from '../bank/plan';
import type { ChemistryEdits } from '../cells/chemistry-edit';
import type { Source } from '../sources/source';
import { arraysPower } from '../sources/arrays-power';
import { sourceLimit } from '../sources/source-limit';
import { relayCurrent } from '../sources/relay-current';

/** Resistances are tabled for this; a bank that charges is near it. */
export const CHARGES_AT_C = 25;

/** Full sun is rare and warms the cells. */
const CLEAR_NOON = 0.7;

const atNoon = formula({
  id: 'charging.clear-noon',
  says: 'at a clear noon',
  unit: 'A',
  words:
    'W × a usual clear noon × what dirt, wiring and the controller leave ÷ V, and no more than the controller’s limit',
  terms: {
    powerW: { says: 'all arrays', unit: 'W' },
    noonFraction: { says: 'a usual clear noon, of full sun', unit: 'Fraction' },
    derateFraction: { says: 'left by dirt, wiring, mismatch', unit: 'Fraction' },
    efficiencyFraction: { says: 'controller', unit: 'Fraction' },
    chargeV: { says: 'bank while it charges', unit: 'V' },
    limitA: { says: 'limit of its controller', unit: 'A' },
  },
  compute: (t) => Math.min(t.limitA, (t.powerW * t.noonFraction * t.derateFraction * t.efficiencyFraction) / t.chargeV),
  source: 'power ÷ voltage',
  leavesOut: 'tilt, season and shade: they are under Sources',
});

const left = formula({
  id: 'charging.left-for-bank',
  says: 'offered, after the loads',
  unit: 'A',
  words: 'chargers that run − loads, not below nothing',
  terms: {
    chargersA: { says: 'chargers that run', unit: 'A' },
    loadsA: { says: 'loads meanwhile', unit: 'A' },
  },
  compute: ({ chargersA, loadsA }) => Math.max(0, chargersA - loadsA),
  source: 'loads take theirs before the bank',
});

/**
 * What a source gives while it runs, A of the bank: the sun at a clear noon, other sources in their best hour.
 * @param chargeV  at which watts become amps
 * @param soc      0 … 1: a relay gives less to a fuller bank
 */
export function runningCurrent(
  source: Source,
  bank: Bank,
  edits: ChemistryEdits,
  chargeV: Sourced,
  soc: number,
): Sourced {
  if (source.kind === 'solar')
    return atNoon.figure(
      {
        powerW: entered(arraysPower(source.arrays)),
        noonFraction: byDefault(CLEAR_NOON),
        derateFraction: asPlanned(source.derateFraction, FRESH_SOLAR.derateFraction),
        efficiencyFraction: asPlanned(source.efficiencyFraction, FRESH_SOLAR.efficiencyFraction),
        chargeV,
        limitA: entered(source.limitA),
      },
      { key: source.id, says: `${source.name}, at a clear noon` },
    );
  if (source.kind === 'engine' && source.mode.by === 'relay')
    return computed(
      relayCurrent(source.mode, bankLoop(bank, edits, CHARGES_AT_C), soc),
      `through the relay at ${Math.round(100 * soc)} % charge`,
    );
  return sourceLimit(source);
}

/** What is left for the bank of chargers that run, with loads meanwhile. */
export const leftForBank = (chargers: readonly { name: string; currentA: Sourced }[], loadsA: number): Figure =>
  left.figure({
    chargersA: sumFigure(
      { id: 'charging.running', says: 'chargers that run', unit: 'A', source: 'addition' },
      chargers.map(({ name, currentA }) => ({ ...currentA, says: name, unit: 'A' })),
    ),
    loadsA: entered(loadsA),
  });

/** The same at each state of charge, as a bare number: what does not depend on it is worked out once. */
export function leftAlongCharge(
  sources: readonly Source[],
  otherA: number,
  loadsA: number,
  bank: Bank,
  edits: ChemistryEdits,
  chargeV: Sourced,
): (soc: number) => number {
  const relays = sources.flatMap((one) => (one.kind === 'engine' && one.mode.by === 'relay' ? [one.mode] : []));
  const loop = bankLoop(bank, edits, CHARGES_AT_C);
  const steady = sources.filter((one) => one.kind !== 'engine' || one.mode.by !== 'relay');
  const steadyA = steady.reduce((sum, one) => sum + runningCurrent(one, bank, edits, chargeV, 0).value, otherA);
  return (soc) =>
    left.of({
      chargersA: relays.reduce((sum, mode) => sum + relayCurrent(mode, loop, soc), steadyA),
      loadsA,
    });
}
