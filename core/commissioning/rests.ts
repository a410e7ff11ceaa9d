import { textSum } from '../text/text-sum';
import type { Rest } from './plan';

const MOST = 120;

/** @param is  longer than is kept: told from others that begin alike by a sum over all of it */
export function rest(what: string, is: string | number): Rest {
  const text = String(is);
  if (text.length <= MOST) return { what: what.slice(0, 90), is: text };
  const mark = `… ${textSum(text)}`;
  return { what: what.slice(0, 90), is: text.slice(0, MOST - mark.length) + mark };
}

/** A number as a fingerprint has it: what differs only in the last digits of a sum is the same. */
export const rounded = (value: number): string => String(Number(value.toPrecision(8)));

/** A size of which more will do as well: a cable that the rules chose. Typed sizes are what they are. */
export const fromOn = (text: string): string => `from ${text}`;

/** Of a size as text, what it is. */
export const sizeOf = (text: string): number => Number.parseFloat(text.replace(fromOn(''), ''));

/** Whether what lies there still does: the same, or at least as much as is asked for now. */
function holds(before: string, after: string): boolean {
  if (before === after) return true;
  const [was, is] = [before, after].map(sizeOf);
  return (
    was !== undefined &&
    is !== undefined &&
    (after.startsWith('from ') ? was >= is : before.startsWith('from ') && was === is)
  );
}

/** What is not as it was when a step was answered; null: it is not there. */
export function movedRests(
  before: readonly Rest[],
  now: readonly Rest[],
): { what: string; before: string | null; after: string | null }[] {
  const was = new Map(before.map(({ what, is }) => [what, is]));
  const is = new Map(now.map((one) => [one.what, one.is]));
  return [...new Set([...was.keys(), ...is.keys()])]
    .map((what) => ({ what, before: was.get(what) ?? null, after: is.get(what) ?? null }))
    .filter(({ before, after }) => before === null || after === null || !holds(before, after));
}
