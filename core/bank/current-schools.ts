import { computed, entered, type Figure } from '../formula/figure';
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

/** How many of n parallel strings a school counts on. One string alone is all there is. */
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

/** Batteries in parallel that a current needs under a school; one alone has none beside it that could be overloaded. */
export function stringsNeeded(school: CurrentSchool, currentA: number, limitA: number): number {
  if (currentA <= limitA) return 1;
  if (school === 'single') return Number.POSITIVE_INFINITY;
  const whole = Math.ceil(currentA / limitA - 1e-9);
  return school === 'sum' ? whole : whole + 1;
}
