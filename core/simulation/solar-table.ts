import type { SolarSource } from '../sources/source';
import { skyDay } from '../climate/sky-day';
import { solarHoursA } from '../sources/solar-current';
import type { SiteMonth } from '../climate/site-year';
import { sunTrack } from '../climate/sun-track';
import type { SkyModel } from '../climate/tilted-plane';
import { MONTH_OF_DAY } from '../series/calendar';
import type { TableCache } from './table-cache';
import { CLEARNESS_FROM, CLEARNESS_STEP, CLEARNESS_STEPS, type SolarTable } from './year-tables';

/** The fixed arrays of a controller together, and each that is laid out by itself, day by day and clearness by clearness. */
export function solarTables(
  source: SolarSource,
  sites: readonly SiteMonth[],
  tempOfDay: Float64Array,
  chargeV: number,
  model: SkyModel,
  cache: TableCache,
): SolarTable[] {
  const fixed = source.arrays.filter(({ laidOutDaysPerWeek }) => laidOutDaysPerWeek === null);
  const groups = [
    ...(fixed.length > 0 ? [{ arrays: fixed, daysFraction: 1 }] : []),
    ...source.arrays.flatMap((one) =>
      one.laidOutDaysPerWeek === null ? [] : [{ arrays: [one], daysFraction: one.laidOutDaysPerWeek / 7 }],
    ),
  ];
  const skies = skyOfYear(sites, cache);
  return groups.map(({ arrays, daysFraction }) => {
    const { limitA, efficiencyFraction, derateFraction, months } = source;
    const where = sites.map(({ latitudeDeg, longitudeDeg, tempC }) => [latitudeDeg, longitudeDeg, tempC.value]);
    const key = JSON.stringify([arrays, limitA, efficiencyFraction, derateFraction, months, where, chargeV, model]);
    const hoursA = cache.of(key, () => {
      const table = new Float64Array(365 * CLEARNESS_STEPS * 24);
      for (let day = 0; day < 365; day++) {
        const site = sites[MONTH_OF_DAY[day]!]!;
        if (!months.includes(site.month)) continue;
        const air = { meanTempC: tempOfDay[day]!, rangeK: site.climate.dailyRangeK };
        for (let step = 0; step < CLEARNESS_STEPS; step++) {
          const sky = skies[day * CLEARNESS_STEPS + step]!;
          table.set(solarHoursA(sky, arrays, source, air, chargeV, model), (day * CLEARNESS_STEPS + step) * 24);
        }
      }
      return table;
    });
    return { daysFraction, hoursA };
  });
}

function skyOfYear(sites: readonly SiteMonth[], cache: TableCache) {
  const positions = sites.map(({ latitudeDeg, longitudeDeg, timeZone }) => [latitudeDeg, longitudeDeg, timeZone]);
  return cache.of(`sky ${JSON.stringify(positions)}`, () =>
    MONTH_OF_DAY.flatMap((month, day) => {
      const { latitudeDeg, longitudeDeg, timeZone } = sites[month]!;
      const track = sunTrack(latitudeDeg, longitudeDeg, timeZone, day + 1);
      return Array.from({ length: CLEARNESS_STEPS }, (_, step) =>
        skyDay(track, CLEARNESS_FROM + step * CLEARNESS_STEP),
      );
    }),
  );
}
