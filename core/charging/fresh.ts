import type { ChargingPlan } from './plan';

/** Places to start from, not offers. */
export const FRESH_PRICES = { perArrayW: 1.5, perDriveH: 6, perShoreH: 0.5, perBankAh: 5, years: 5 };

/** No source yet, in a climate of the middle latitudes. */
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
  prices: { ...FRESH_PRICES },
});
