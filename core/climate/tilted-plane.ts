import type { SkyDay } from './sky-day';

export type SkyModel = 'hay-davies' | 'isotropic';

/** Typical of grass, tarmac and water under a slanting sun. */
const GROUND_REFLECTS = 0.2;
/** Nearer to the horizon the sun's part on level ground is too small to divide by. */
const LEAST_SINE = 0.03;
const RAD = Math.PI / 180;

/**
 * Light on a tilted plane in one step of a day, W/m².
 * @param tiltDeg     0 … 90, 0 level
 * @param azimuthDeg  where the plane looks, clockwise from north
 * @source  J. E. Hay, J. A. Davies (1980): the sky's light about the sun counts with the sun; B. Y. H. Liu, R. C. Jordan (1963) for
 *          an even sky; both as in Duffie & Beckman, 2.15 and 2.16
 */
export function planeOfArray(day: SkyDay, tiltDeg: number, azimuthDeg: number, model: SkyModel): Float64Array {
  const { track, beamWPerM2, diffuseWPerM2 } = day;
  const [cosTilt, sinTilt] = [Math.cos(tiltDeg * RAD), Math.sin(tiltDeg * RAD)];
  const seesSky = (1 + cosTilt) / 2;
  const seesGround = (GROUND_REFLECTS * (1 - cosTilt)) / 2;
  const light = new Float64Array(beamWPerM2.length);
  for (let k = 0; k < light.length; k++) {
    const sine = track.sinHeight[k]!;
    if (sine <= 0) continue;
    const [beam, sky] = [beamWPerM2[k]!, diffuseWPerM2[k]!];
    const cosHeight = Math.sqrt(1 - sine * sine);
    const onPlane = sine * cosTilt + cosHeight * sinTilt * Math.cos(track.azimuthRad[k]! - azimuthDeg * RAD);
    const ratio = tiltDeg === 0 ? 1 : Math.max(0, onPlane) / Math.max(sine, LEAST_SINE);
    const aboutSun = model === 'isotropic' ? 0 : Math.min(1, beam / (track.normalWPerM2 * Math.max(sine, LEAST_SINE)));
    light[k] = (beam + sky * aboutSun) * ratio + sky * (1 - aboutSun) * seesSky + (beam + sky) * seesGround;
  }
  return light;
}
