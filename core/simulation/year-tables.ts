/** Everything that a simulated year looks up: plain data, so that it crosses into a worker. Days count from 1 January. */
export interface YearTables {
  capacityAh: number;
  coulombicFraction: number;
  acceptancePerH: number;
  /** Largest current into the bank: acceptance, battery sheet and shared limit together. */
  limitA: number;
  /** Share of the charge that a day takes by itself. */
  selfDischargePerDay: number;
  /** Reserve as a share of what can be had. */
  reserveSoc: number;
  /** Charging is allowed within these bank temperatures. */
  chargeTempC: readonly [number, number];
  bankAboveTempC: number | null;
  /** Share of the capacity that can be had at −40 … 60 °C, in steps of 1 K. */
  capacityByTemp: Float64Array;
  /** [365] month 0 … 11 */
  monthOfDay: Uint8Array;
  /** The first simulated day, 0 … 364: the year begins with a full bank where the surplus is largest. */
  firstDay: number;
  /** [365] outdoor mean, °C */
  tempOfDay: Float64Array;
  /** [12] K, standard deviation of a day */
  tempSpread: Float64Array;
  /** [12] correlation of a day's clearness with the day before */
  persistence: Float64Array;
  /** [12 · GRID_Z] clearness at z = −4 … 4 of a normal distribution */
  clearnessByZ: Float64Array;
  /** [365] clearness that is forced on a day, NaN where the weather has its way */
  forcedClearness: Float64Array;
  /** [365] which of loadSets each day takes */
  loadSetOfDay: Uint8Array;
  loadSets: readonly LoadSet[];
  /** In the order in which they are used. */
  sources: readonly SourceTable[];
}

export interface LoadSet {
  /** [24] share of the day in each hour; sum 1, or 0 without loads */
  hourShares: Float64Array;
  /** [GRID_U + 1] Ah of the day at shares 0 … 1 of all days */
  quantilesAh: Float64Array;
}

export interface SourceTable {
  id: string;
  limitA: number;
  /** [365 · 24] mean A by schedule; of a relay, the share of the hour */
  scheduleA: Float64Array | null;
  /** [RELAY_STEPS + 1] A at SoC 0 … 1 */
  relayA: Float64Array | null;
  solar: readonly SolarTable[];
}

export interface SolarTable {
  /** Share of the days on which it is out. */
  daysFraction: number;
  /** [365 · CLEARNESS_STEPS · 24] mean A at CLEARNESS_FROM + n · CLEARNESS_STEP */
  hoursA: Float64Array;
}

export const GRID_Z = 257;
export const Z_MOST = 4;
export const GRID_U = 256;
export const RELAY_STEPS = 64;
export const CLEARNESS_FROM = 0;
export const CLEARNESS_STEP = 0.05;
export const CLEARNESS_STEPS = 18;
export const LEAST_TEMP = -40;
export const MOST_TEMP = 60;
