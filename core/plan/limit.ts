/** What a field accepts, in stored units; the schema and the input fields both read it. */
export interface Limit {
  min: number;
  max: number;
  integer?: boolean;
}

export type FieldIssue =
  | { code: 'not-a-number' }
  | { code: 'too-small'; min: number }
  | { code: 'too-large'; max: number }
  | { code: 'not-whole' };

/**
 * Says what is wrong with a value for a field, or null when nothing is.
 * @example fieldIssue({ min: 0, max: 5 }, 3) // null
 */
export function fieldIssue(limit: Limit, value: number): FieldIssue | null {
  if (!Number.isFinite(value)) return { code: 'not-a-number' };
  if (value < limit.min) return { code: 'too-small', min: limit.min };
  if (value > limit.max) return { code: 'too-large', max: limit.max };
  if (limit.integer && !Number.isInteger(value)) return { code: 'not-whole' };
  return null;
}
