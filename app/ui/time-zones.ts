/** The time zones that this browser names, UTC, and the one that is chosen: a file may call it by a name that the browser does not list. */
export const timeZones = (chosen: string): string[] =>
  [...new Set([chosen, 'UTC', ...Intl.supportedValuesOf('timeZone')])].sort();
