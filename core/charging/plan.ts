import * as z from 'zod';
import { CELL_LIMITS } from '../cells/limits';
import { CHARGING_LIMITS } from './limits';
import { COMMON_LIMITS } from '../plan/common-limits';
import { SOURCE_LIMITS } from '../sources/limits';
import { sitePlanShape } from '../climate/weather';
import { quantity } from '../plan/fields';
import { Source } from '../sources/source';

/** What a remedy costs, in the user's own currency. */
const RemedyPrices = z.strictObject({
  perArrayW: quantity(COMMON_LIMITS.price),
  perDriveH: quantity(COMMON_LIMITS.price),
  perShoreH: quantity(COMMON_LIMITS.price),
  perBankAh: quantity(COMMON_LIMITS.price),
  years: quantity(CHARGING_LIMITS.priceYears),
});
export type RemedyPrices = z.infer<typeof RemedyPrices>;

export const ChargingPlan = z.strictObject({
  ...sitePlanShape,
  /** The bank is kept at least this warm; null: it is as cold as the day. */
  bankAboveTempC: quantity(CELL_LIMITS.bankTempC).nullable(),
  /** In the order in which they are used: the first is refused last. */
  sources: z.array(Source).max(20),
  /** Into the bank, from all of them together; null: the battery sheet's. */
  sharedLimitA: quantity(SOURCE_LIMITS.chargerA).nullable(),
  /** Share of years in which a month must stay above the reserve. */
  targetFraction: quantity(CHARGING_LIMITS.targetFraction),
  /** A saving that was agreed on, off every load's day. */
  loadCutFraction: quantity(CHARGING_LIMITS.loadCutFraction),
  prices: RemedyPrices,
});
export type ChargingPlan = z.infer<typeof ChargingPlan>;
