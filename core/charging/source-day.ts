import { asTyped } from '../quantity/format';
import { FRESH_SOLAR } from '../sources/new-source';
import { at } from '../quantity/guard';
import { asPlanned, computed, entered, type Figure } from '../formula/figure';
import { formula, sumFigure } from '../formula/formula';
import type { Bank } from '../bank/plan';
import type { ChemistryEdits } from '../cells/chemistry-edit';
import type { SolarSource, Source } from '../sources/source';
import { MONTH_DAYS } from '../series/calendar';
import { type SiteMonth } from '../climate/site-year';
import { arrayWatts, controllerHoursA } from '../sources/solar-current';
import { STEPS_PER_HOUR } from '../climate/sun-track';
import { planeOfArray, type SkyModel } from '../climate/tilted-plane';
import { usualDays } from '../climate/usual-days';
import { monthStart } from '../series/calendar';
import { aboveAirDay } from './light-figures';
import { runningCurrent } from './running-current';
import { sharesAfter } from '../sources/week-hours';

const onPlane = formula({
  id: 'charging.plane-sun',
  says: 'peak-sun hours on the array',
  unit: 'H',
  words: 'above the air × clearness × what the tilt makes of it × what shade leaves',
  terms: {
    aboveAirH: { says: 'above the air, level', unit: 'H' },
    clearness: { says: 'clearness of the month', unit: 'Ratio' },
    tiltRatio: { says: 'tilted against level', unit: 'Ratio' },
    unshaded: { says: 'not shaded', unit: 'Fraction' },
  },
  compute: ({ aboveAirH, clearness, tiltRatio, unshaded }) => aboveAirH * clearness * tiltRatio * unshaded,
  source:
    'dull to clear days by Bendt, sky share by Erbs, hours by Collares-Pereira and Rabl, plane by Hay and Davies or an even sky',
});

const arrayDay = formula({
  id: 'charging.array-day',
  says: 'array, a usual day',
  unit: 'Ah',
  words: 'peak-sun hours × W × what heat, dirt and the controller leave ÷ V, on the days on which it is out',
  terms: {
    sunH: { says: 'peak-sun hours on the array', unit: 'H' },
    powerW: { says: 'rated', unit: 'W' },
    heatFraction: { says: 'left by warm cells', unit: 'Fraction' },
    derateFraction: { says: 'left by dirt, wiring, mismatch', unit: 'Fraction' },
    efficiencyFraction: { says: 'controller', unit: 'Fraction' },
    chargeV: { says: 'bank while it charges', unit: 'V' },
    daysFraction: { says: 'days on which it is out', unit: 'Fraction' },
  },
  compute: (t) =>
    (t.sunH * t.powerW * t.heatFraction * t.derateFraction * t.efficiencyFraction * t.daysFraction) / t.chargeV,
  source: 'energy ÷ voltage',
});

const limited = formula({
  id: 'charging.solar-day',
  says: 'solar, a usual day',
  unit: 'Ah',
  words: 'all arrays × what passes the controller’s limit',
  terms: {
    arraysAh: { says: 'all arrays', unit: 'Ah' },
    passes: { says: 'below the controller’s limit', unit: 'Fraction' },
  },
  compute: ({ arraysAh, passes }) => arraysAh * passes,
  source: 'the mean of days from dull to clear; the year is simulated day by day',
});

const byHours = formula({
  id: 'charging.hours-day',
  says: 'by its hours, a usual day',
  unit: 'Ah',
  words: 'hours a day × current',
  terms: { hours: { says: 'hours a day, mean of the month', unit: 'H' }, currentA: { says: 'current', unit: 'A' } },
  compute: ({ hours, currentA }) => hours * currentA,
  source: 'the weekly hours and trips, over the month',
  leavesOut: 'what a full bank refuses',
});

export interface Surroundings {
  sites: readonly SiteMonth[];
  chargeV: Figure;
  model: SkyModel;
  bank: Bank;
  edits: ChemistryEdits;
}

/**
 * What a source offers on a usual day of each month: [12] figures, 0 where it is off.
 * @param before  those that feed the same device and go first
 */
export function sourceYear(source: Source, around: Surroundings, before: readonly Source[] = []): Figure[] {
  if (source.kind === 'solar') {
    return around.sites.map((site) => solarDay(source, site, around));
  }
  const { bank, edits, chargeV } = around;
  const shares = sharesAfter(source, before);
  return MONTH_DAYS.map((days, month) => {
    const from = monthStart(month) * 24;
    const own = shares.subarray(from, from + days * 24);
    const key = `${source.id}:${month + 1}`;
    const hours = own.reduce((sum, share) => sum + share, 0) / days;
    if (source.kind !== 'other') {
      return byHours.figure(
        { hours: computed(hours, 'its week and trips'), currentA: runningCurrent(source, bank, edits, chargeV, 0.5) },
        { key },
      );
    }
    const ah = own.reduce((sum, share, k) => sum + share * at(source.hoursA, k % 24), 0) / days;
    const currentA = computed(hours > 0 ? ah / hours : 0, 'mean of its hours');
    return byHours.figure({ hours: computed(hours), currentA }, { key });
  });
}

function solarDay(source: SolarSource, site: SiteMonth, around: Surroundings): Figure {
  const key = `${source.id}:${site.month}`;
  const runs = source.on && source.months.includes(site.month);
  const days = usualDays(site);
  const air = { meanTempC: site.tempC.value, rangeK: site.climate.dailyRangeK };
  const level = meanOf(days, ({ beamWPerM2, diffuseWPerM2 }) => total(beamWPerM2) + total(diffuseWPerM2));
  const passing = (watts: readonly Float64Array[], limitA: number) =>
    total(controllerHoursA(watts, { ...source, limitA }, around.chargeV.value));
  const wattsOf: Float64Array[][] = [];
  const parts = source.arrays.map((array) => {
    const light = days.map((sky) => planeOfArray(sky, array.tiltDeg, array.azimuthDeg, around.model));
    const shadeOf = (k: number) => 1 - at(array.shade, Math.floor(k / STEPS_PER_HOUR));
    const all = meanOf(light, total);
    const seen = meanOf(light, (day) => day.reduce((sum, watts, k) => sum + watts * shadeOf(k), 0));
    const tiltRatio = level > 0 ? all / level : 1;
    const watts = light.map((day) => arrayWatts(day, array, air));
    wattsOf.push(watts);
    const freeAh = meanOf(watts, (day) => passing([day], Number.MAX_VALUE));
    const sunH = onPlane.figure(
      {
        aboveAirH: aboveAirDay(site),
        clearness: site.clearness,
        tiltRatio: computed(tiltRatio, `${asTyped(array.tiltDeg)}° towards ${asTyped(array.azimuthDeg)}°`),
        unshaded: computed(all > 0 ? seen / all : 1, HOURLY),
      },
      { key: `${key}:${array.id}` },
    );
    const { derateFraction, efficiencyFraction } = source;
    const cold = (sunH.value * array.powerW * derateFraction * efficiencyFraction) / around.chargeV.value;
    return arrayDay.figure(
      {
        sunH,
        powerW: entered(array.powerW),
        heatFraction: computed(cold > 0 ? freeAh / cold : 1, HOURLY),
        derateFraction: asPlanned(derateFraction, FRESH_SOLAR.derateFraction),
        efficiencyFraction: asPlanned(efficiencyFraction, FRESH_SOLAR.efficiencyFraction),
        chargeV: around.chargeV,
        daysFraction: computed(array.laidOutDaysPerWeek === null ? 1 : array.laidOutDaysPerWeek / 7),
      },
      { key: `${key}:${array.id}`, says: array.name },
    );
  });
  const arraysAh = sumFigure(
    { id: `charging.arrays:${key}`, says: 'all arrays', unit: 'Ah', source: 'its arrays' },
    parts,
  );
  const heldTo = (limitA: number) =>
    meanOf(
      days.map((_, k) => wattsOf.map((watts) => at(watts, k))),
      (watts) => passing(watts, limitA),
    );
  const [freeAh, heldAh] = [heldTo(Number.MAX_VALUE), heldTo(source.limitA)];
  const passes = runs ? (freeAh > 0 ? heldAh / freeAh : 1) : 0;
  const note = runs ? `${asTyped(source.limitA)} A at most` : 'not in use';
  return limited.figure({ arraysAh, passes: computed(passes, note) }, { key, says: `${source.name}, a usual day` });
}

const HOURLY = 'hour by hour, dull days to clear ones';

const meanOf = <Item>(items: readonly Item[], of: (item: Item) => number) =>
  items.reduce((sum, item) => sum + of(item), 0) / items.length;

const total = (values: Float64Array) => values.reduce((sum, value) => sum + value, 0);
