import type { Reading } from '../rig/logbook';
import { dayKeyAt } from '../series/local-day';
import type { FullMark } from './full-marks';

/**
 * Full marks that a person has set, from readings marked as full. What passed later that day is not known to a reading, so
 * the balance starts anew at the end of its day.
 */
export function marksByHand(readings: readonly Reading[], timeZone: string): FullMark[] {
  return readings
    .filter((reading) => reading.full)
    .map((reading) => ({ key: dayKeyAt(reading.atMs, timeZone), atMs: reading.atMs, inAfterAh: 0, outAfterAh: 0 }));
}
