import type { SolarArray, SolarSource } from '../rig/charging';
import { modulePower } from './module-power';
import type { SkyDay } from './sky-day';
import { STEPS_PER_HOUR } from './sun-track';
import { planeOfArray, type SkyModel } from './tilted-plane';

/** The air of one day. */
export interface DayAir {
  meanTempC: number;
  /** From the coldest to the warmest hour. */
  rangeK: number;
}

const WARMEST_HOUR = 15;

/**
 * What arrays on one controller put into the bank in each hour of a day, mean A.
 * @param chargeV  of the bank while it charges
 * @returns Float64Array [24], each 0 … limitA
 */
export function solarHoursA(
  day: SkyDay,
  arrays: readonly SolarArray[],
  controller: Pick<SolarSource, 'limitA' | 'efficiencyFraction' | 'derateFraction'>,
  air: DayAir,
  chargeV: number,
  model: SkyModel,
): Float64Array {
  const steps = day.beamWPerM2.length;
  const watts = new Float64Array(steps);
  for (const { powerW, tiltDeg, azimuthDeg, shade } of arrays) {
    const light = planeOfArray(day, tiltDeg, azimuthDeg, model);
    for (let k = 0; k < steps; k++) {
      if (light[k]! <= 0) continue;
      const hour = (k + 0.5) / STEPS_PER_HOUR;
      const tempC = air.meanTempC + (air.rangeK / 2) * Math.cos(((hour - WARMEST_HOUR) * Math.PI) / 12);
      watts[k]! += modulePower(powerW, light[k]! * (1 - shade[Math.floor(hour)]!), tempC);
    }
  }
  const { limitA, efficiencyFraction, derateFraction } = controller;
  const hoursA = new Float64Array(24);
  for (let k = 0; k < steps; k++) {
    const currentA = Math.min(limitA, (watts[k]! * efficiencyFraction * derateFraction) / chargeV);
    hoursA[Math.floor(k / STEPS_PER_HOUR)]! += currentA / STEPS_PER_HOUR;
  }
  return hoursA;
}
