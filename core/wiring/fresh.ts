import type { WiringPlan } from './plan';

/** Nothing laid out; a usual way to the inverter. */
export const freshWiring = (): WiringPlan => ({
  list: 'metric',
  fuseSchool: 'load-up',
  wireShare: 0.75,
  nearM: 0.18,
  selectiveRatio: 1.6,
  inverterRun: { lengthM: 1.5, areaMm2: 50, lengthBy: 'guessed' },
  parts: [],
  runs: [],
  removed: [],
  negatives: [],
  printed: null,
  signed: [],
  parallel: {
    topology: 'as-drawn',
    linkM: 0.3,
    leadM: 0.5,
    areaMm2: 50,
    jointOhm: 0.00005,
    drawA: null,
    drawBy: 'current',
    drawW: null,
    cutOffV: null,
    chargeFraction: 0.8,
    protectionS: 10,
    batteries: [],
  },
});
