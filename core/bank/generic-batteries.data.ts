import type { ChemistryId } from '../cells/chemistry';
import type { Battery } from '../rig/bank';

/** Generic battery models to start from; sizes as commonly sold, no maker's. */
export const GENERIC_BATTERIES: Record<ChemistryId, readonly Battery[]> = {
  lfp: [
    { name: 'LFP 100 Ah, 12 V', cellsInSeries: 4, capacityAh: 100 },
    { name: 'LFP 200 Ah, 12 V', cellsInSeries: 4, capacityAh: 200 },
    { name: 'LFP 300 Ah, 12 V', cellsInSeries: 4, capacityAh: 300 },
    { name: 'LFP 100 Ah, 24 V', cellsInSeries: 8, capacityAh: 100 },
    { name: 'LFP 160 Ah, 24 V', cellsInSeries: 8, capacityAh: 160 },
    { name: 'LFP 100 Ah, 48 V', cellsInSeries: 16, capacityAh: 100 },
  ],
  agm: [
    { name: 'AGM 100 Ah, 12 V', cellsInSeries: 6, capacityAh: 100 },
    { name: 'AGM 150 Ah, 12 V', cellsInSeries: 6, capacityAh: 150 },
    { name: 'AGM 220 Ah, 12 V', cellsInSeries: 6, capacityAh: 220 },
    { name: 'AGM 220 Ah, 6 V', cellsInSeries: 3, capacityAh: 220 },
  ],
  gel: [
    { name: 'Gel 110 Ah, 12 V', cellsInSeries: 6, capacityAh: 110 },
    { name: 'Gel 200 Ah, 12 V', cellsInSeries: 6, capacityAh: 200 },
  ],
  flooded: [
    { name: 'Flooded 110 Ah, 12 V', cellsInSeries: 6, capacityAh: 110 },
    { name: 'Flooded 225 Ah, 6 V', cellsInSeries: 3, capacityAh: 225 },
    { name: '2 V cell, 450 Ah', cellsInSeries: 1, capacityAh: 450 },
  ],
  'lead-carbon': [
    { name: 'Lead-carbon 100 Ah, 12 V', cellsInSeries: 6, capacityAh: 100 },
    { name: 'Lead-carbon 160 Ah, 12 V', cellsInSeries: 6, capacityAh: 160 },
  ],
};
