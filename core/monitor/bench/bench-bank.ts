import type { TraceBank } from '../../counter/standard-traces';
import type { ReckoningBank } from '../../counter/reckoned-truth';
import { stopFigure } from '../chargers';
import type { MonitorFacts } from '../facts';

const USUAL_C = 20;

/** The bank of a rig as the test bench plays it: plain data, ready for a worker. */
export function benchBank({ chemistry, cells, ratedAh, profile, bankOhm, chargers }: MonitorFacts): TraceBank {
  const capacityAh = ratedAh.value * profile.healthFraction;
  return {
    chemistry,
    cells,
    capacityAh,
    ohm: bankOhm.value,
    tempC: profile.tempC ?? USUAL_C,
    absorptionV: chargers.absorptionV.value,
    floatV: chargers.floatV.value,
    stopsAtA: stopFigure(chargers, chemistry, ratedAh).value,
    sun: chargers.sunCharges,
  };
}

/** Just under absorption, V a block of 12 V, and held so long at the chemistry's tail: then nobody doubts that it is full. */
const UNDER_ABSORPTION_V = 0.05;
const SURE_MS = 20 * 60_000;

/** By what the charge of an own log is reckoned afterwards. */
export function reckoningBank(facts: MonitorFacts): ReckoningBank {
  const { chemistry, chargers, blocks, ratedAh } = facts;
  return {
    capacityAh: benchBank(facts).capacityAh,
    coulombicFraction: chemistry.coulombicFraction,
    sure: {
      fullV: chargers.absorptionV.value - UNDER_ABSORPTION_V * blocks.value,
      tailA: chemistry.tailFraction * ratedAh.value,
      holdMs: SURE_MS,
    },
  };
}
