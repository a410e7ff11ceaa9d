import type { CommissioningPlan } from './plan';

/** Nothing walked through; meters as they usually show. */
export const freshCommissioning = (): CommissioningPlan => ({
  meterStepA: 0.01,
  voltmeterStepV: 0.01,
  rounds: [],
  photos: [],
});
