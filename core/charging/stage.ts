import { isObject } from '../plan/lift';
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
    /** Mains or a generator may come out of an inverter, or of another’s charger. */
    11: (plan) => {
      const { charging } = plan;
      if (!isObject(charging) || !Array.isArray(charging['sources'])) return plan;
      const sources = charging['sources'].map((source: unknown) =>
        isObject(source) && source['kind'] === 'shore' ? { ...source, through: null } : source,
      );
      return { ...plan, charging: { ...charging, sources } };
    },
  },
  records: ['charging.weather.dailyClearness'],
  reads: [],
  adds: [],
  derive: () => ({}),
  none: () => ({}),
  keyFigures: () => [],
  stale: () => [],
});
