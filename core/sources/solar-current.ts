import type { SolarArray, SolarSource } from './source';
import { modulePower } from './module-power';
import type { SkyDay } from '../climate/sky-day';
import { STEPS_PER_HOUR } from '../climate/sun-track';
import { planeOfArray, type SkyModel } from '../climate/tilted-plane';

/** The air of one day. */
export interface DayAir {
  meanTempC: number;
  /** From the coldest to the warmest hour. */
  rangeK: number;
}

const WARMEST_HOUR = 15;

/**
 * What an array makes of the light on it, W in each step of a day.
 * @param light  [72] W/m² on its plane
 */
export function arrayWatts(light: Float64Array, { powerW, shade }: SolarArray, air: DayAir): Float64Array {
  const watts = new Float64Array(light.length);
  for (let k = 0; k < light.length; k++) {
    if (light[k]! <= 0) continue;
    const hour = (k + 0.5) / STEPS_PER_HOUR;
    const tempC = air.meanTempC + (air.rangeK / 2) * Math.cos(((hour - WARMEST_HOUR) * Math.PI) / 12);
    watts[k] = modulePower(powerW, light[k]! * (1 - shade[Math.floor(hour)]!), tempC);
  }
  return watts;
}

type Controller = Pick<SolarSource, 'limitA' | 'efficiencyFraction' | 'derateFraction'>;

/**
 * What a controller makes of its arrays, mean A in each hour of a day.
 * @param watts    [array][72] of the arrays on it
 * @param chargeV  of the bank while it charges
 * @returns Float64Array [24], each 0 … limitA
 */
export function controllerHoursA(
  watts: readonly Float64Array[],
  controller: Controller,
  chargeV: number,
): Float64Array {
  const { limitA, efficiencyFraction, derateFraction } = controller;
  const hoursA = new Float64Array(24);
  for (let k = 0; k < 24 * STEPS_PER_HOUR; k++) {
    let all = 0;
    for (const one of watts) all += one[k]!;
    const currentA = Math.min(limitA, (all * efficiencyFraction * derateFraction) / chargeV);
    hoursA[Math.floor(k / STEPS_PER_HOUR)]! += currentA / STEPS_PER_HOUR;
  }
  return hoursA;
}

/** What arrays on one controller put into the bank in each hour of a day, mean A. @returns Float64Array [24] */
export function solarHoursA(
  day: SkyDay,
  arrays: readonly SolarArray[],
  controller: Controller,
  air: DayAir,
  chargeV: number,
  model: SkyModel,
): Float64Array {
  const watts = arrays.map((array) =>
    arrayWatts(planeOfArray(day, array.tiltDeg, array.azimuthDeg, model), array, air),
  );
  return controllerHoursA(watts, controller, chargeV);
}
