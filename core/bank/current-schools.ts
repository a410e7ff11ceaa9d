import { computed, entered, type Figure, type Sourced } from '../formula/figure';
import { formula } from '../formula/formula';

export const CURRENT_SCHOOLS = ['sum', 'one-may-drop-out', 'single'] as const;
export type CurrentSchool = (typeof CURRENT_SCHOOLS)[number];

const bankLimit = formula({
  id: 'bank.current-limit',
  says: 'current limit',
  unit: 'A',
  words: 'strings that count × limit of one',
  terms: { counting: { says: 'strings that count', unit: 'Count' }, limitA: { says: 'limit of one', unit: 'A' } },
  compute: ({ counting, limitA }) => counting * limitA,
  source: 'parallel currents, by the chosen school',
});

/**
 * How many of n parallel strings a school counts on. One string alone is all there is.
 * @example stringsCounted('one-may-drop-out', 4) // 3
 */
export const stringsCounted = (school: CurrentSchool, parallelCount: number): number =>
  school === 'sum' ? parallelCount : school === 'single' ? 1 : Math.max(1, parallelCount - 1);

/** What a bank of batteries with their own limits may carry. Unequal leads and cells make the sum optimistic. */
export function bankCurrentLimit(school: CurrentSchool, parallelCount: number, limitA: number, key: string): Figure {
  return bankLimit.figure(
    {
      counting: computed(stringsCounted(school, parallelCount), `${school}, of ${parallelCount}`),
      limitA: entered(limitA, 'battery sheet'),
    },
    { key },
  );
}

const needed = (school: CurrentSchool, words: string) =>
  formula({
    id: 'bank.strings-needed',
    says: 'strings needed',
    unit: 'Count',
    words,
    terms: { currentA: { says: 'current to be carried', unit: 'A' }, limitA: { says: 'limit of one', unit: 'A' } },
    compute: ({ currentA, limitA }) => countNeeded(school, currentA, limitA),
    source: 'the chosen parallel-current rule',
  });
const NEEDED = {
  sum: needed('sum', 'current ÷ limit of one, rounded up'),
  'one-may-drop-out': needed(
    'one-may-drop-out',
    'current ÷ limit of one, rounded up, and one more that may drop out; one that carries it alone has none beside it',
  ),
  single: needed('single', 'one, where it carries the current; else no number of them does'),
};

/** Batteries in parallel that a current needs under a school; Infinity where no number does. */
export const stringsNeeded = (school: CurrentSchool, currentA: Sourced, limitA: Sourced, key: string): Figure =>
  NEEDED[school].figure({ currentA, limitA }, { key });

function countNeeded(school: CurrentSchool, currentA: number, limitA: number): number {
  if (currentA <= limitA) return 1;
  if (school === 'single') return Number.POSITIVE_INFINITY;
  const whole = Math.ceil(currentA / limitA - 1e-9);
  return school === 'sum' ? whole : whole + 1;
}
