import { byDefault, entered, type Sourced } from '../formula/figure';
import type { ChemistryEdit, ChemistryEdits } from '../rig/bank';
import type { Chemistry, ChemistryId } from './chemistry';
import { CHEMISTRIES } from './chemistry.data';

/** A chemistry with the user's own values laid over the shipped ones. */
export function chemistryOf(id: ChemistryId, edits: ChemistryEdits): Chemistry {
  return { ...CHEMISTRIES[id], ...valuesOf(edits[id] ?? {}) };
}

/** One of its values with where it comes from. */
export function chemistryValue(id: ChemistryId, edits: ChemistryEdits, key: keyof ChemistryEdit): Sourced {
  const own = edits[id]?.[key];
  const { name } = CHEMISTRIES[id];
  return own === undefined
    ? byDefault(CHEMISTRIES[id][key], name)
    : entered(own.value, `${name}, ${own.source || 'your value'}`);
}

const valuesOf = (edit: ChemistryEdit): Partial<Chemistry> =>
  Object.fromEntries(Object.entries(edit).flatMap(([key, own]) => (own === undefined ? [] : [[key, own.value]])));
