/** What could go otherwise than planned, laid over one simulated year. */
export interface WhatIf {
  /** Where dull days and days without driving fall, 1 … 12. */
  month: number;
  /** Days in a row as dull as dullClearness. */
  dullDays: number;
  dullClearness: number;
  /** Two weeks of the hottest month are this much warmer. */
  heatK: number;
  /** Days in a row without driving. */
  stayPutDays: number;
  failedSourceId: string | null;
}

export const DULL_CLEARNESS = 0.12;
export const HEAT_DAYS = 14;

export const NO_CHANGE: WhatIf = {
  month: 1,
  dullDays: 0,
  dullClearness: DULL_CLEARNESS,
  heatK: 0,
  stayPutDays: 0,
  failedSourceId: null,
};
