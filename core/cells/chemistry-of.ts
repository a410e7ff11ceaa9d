import { byDefault, entered, type Sourced } from '../formula/figure';
import type { Battery } from './battery';
import type { ChemistryEdit, ChemistryEdits } from './chemistry-edit';
import type { Chemistry } from './chemistry';
import { CHEMISTRIES } from './chemistry.data';
import { interpolate } from './interpolate';

/** The chemistry of a battery: the shipped values, the user's own for the chemistry over them, and over these the model's own. */
export function chemistryOf(
  { chemistryId, own }: Pick<Battery, 'chemistryId' | 'own'>,
  edits: ChemistryEdits,
): Chemistry {
  const laid = { ...edits[chemistryId], ...own };
  const keys = ownKeys(laid);
  if (keys.length === 0) return CHEMISTRIES[chemistryId];
  return {
    ...CHEMISTRIES[chemistryId],
    ...Object.fromEntries(keys.map((key) => [key, laid[key]?.value])),
    ownSources: Object.fromEntries(keys.map((key) => [key, laid[key]?.source])),
  };
}

/** Which values an edit holds. */
export const ownKeys = (edit: ChemistryEdit = {}): (keyof ChemistryEdit)[] =>
  (Object.keys(edit) as (keyof ChemistryEdit)[]).filter((key) => edit[key] !== undefined);

/** One of its values with where it comes from. */
export const chemistryValue = (chemistry: Chemistry, key: PlainKey): Sourced => from(chemistry, key, chemistry[key]);

/** A value read off one of its curves, with where the curve comes from. */
export const curveValue = (chemistry: Chemistry, key: CurveKey, x: number): Sourced =>
  from(chemistry, key, interpolate(chemistry[key], x));

export type CurveKey = 'restedCellV' | 'capacityFractionByTempC' | 'cyclesByDepth';
export type PlainKey = Exclude<keyof ChemistryEdit, CurveKey>;

function from({ name, ownSources }: Chemistry, key: keyof ChemistryEdit, value: number): Sourced {
  const own = ownSources?.[key];
  return own === undefined ? byDefault(value, name) : entered(value, `${name}, ${own || 'your value'}`);
}
