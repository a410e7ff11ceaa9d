import { at } from '../quantity/guard';
import { byDefault, computed, entered, measured, type Sourced } from '../formula/figure';
import { MEAN_DAY, MONTH_DAYS, monthStart, SUN_YEAR } from '../series/calendar';
import type { SitePlan } from './weather';
import type { Place } from './place';
import { type Climate, CLIMATES } from './climates.data';
import { zoneOffsetMs } from '../series/zone';
import { aboveAirWhPerM2 } from './above-air';
import { MOST_MEAN } from './clearness-days';
import { latitudeOf } from './hemisphere';
import { type SunTrack, sunTrack } from './sun-track';

/** Where the rig is in one month, and what it is like there. */
export interface SiteMonth {
  /** 1 … 12 */
  month: number;
  name: string;
  latitudeDeg: number;
  longitudeDeg: number;
  timeZone: string;
  /** Mean of the month. */
  clearness: Sourced;
  /** Outdoor mean of the month. */
  tempC: Sourced;
  climate: Climate;
  /** Clearness of the days of this month off a file, or null: drawn about the mean. */
  fileDays: readonly number[] | null;
  persistence: number;
}

/** The twelve months of a plan, each where the rig is then. */
export function siteYear(plan: SitePlan, place: Place): SiteMonth[] {
  const { weather } = plan;
  const ofFile = weather.by === 'file' ? lagOne(weather.dailyClearness) : 0;
  return MONTH_DAYS.map((_, k) => {
    const stop = plan.stops.find(({ months }) => months.includes(k + 1)) ?? null;
    const climate = CLIMATES[stop?.climateId ?? plan.climateId];
    const latitudeDeg = stop?.latitudeDeg ?? latitudeOf(place, climate);
    const longitudeDeg = stop?.longitudeDeg ?? longitudeOf(place);
    // Seasons stand the other way round south of the equator.
    const season = latitudeDeg * climate.latitudeDeg < 0 ? (k + 6) % 12 : k;
    const shipped = byDefault(at(climate.clearness, season), climate.name);
    const ownTemp = stop ? undefined : plan.tempC?.[k];
    const site = {
      month: k + 1,
      name: stop ? stop.name : place.name,
      latitudeDeg,
      longitudeDeg,
      timeZone: place.timeZone,
      tempC: ownTemp === undefined ? byDefault(at(climate.tempC, season), climate.name) : entered(ownTemp),
      climate,
      fileDays: null,
      persistence: climate.persistence,
    };
    if (stop || weather.by === 'climate') return { ...site, clearness: shipped };
    if (weather.by === 'clearness') return { ...site, clearness: entered(at(weather.clearness, k)) };
    if (weather.by === 'file') {
      const days = daysOfMonth(weather.dailyClearness, k);
      const mean = days.reduce((sum, day) => sum + day, 0) / days.length;
      return { ...site, clearness: measured(mean, weather.name), fileDays: days, persistence: ofFile };
    }
    const aboveWh = aboveAirWhPerM2(latitudeDeg, at(MEAN_DAY, k));
    const share = aboveWh > 0 ? (at(weather.hours, k) * 1000) / aboveWh : 0;
    return { ...site, clearness: computed(Math.min(MOST_MEAN, share), `${weather.hours[k]} peak-sun hours, entered`) };
  });
}

/** Of a place; where none is entered, the middle of its time zone, daylight saving left out. */
export function longitudeOf({ longitudeDeg, timeZone }: Place): number {
  const offsets = [Date.UTC(SUN_YEAR, 0, 1), Date.UTC(SUN_YEAR, 6, 1)].map((atMs) => zoneOffsetMs(timeZone, atMs));
  return longitudeDeg ?? Math.min(180, Math.max(-180, (Math.min(...offsets) / 3_600_000) * 15));
}

type Position = Pick<SiteMonth, 'month' | 'latitudeDeg' | 'longitudeDeg' | 'timeZone'>;

/** The sun on the mean day of a month. */
export const meanTrack = ({ month, latitudeDeg, longitudeDeg, timeZone }: Position): SunTrack =>
  sunTrack(latitudeDeg, longitudeDeg, timeZone, at(MEAN_DAY, month - 1));

function daysOfMonth(days: readonly number[], month: number): readonly number[] {
  const from = monthStart(month);
  return days.slice(from, from + at(MONTH_DAYS, month));
}

/** Correlation of each day's deviation from its month with the next day's, not below 0. */
function lagOne(days: readonly number[]): number {
  const off = MONTH_DAYS.flatMap((_, k) => {
    const own = daysOfMonth(days, k);
    const mean = own.reduce((sum, day) => sum + day, 0) / own.length;
    return own.map((day) => day - mean);
  });
  const square = off.reduce((sum, one) => sum + one * one, 0);
  // Days all alike leave nothing but rounding.
  if (square < 1e-9 * off.length) return 0;
  const product = off.reduce((sum, one, k) => sum + (k > 0 ? one * at(off, k - 1) : 0), 0);
  return Math.min(0.95, Math.max(0, product / square));
}
