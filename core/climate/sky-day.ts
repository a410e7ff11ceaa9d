import { diffuseShare } from './diffuse-share';
import { STEPS_PER_HOUR, type SunTrack } from './sun-track';

/** Light on level ground over one day, in steps of 20 minutes. */
export interface SkyDay {
  track: SunTrack;
  /** [72] W/m² straight from the sun, on level ground. */
  beamWPerM2: Float64Array;
  /** [72] W/m² from the sky. */
  diffuseWPerM2: Float64Array;
}

/**
 * Spreads a day of the given clearness over its hours: all of it with the sun's height and a little more about noon, the sky's
 * part with the sun's height. The sum over the day is clearness × what arrives above the air.
 * @param clearness  of the day, 0 … 1
 * @source  M. Collares-Pereira, A. Rabl, Solar Energy 22 (1979) for the hours; B. Y. H. Liu, R. C. Jordan, Solar Energy 4 (1960)
 *          for the sky's hours; Erbs et al. for its share
 */
export function skyDay(track: SunTrack, clearness: number): SkyDay {
  const { sinHeight, cosHourAngle, sunsetRad } = track;
  const steps = sinHeight.length;
  const a = 0.409 + 0.5016 * Math.sin(sunsetRad - Math.PI / 3);
  const b = 0.6609 - 0.4767 * Math.sin(sunsetRad - Math.PI / 3);
  const allWh = clearness * track.aboveAirWhPerM2;
  const skyWh = allWh * diffuseShare(clearness, sunsetRad);
  const weights = new Float64Array(steps);
  let [allWeight, skyWeight] = [0, 0];
  for (let k = 0; k < steps; k++) {
    const sine = Math.max(0, sinHeight[k]!);
    weights[k] = sine * Math.max(0, a + b * cosHourAngle[k]!);
    allWeight += weights[k]!;
    skyWeight += sine;
  }
  const beamWPerM2 = new Float64Array(steps);
  const diffuseWPerM2 = new Float64Array(steps);
  for (let k = 0; k < steps && allWeight > 0; k++) {
    const all = (STEPS_PER_HOUR * allWh * weights[k]!) / allWeight;
    const sky = (STEPS_PER_HOUR * skyWh * Math.max(0, sinHeight[k]!)) / skyWeight;
    diffuseWPerM2[k] = Math.min(all, sky);
    beamWPerM2[k] = all - diffuseWPerM2[k]!;
  }
  return { track, beamWPerM2, diffuseWPerM2 };
}
