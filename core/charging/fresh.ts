import type { ChargingPlan } from './plan';

/** No source yet, in a climate of the middle latitudes. Prices are places to start from, not offers. */
export const newCharging = (): ChargingPlan => ({
  climateId: 'inland-hills',
  weather: { by: 'climate' },
  tempC: null,
  skyModel: 'hay-davies',
  stops: [],
  bankAboveTempC: null,
  sources: [],
  sharedLimitA: null,
  targetFraction: 0.95,
  loadCutFraction: 0,
  prices: { perArrayW: 1.5, perDriveH: 6, perShoreH: 0.5, perBankAh: 5, years: 5 },
});
