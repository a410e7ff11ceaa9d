import type { AuditLine } from '../../audit/audit-line';
import type { KnownBy } from '../../audit/load';
import { byDefault, computed, type Figure, type Sourced } from '../../formula/figure';
import { formula } from '../../formula/formula';
import type { Source } from '../../sources/source';

/**
 * How far what a load draws at one moment may lie from what the plan says, from low to high. A nameplate states a maximum; what was
 * measured was measured at other volts.
 */
const BY_KNOWN: Record<KnownBy, readonly [number, number]> = {
  logged: [0.7, 1.3],
  timed: [0.8, 1.2],
  clamp: [0.85, 1.15],
  wattmeter: [0.85, 1.15],
  nameplate: [0.4, 1.1],
};
/** Of what a source gives at its most: the sun gives what there is, a charger near its limit as long as that is taken. */
const BY_SOURCE: Record<Source['kind'] | 'plate' | 'standby' | 'unknown', readonly [number, number]> = {
  solar: [0.03, 1.05],
  engine: [0.4, 1.05],
  shore: [0.6, 1.05],
  other: [0.3, 1.05],
  plate: [0.85, 1.05],
  standby: [0.7, 1.3],
  unknown: [0.2, 3],
};

const change = formula({
  id: 'commissioning.change',
  says: 'expected change',
  unit: 'A',
  words: 'power at the bank ÷ volts of the bank × how far off it may be',
  terms: {
    powerW: { says: 'power at the bank', unit: 'W' },
    bankV: { says: 'volts of the bank', unit: 'V' },
    offFraction: { says: 'may be', unit: 'Fraction' },
  },
  compute: ({ powerW, bankV, offFraction }) => (powerW / bankV) * offFraction,
  source: 'power ÷ voltage; ranges by how a load is known',
});
const given = formula({
  id: 'commissioning.given',
  says: 'expected change',
  unit: 'A',
  words: 'its limit × how much of that it may give just now',
  terms: { limitA: { says: 'its limit', unit: 'A' }, offFraction: { says: 'may be', unit: 'Fraction' } },
  compute: ({ limitA, offFraction }) => limitA * offFraction,
  source: 'its sheet, as entered',
});

const passing = formula({
  id: 'commissioning.given-passing',
  says: 'expected change',
  unit: 'A',
  words: 'its most + what its inverter draws for itself, at the most',
  terms: { mostA: { says: 'its most', unit: 'A' }, ownA: { says: 'the inverter for itself', unit: 'A' } },
  compute: ({ mostA, ownA }) => mostA + ownA,
  source: 'while an inverter charges, the mains feed it and what hangs on it',
});

/** The same of a source that an inverter gives: the bank no longer feeds that. @param own  the inverter alone, as it is called */
export const passingOn = ({ from, to }: ExpectedChange, key: string, own: ExpectedChange): ExpectedChange => ({
  from,
  to: passing.figure(
    { mostA: to, ownA: { value: Math.abs(own.to.value), origin: 'computed', working: own.to.working } },
    { key: `${key}:passing`, says: to.says },
  ),
});

const least = formula({
  id: 'commissioning.given-least',
  says: 'expected change, at the least',
  unit: 'A',
  words:
    'the lesser of what it usually gives at the least and half of what is left on draws, that half no less than 3 % of its most',
  terms: {
    usualA: { says: 'usually at the least', unit: 'A' },
    onA: { says: 'left on draws at the least', unit: 'A' },
    mostA: { says: 'at the most', unit: 'A' },
  },
  compute: ({ usualA, onA, mostA }) => Math.min(usualA, Math.max(TAKEN_FULL * mostA, onA / 2)),
  source: 'a full bank takes next to nothing: what is given goes into the loads',
});
/** Of what a source gives at its most, on a full bank with nothing on. */
const TAKEN_FULL = 0.03;

/**
 * The same of a source, with the bank as full as it may be by then.
 * @param onA  A that the loads which are left on draw at the least; ≥ 0
 */
export function givenAtLeast({ from, to }: ExpectedChange, key: string, onA: Sourced): ExpectedChange {
  return { from: least.figure({ usualA: from, onA, mostA: to }, { key: `${key}:least`, says: from.says }), to };
}

/** From the lesser to the greater in size; what leaves the bank is negative. */
export interface ExpectedChange {
  from: Figure;
  to: Figure;
}

/** @param powerW  of all its pieces, at the bank; ≥ 0 */
export function loadChange(
  { id, says }: Pick<AuditLine, 'id' | 'says'>,
  powerW: Sourced,
  bankV: Sourced,
  known: KnownBy | 'standby' | 'unknown',
): ExpectedChange {
  const isLoad = known !== 'standby' && known !== 'unknown';
  const [low, high] = isLoad ? BY_KNOWN[known] : BY_SOURCE[known];
  const drawn = { ...powerW, value: -powerW.value };
  const of = (share: number, end: string) =>
    change.figure(
      { powerW: drawn, bankV, offFraction: byDefault(share, isLoad ? `known by ${known}` : 'usual') },
      { key: `${id}:${end}`, says: `${says}, expected change` },
    );
  return { from: of(low, 'low'), to: of(high, 'high') };
}

/** @param gives  1: into the bank, −1: out of it */
export function limitChange(
  { id, name }: { id: string; name: string },
  limitA: Sourced,
  kind: keyof typeof BY_SOURCE,
  gives: 1 | -1 = 1,
): ExpectedChange {
  const [low, high] = BY_SOURCE[kind];
  const signed = gives === 1 ? limitA : { ...computed(-limitA.value, limitA.note), working: limitA.working };
  const of = (share: number, end: string) =>
    given.figure(
      { limitA: signed, offFraction: byDefault(share, 'usual') },
      { key: `${id}:${end}`, says: `${name}, expected change` },
    );
  return { from: of(low, 'low'), to: of(high, 'high') };
}
