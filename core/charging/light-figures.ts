import { at } from '../quantity/guard';
import { computed, entered, type Figure } from '../formula/figure';
import { formula } from '../formula/formula';
import { aboveAirWhPerM2 } from '../climate/above-air';
import { MEAN_DAY } from '../series/calendar';
import { type SiteMonth } from '../climate/site-year';

const aboveAir = formula({
  id: 'charging.above-air',
  says: 'light above the air, level',
  unit: 'H',
  words: 'from latitude and day of the year, as hours of full sun (1 kW/m²)',
  terms: {
    latitudeDeg: { says: 'latitude', unit: 'Degree' },
    dayOfYear: { says: 'mean day of the month', unit: 'Count' },
  },
  compute: ({ latitudeDeg, dayOfYear }) => aboveAirWhPerM2(latitudeDeg, dayOfYear) / 1000,
  source: 'FAO Irrigation and Drainage Paper 56, equation 21; mean days: Klein',
});

const levelSun = formula({
  id: 'charging.level-sun',
  says: 'hours of full sun on level ground',
  unit: 'H',
  words: 'above the air × clearness',
  terms: {
    aboveAirH: { says: 'above the air, level', unit: 'H' },
    clearness: { says: 'clearness of the month', unit: 'Ratio' },
  },
  compute: ({ aboveAirH, clearness }) => aboveAirH * clearness,
  source: 'definition of clearness: on the ground ÷ above the air',
});

/** What arrives above the air on the mean day of a month. */
export const aboveAirDay = (site: SiteMonth): Figure =>
  aboveAir.figure(
    {
      latitudeDeg: entered(site.latitudeDeg, site.name || undefined),
      dayOfYear: computed(at(MEAN_DAY, site.month - 1)),
    },
    { key: String(site.month) },
  );

/** What of it reaches level ground. */
export const levelSunDay = (site: SiteMonth): Figure =>
  levelSun.figure({ aboveAirH: aboveAirDay(site), clearness: site.clearness }, { key: String(site.month) });
