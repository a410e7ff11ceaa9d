/** What limits a charge, all per hour and in shares of the capacity. */
export interface Acceptance {
  /** Full current until this much is missing; then the current falls with what is missing, per hour. */
  perH: number;
  /** Never more than this share of the capacity an hour. */
  capPerH: number;
  /** Ah kept of each Ah that goes in. */
  coulombicFraction: number;
}

/**
 * Charge that a bank takes in one step, solved exactly: at the offered current until what it accepts falls below it, then along the
 * taper.
 *
 *     I = min(offered, cap·C, k·(1 − SoC)·C),   dSoC/dt = η·I/C
 *
 * Left out: the voltage itself, and that a warm lead battery takes more.
 * @param soc         0 … 1
 * @param offeredA    ≥ 0, constant over the step
 * @param capacityAh  > 0
 * @param hours       length of the step, > 0
 * @returns           Ah that went in, 0 … offeredA · hours
 * @example acceptedAh({ perH: 2, capPerH: 0.5, coulombicFraction: 1 }, 0.5, 20, 100, 1) // 20
 */
export function acceptedAh(
  { perH, capPerH, coulombicFraction }: Acceptance,
  soc: number,
  offeredA: number,
  capacityAh: number,
  hours: number,
): number {
  const currentA = Math.min(offeredA, capPerH * capacityAh);
  const missing = 1 - soc;
  if (!(missing > 0) || !(currentA > 0)) return 0;
  const knee = currentA / (perH * capacityAh);
  if (missing <= knee)
    return (missing * -Math.expm1(-coulombicFraction * perH * hours) * capacityAh) / coulombicFraction;
  const fullH = ((missing - knee) * capacityAh) / (coulombicFraction * currentA);
  if (fullH >= hours) return currentA * hours;
  return (
    currentA * fullH +
    (knee * -Math.expm1(-coulombicFraction * perH * (hours - fullH)) * capacityAh) / coulombicFraction
  );
}
