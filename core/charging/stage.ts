import { defineStage } from '../plan/stage-definition';
import { newCharging } from './fresh';
import { ChargingPlan } from './plan';

/** Its figures are those of the simulated year, which is played in workers: nothing follows on the spot. */
export const chargingStage = defineStage({
  id: 'charging',
  Plan: { charging: ChargingPlan },
  fresh: () => ({ charging: newCharging() }),
  lift: {
    /** Nothing was planned about charging. */
    2: (plan) => ({ ...plan, charging: newCharging() }),
  },
  records: ['charging.weather.dailyClearness'],
  reads: [],
  adds: [],
  derive: () => ({}),
  none: () => ({}),
  keyFigures: () => [],
  stale: () => [],
});
