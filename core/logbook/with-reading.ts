import type { Reading } from './plan';

/** Readings with one more, in order of time. */
export const withReading = (readings: readonly Reading[], reading: Reading): Reading[] =>
  [...readings, reading].sort((a, b) => a.atMs - b.atMs);
