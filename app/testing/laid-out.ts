import { deriveRig } from '@core/rig/derive-rig';
import type { Rig } from '@core/rig/rig';
import { layOut } from '@core/wiring/lay-out';
import { sampleRig } from './sample-rig';

/** A rig with its circuit as it is laid out. */
export function laidOut(rig: Rig = sampleRig()): Rig {
  const { loads, inverters, bank, charging, chemistryEdits, wiring } = rig;
  const { audit } = deriveRig(rig, null);
  const circuit = layOut({ audit, loads, inverters, bank: bank!, sources: charging.sources, chemistryEdits }, wiring);
  return { ...rig, wiring: { ...wiring, ...circuit } };
}
