import type { YearTables } from './year-tables';

/** From here on the bank counts as truly full. */
export const FULL_SOC = 0.99;

/** What the hours of a year ask of the bank, worked out once. */
export interface BankLimits {
  capacityAh: number;
  perAh: number;
  fullAh: number;
  limitA: number;
  acceptancePerH: number;
  /** Ah kept of each that goes in, and its inverse. */
  eta: number;
  perEta: number;
  /** Along the taper: what of the missing goes in within an hour, and how fast it falls. */
  taperShare: number;
  etaTaper: number;
  kneeHours: number;
}

export function bankLimits({ capacityAh, coulombicFraction, acceptancePerH, limitA }: YearTables): BankLimits {
  const etaTaper = coulombicFraction * acceptancePerH;
  const perEta = 1 / coulombicFraction;
  return {
    capacityAh,
    perAh: 1 / capacityAh,
    fullAh: FULL_SOC * capacityAh,
    limitA,
    acceptancePerH,
    eta: coulombicFraction,
    perEta,
    taperShare: (1 - Math.exp(-etaTaper)) * perEta,
    etaTaper,
    kneeHours: 1 / acceptancePerH,
  };
}

/**
 * Ah that go into the bank in one hour: acceptedAh of an hour, on numbers that are worked out already, each for itself since looking
 * them up would take as long as the sum.
 * @param netA       over what the loads take, A, > 0
 * @param missingAh  to a full bank, ≥ 0
 */
export function takenInHour(
  netA: number,
  missingAh: number,
  limitA: number,
  kneeHours: number,
  taperShare: number,
  perEta: number,
  etaTaper: number,
): number {
  const currentA = netA < limitA ? netA : limitA;
  const kneeAh = currentA * kneeHours;
  if (missingAh <= kneeAh) return missingAh * taperShare;
  const untilKneeAh = (missingAh - kneeAh) * perEta;
  return untilKneeAh >= currentA
    ? currentA
    : untilKneeAh + kneeAh * (1 - Math.exp(-etaTaper * (1 - untilKneeAh / currentA))) * perEta;
}
