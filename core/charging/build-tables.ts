import { agedCapacityOf } from '../bank/size-bank';
import { chemistryOf } from '../cells/chemistry-of';
import { interpolate } from '../cells/interpolate';
import { chargeLimit } from './charge-limit';
import { bankLoop } from '../bank/resistance';
import { CHARGES_AT_C } from './running-current';
import { chargingVoltage } from './charging-voltage';
import { feedBefore } from '../sources/device';
import { siteYear } from '../climate/site-year';
import { daysAbout, MONTH_OF_DAY } from '../series/calendar';
import { checkTables } from '../simulation/check-tables';
import { firstDay } from '../simulation/first-day';
import { loadSet } from './load-set';
import { solarTables } from '../simulation/solar-table';
import { sourceTable } from '../simulation/source-table';
import type { TableCache } from '../simulation/table-cache';
import { clearnessByZ, tempOfYear } from '../simulation/weather-tables';
import { HEAT_DAYS, NO_CHANGE, type WhatIf } from '../simulation/what-if';
import type { YearParts } from './year-parts';
import { LEAST_TEMP, MOST_TEMP, type YearTables } from '../simulation/year-tables';

const DAYS_A_MONTH = 30.4;

/**
 * The year of a plan as tables. Null without a bank.
 * @throws {QuantityError} `not-finite` where something in the plan comes to no number
 * @param cache  keeps what is costly and seldom changes, from one call to the next
 */
export function buildTables(parts: YearParts, cache: TableCache, change: WhatIf = NO_CHANGE): YearTables | null {
  const { bank, charging: plan, chemistryEdits: edits } = parts;
  if (!bank) return null;
  const chemistry = chemistryOf(bank.battery, edits);
  const sites = siteYear(plan, parts.place);
  const chargeV = chargingVoltage(bank, edits).value;
  const tempOfDay = tempOfYear(sites);

  const loadSets = sites.map(({ month }) => loadSet(parts, sites, month, 0, cache));
  const loadSetOfDay = Uint8Array.from(MONTH_OF_DAY);
  if (change.heatK > 0) {
    const hottest = sites.reduce((most, site) => (site.tempC.value > most.tempC.value ? site : most)).month;
    loadSets.push(loadSet(parts, sites, hottest, change.heatK, cache));
    for (const day of daysAbout(hottest, HEAT_DAYS)) loadSetOfDay[day] = loadSets.length - 1;
  }
  const forcedClearness = new Float64Array(365).fill(Number.NaN);
  for (const day of daysAbout(change.month, change.dullDays)) forcedClearness[day] = change.dullClearness;
  const loop = bankLoop(bank, edits, CHARGES_AT_C);
  const working = plan.sources.filter(({ on, id }) => on && id !== change.failedSourceId);
  const stillDays = daysAbout(change.month, change.stayPutDays);

  const tables: YearTables = {
    capacityAh: agedCapacityOf(bank).value,
    coulombicFraction: chemistry.coulombicFraction,
    acceptancePerH: chemistry.acceptancePerH,
    limitA: chargeLimit(bank, plan, edits).value,
    selfDischargePerDay: 1 - (1 - chemistry.selfDischargePerMonthFraction) ** (1 / DAYS_A_MONTH),
    reserveSoc: 1 - bank.usableFraction,
    chargeTempC: [chemistry.chargeFromTempC, chemistry.chargeUpToTempC],
    bankAboveTempC: plan.bankAboveTempC,
    capacityByTemp: Float64Array.from({ length: MOST_TEMP - LEAST_TEMP + 1 }, (_, k) =>
      Math.min(1, interpolate(chemistry.capacityFractionByTempC, LEAST_TEMP + k)),
    ),
    monthOfDay: Uint8Array.from(MONTH_OF_DAY),
    firstDay: 0,
    tempOfDay,
    tempSpread: Float64Array.from(sites, ({ climate }) => climate.tempSpreadK),
    persistence: Float64Array.from(sites, ({ persistence }) => persistence),
    clearnessByZ: Float64Array.from(sites.flatMap(clearnessByZ)),
    forcedClearness,
    loadSetOfDay,
    loadSets,
    sources: working.map((source) => {
      const solar = source.kind === 'solar' ? solarTables(source, sites, tempOfDay, chargeV, plan.skyModel, cache) : [];
      const before = feedBefore(source, { sources: plan.sources, inverters: parts.inverters }).filter((one) =>
        working.includes(one),
      );
      return sourceTable(source, solar, source.kind === 'engine' ? stillDays : [], loop, before);
    }),
  };
  return checkTables({ ...tables, firstDay: firstDay(tables, sites) });
}
