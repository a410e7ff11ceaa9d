import type { BankLimits } from './bank-limits';
import { RELAY_STEPS } from './year-tables';

/** Steps in which an hour through a relay is followed, each by the charge in its middle: the fuller the bank, the less it is given. */
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
  bank: BankLimits,
): number {
  let given = 0;
  let within = chargeAh;
  for (let part = 0; part < RELAY_PARTS; part++) {
    const first = share * relayAt(relayA, within * bank.perAh);
    const middle = held(within + storedOf(besideA + first, within, mayCharge, bank) / (2 * RELAY_PARTS), bank);
    const now = share * relayAt(relayA, middle * bank.perAh);
    given += now / RELAY_PARTS;
    within = held(within + storedOf(besideA + now, middle, mayCharge, bank) / RELAY_PARTS, bank);
  }
  return given;
}

/** A bank takes so fast near full that a step would lead beyond it. */
const held = (chargeAh: number, { capacityAh }: BankLimits): number =>
  chargeAh < 0 ? 0 : chargeAh > capacityAh ? capacityAh : chargeAh;

/** A at a state of charge of 0 … 1, between the rows of its table. */
function relayAt(relayA: Float64Array, soc: number): number {
  const place = soc * RELAY_STEPS;
  const at = place < RELAY_STEPS - 1 ? place | 0 : RELAY_STEPS - 1;
  return relayA[at]! + (place - at) * (relayA[at + 1]! - relayA[at]!);
}

/** A that stay in the bank of what is over, or that it gives. */
function storedOf(
  overA: number,
  chargeAh: number,
  mayCharge: boolean,
  { capacityAh, acceptancePerH, limitA, eta }: BankLimits,
): number {
  if (overA < 0) return overA;
  if (!mayCharge) return 0;
  const most = (capacityAh - chargeAh) * acceptancePerH;
  const taken = overA < limitA ? overA : limitA;
  return eta * (taken < most ? taken : most);
}
