import { divisorsFor, type PlainLayout } from '../logbook/import/plain-rows';

/** The plainest log: time, volts, amps, parted by commas; nothing in it is too large. */
export const PLAIN_LAYOUT: PlainLayout = {
  skips: [0, 0, 0, 0],
  order: 'voltage-current',
  delimiter: ','.charCodeAt(0),
  newline: 10,
  decimal: '.'.charCodeAt(0),
  voltageDivisors: divisorsFor(1),
  currentDivisors: divisorsFor(1),
  voltageMaxV: 20_000_000,
  currentMaxA: 30_000_000,
};
