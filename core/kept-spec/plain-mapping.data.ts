import type { LogMapping } from '../logbook/plan';

/** A log as most meters write it: time, V, A, parted by commas, charging positive. */
export const PLAIN_MAPPING: LogMapping = {
  delimiter: ',',
  headerRows: 1,
  decimal: '.',
  timeFormat: 'iso',
  timeColumn: 0,
  clockColumn: null,
  voltageColumn: 1,
  voltageUnit: 'V',
  current: { by: 'signed', column: 2, chargingIs: 'positive' },
  currentUnit: 'A',
  timeZone: 'UTC',
  voltageMaxV: 60,
  currentMaxA: 2000,
};
