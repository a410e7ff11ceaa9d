import * as z from 'zod';
import type { Figure, Working } from '../formula/figure';
import type { Unit } from '../quantity/unit';
import { unitName } from './fields';

/** One thing that a figure rested on: by what way it went in, and what it was. */
export const StampInput = z.strictObject({ says: z.string().max(300), unit: unitName, value: z.number() });
export type StampInput = z.infer<typeof StampInput>;

/**
 * What is stored of a derivation: the value as a person took it over, when, and the fingerprint of what it rested on then; null of
 * a value from before fingerprints were kept.
 */
export interface Stamped {
  value: number;
  atMs: number;
  rests: StampInput[] | null;
}

/** One input of a stamped value that is not what it was; null: it is not there. */
export type MovedInput = { says: string; unit: Unit } & (
  { before: number; after: number | null } | { before: null; after: number }
);

/** A stored value whose inputs have changed. */
export interface StaleValue {
  /** Names it within its stage. */
  id: string;
  was: number;
  now: Figure;
  moved: readonly MovedInput[];
}

/** The value of a figure as taken over at an instant, with what it rests on. @param value as typed; the figure's own by default */
export const stampOf = (figure: Figure, atMs: number, value = figure.value): Stamped => ({
  value,
  atMs,
  rests: fingerprint(figure),
});

/** A stamp holds no more inputs than this. */
export const INPUTS_MOST = 200;

/**
 * What a figure rests on in the end: the leaves of its working, each once, by the way that leads to it; of one that rests on more than a
 * stamp holds, the terms that stand in it.
 * Of series × cells: [{ says: 'batteries in series', unit: 'Count', value: 2 }, …].
 */
export function fingerprint(figure: Figure): StampInput[] {
  const found = new Map<string, StampInput>();
  const gather = ({ terms }: Working, way: string): void => {
    for (const { says, unit, value, working } of terms) {
      const path = way === '' ? says : `${way}, ${says}`;
      if (working) gather(working(), path);
      else if (!found.has(path)) found.set(path, { says: path.slice(0, 300), unit, value });
    }
  };
  const opened = figure.working();
  gather(opened, '');
  if (found.size <= INPUTS_MOST) return [...found.values()];
  return opened.terms.slice(0, INPUTS_MOST).map(({ says, unit, value }) => ({ says: says.slice(0, 300), unit, value }));
}

/** Two numbers that differ by less than this, of the larger, are the same number worked out otherwise. */
const SAME = 1e-9;

/** What is not as it was when a value was stamped; empty where all is, null where that is not known. */
export function movedSince({ rests }: Stamped, figure: Figure): MovedInput[] | null {
  if (rests === null) return null;
  const now = new Map(fingerprint(figure).map((input) => [input.says, input]));
  const moved: MovedInput[] = [];
  for (const { says, unit, value } of rests) {
    const input = now.get(says);
    now.delete(says);
    const same =
      input?.unit === unit && Math.abs(input.value - value) <= SAME * Math.max(Math.abs(value), Math.abs(input.value));
    if (!same) moved.push({ says, unit, before: value, after: input?.unit === unit ? input.value : null });
  }
  for (const { says, unit, value } of now.values()) moved.push({ says, unit, before: null, after: value });
  return moved;
}
