import type { TraceBank } from '../../counter/standard-traces';
import type { MonitorFacts } from '../facts';

/** Where a charger ends absorption when nothing is known of it, shares of C20; typical. */
const STOPS = { lithium: 0.02, lead: 0.01 } as const;
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
    stopsAtA: chargers.stopsAtA?.value ?? STOPS[chemistry.family] * ratedAh.value,
    sun: chargers.sunCharges,
  };
}
