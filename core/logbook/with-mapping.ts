import type { Logbook, LogMapping } from './plan';

const MAPPINGS_MOST = 50;

/** Remembered mappings with one more; one of the same name is replaced, the oldest goes where there are too many. */
export const withMapping = (mappings: Logbook['mappings'], name: string, mapping: LogMapping): Logbook['mappings'] =>
  [...mappings.filter((known) => known.name !== name), { name, mapping }].slice(-MAPPINGS_MOST);
