import { QuantityError } from '../quantity/quantity-error';
import { CLEARNESS_STEPS, GRID_U, GRID_Z, LEAST_TEMP, MOST_TEMP, RELAY_STEPS, type YearTables } from './year-tables';

/**
 * Whether the tables of a year have the sizes that the hours are played with, and hold nothing but numbers. The loop itself
 * checks nothing: what it read beyond a table, or a value that is none, would vanish in its comparisons.
 * @throws {QuantityError} `wrong-shape`, `not-finite`
 */
export function checkTables(tables: YearTables): YearTables {
  const has = (name: string, values: ArrayLike<number>, length: number) => {
    if (values.length !== length) throw new QuantityError('wrong-shape', name, values.length);
    for (let k = 0; k < length; k++)
      if (!Number.isFinite(values[k])) throw new QuantityError('not-finite', name, values[k]);
  };
  has('capacity', [tables.capacityAh, tables.coulombicFraction, tables.acceptancePerH, tables.limitA], 4);
  has('reserve', [tables.reserveSoc, tables.selfDischargePerDay, ...tables.chargeTempC, tables.firstDay], 5);
  has('capacityByTemp', tables.capacityByTemp, MOST_TEMP - LEAST_TEMP + 1);
  has('monthOfDay', tables.monthOfDay, 365);
  has('tempOfDay', tables.tempOfDay, 365);
  has('tempSpread', tables.tempSpread, 12);
  has('persistence', tables.persistence, 12);
  has('clearnessByZ', tables.clearnessByZ, 12 * GRID_Z);
  has('loadSetOfDay', tables.loadSetOfDay, 365);
  for (const { hourShares, quantilesAh } of tables.loadSets) {
    has('hourShares', hourShares, 24);
    has('quantilesAh', quantilesAh, GRID_U + 1);
  }
  for (const { scheduleA, relayA, solar } of tables.sources) {
    if (scheduleA) has('scheduleA', scheduleA, 365 * 24);
    if (relayA) has('relayA', relayA, RELAY_STEPS + 1);
    for (const { hoursA } of solar) has('hoursA', hoursA, 365 * CLEARNESS_STEPS * 24);
  }
  return tables;
}
