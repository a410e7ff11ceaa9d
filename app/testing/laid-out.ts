import { deriveRig } from '@core/rig/derive-rig';
import type { Rig } from '@core/rig/rig';
import { layOut } from '@core/wiring/lay-out';
import { sampleRig } from './sample-rig';

/** A rig with its circuit as it is laid out. */
export function laidOut(rig: Rig = sampleRig()): Rig {
  const { loads, inverters, bank, charging, wiring } = rig;
  const { lines } = deriveRig(rig, null).audit;
  const circuit = layOut({ loads, lines, inverters, bank: bank!, sources: charging.sources }, wiring);
  return { ...rig, wiring: { ...wiring, ...circuit } };
}
