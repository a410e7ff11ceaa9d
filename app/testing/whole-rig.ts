import type { Rig } from '@core/rig/rig';
import { laidOut } from './laid-out';
import { keyedIn, sampleRig } from './sample-rig';

/** A rig in which every page has something to show and to type into. */
export function wholeRig(rig: Rig = sampleRig()): Rig {
  const laid = laidOut(rig);
  const total = { id: 't', atMs: 1, days: 100, outAh: 2000, deepestAh: 90, meanAh: 30 };
  const totals = [{ ...total, inKWh: 60, outKWh: 50, fullMarks: 20, cycles: 10 }];
  return {
    ...laid,
    shelf: [{ ...laid.bank!.battery, id: 'own', name: 'Own' }],
    monitor: { ...laid.monitor, entries: [keyedIn('capacity', 200)], totals },
  };
}

/** What an address gives a page of it besides its path. */
export const GIVEN: Record<string, Record<string, string>> = {
  'audit/': { load: 'fan' },
  'audit/record/:loadId': { loadId: 'fan' },
};
