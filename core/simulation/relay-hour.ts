import type { BankLimits } from './bank-limits';
import { RELAY_STEPS } from './year-tables';

/** Steps in which an hour through a relay is followed: the fuller the bank, the less it is given. */
const RELAY_PARTS = 12;

/**
 * Ah that a relay gives in one hour.
 * @param relayA     [RELAY_STEPS + 1] A at a state of charge of 0 … 1
 * @param share      of the hour in which it is closed, > 0
 * @param chargeAh   in the bank as the hour begins
 * @param besideA    what other sources give less what the loads take, A
 * @param mayCharge  whether the bank is warm enough
 */
export function relayHour(
  relayA: Float64Array,
  share: number,
  chargeAh: number,
  besideA: number,
  mayCharge: boolean,
  { capacityAh, perAh, acceptancePerH, limitA, eta }: BankLimits,
): number {
  let given = 0;
  let within = chargeAh;
  for (let part = 0; part < RELAY_PARTS; part++) {
    const place = within * perAh * RELAY_STEPS;
    const at = place < RELAY_STEPS - 1 ? place | 0 : RELAY_STEPS - 1;
    const now = (relayA[at]! + (place - at) * (relayA[at + 1]! - relayA[at]!)) * share;
    given += now / RELAY_PARTS;
    const over = besideA + now;
    const most = (capacityAh - within) * acceptancePerH;
    const taken =
      over < 0
        ? over
        : !mayCharge
          ? 0
          : eta * (over < limitA ? (over < most ? over : most) : limitA < most ? limitA : most);
    within += taken / RELAY_PARTS;
    if (within < 0) within = 0;
  }
  return given;
}
