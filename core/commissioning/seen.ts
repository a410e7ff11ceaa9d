import type { Seen } from './plan';

/** A value that was read or ticked at a step; null: it was not. */
export const seenOf = (seen: readonly Seen[], what: string): number | null =>
  seen.find((one) => one.what === what)?.value ?? null;

/** The same list with one value changed; null takes it out. */
export const withSeen = (seen: readonly Seen[], what: string, value: number | null): Seen[] => [
  ...seen.filter((one) => one.what !== what),
  ...(value === null ? [] : [{ what, value }]),
];
