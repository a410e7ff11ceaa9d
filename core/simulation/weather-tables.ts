import { clearnessAt } from '../climate/clearness-days';
import { MONTH_DAYS } from '../series/calendar';
import { type SiteMonth } from '../climate/site-year';
import { normalShare } from '../statistics/normal-share';
import { MONTH_OF_DAY, monthStart } from '../series/calendar';
import { GRID_Z, Z_MOST } from './year-tables';

const SHARES = Array.from({ length: GRID_Z }, (_, k) => normalShare(-Z_MOST + (2 * Z_MOST * k) / (GRID_Z - 1)));

/** [GRID_Z] clearness of a day at z = −4 … 4: drawn about the month's mean, or among the days of a file. */
export const clearnessByZ = ({ clearness, fileDays }: SiteMonth): number[] =>
  clearnessAt(clearness.value, fileDays, SHARES);

/** [365] outdoor means, °C: those of the months joined by straight lines between their middles. */
export function tempOfYear(sites: readonly SiteMonth[]): Float64Array {
  return Float64Array.from(MONTH_OF_DAY, (month, day) => {
    const off = (day + 0.5 - monthStart(month)) / MONTH_DAYS[month]! - 0.5;
    const own = sites[month]!.tempC.value;
    const next = sites[(month + (off < 0 ? 11 : 1)) % 12]!.tempC.value;
    return own + Math.abs(off) * (next - own);
  });
}
