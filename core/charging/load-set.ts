import { at } from '../quantity/guard';
import { auditDay } from '../audit/audit';
import { DAY_SEED, drawDays } from '../audit/simulate-day';
import { daysOfLoads } from '../audit/sizing-day';
import { nominalVoltage } from '../cells/nominal-voltage';
import { monthAmbientC } from './month-ambient';
import type { SiteMonth } from '../climate/site-year';
import type { YearParts } from './year-parts';
import type { TableCache } from '../simulation/table-cache';
import { GRID_U, type LoadSet } from '../simulation/year-tables';

const DRAWS = 4000;

/** The loads' day in a month (1 … 12), in surroundings that follow the climate and may be warmerK warmer. */
export function loadSet(
  parts: YearParts,
  sites: readonly SiteMonth[],
  month: number,
  warmerK: number,
  cache: TableCache,
): LoadSet {
  const plan = { ...parts.audit, month, ambientTempC: monthAmbientC(parts.audit, sites, month).value + warmerK };
  const audit = auditDay(parts.loads, parts.inverters, plan, nominalVoltage(parts.bank));
  const allWh = audit.hoursWh.reduce((sum, wh) => sum + wh, 0);
  const days = daysOfLoads(audit);
  const quantilesAh = cache.of(`load ${month} ${JSON.stringify(days)}`, () => {
    const sums = drawDays(days, DRAWS, DAY_SEED + month);
    return Float64Array.from({ length: GRID_U + 1 }, (_, k) => at(sums, Math.round((k / GRID_U) * (DRAWS - 1))));
  });
  const kept = 1 - parts.charging.loadCutFraction;
  return {
    hourShares: Float64Array.from(audit.hoursWh, (wh) => (allWh > 0 ? wh / allWh : 1 / 24)),
    quantilesAh: quantilesAh.map((ah) => ah * kept),
  };
}
