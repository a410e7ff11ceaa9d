/** Whether charging keeps up: of a month of the simulated year, and of a logged book. */
export type MonthVerdict = 'keeps-up' | 'only-just' | 'falls-behind';

export type MonthReason =
  /** Never or seldom below the reserve. */
  | 'enough'
  /** The sources offer less than the loads take. */
  | 'too-little'
  /** Enough is offered, but the bank is too cold or hot to take it. */
  | 'temperature'
  /** Enough is offered, but the bank takes it too slowly to become full. */
  | 'slow'
  /** Enough on the whole, but lean days in a row outlast it: dull ones, or such as nothing charges on. */
  | 'spells';

/** How far under the target still counts as only just. */
const JUST_UNDER = 0.15;
const SELDOM_FULL_DAYS = 4;
/** With no more over than this a bank that was once empty stays so. */
const LITTLE_OVER = 1.05;

/**
 * @param stay  share of years in which the month stays above the reserve
 * @example monthVerdict(0.9, 0.95) // "only-just"
 */
export function monthVerdict(stay: number, targetFraction: number): MonthVerdict {
  if (stay >= targetFraction) return 'keeps-up';
  return stay >= targetFraction - JUST_UNDER ? 'only-just' : 'falls-behind';
}

/** What the month fails by, from its means a day. */
export function monthReason(
  verdict: MonthVerdict,
  month: {
    offeredAh: number;
    usedAh: number;
    refusedAh: number;
    refusedColdAh: number;
    fullDaysPerMonth: number;
    coulombicFraction: number;
  },
): MonthReason {
  if (verdict === 'keeps-up') return 'enough';
  const neededAh = month.usedAh / month.coulombicFraction;
  if (month.offeredAh < LITTLE_OVER * neededAh) return 'too-little';
  if (month.offeredAh - month.refusedColdAh < neededAh) return 'temperature';
  const slowAh = month.refusedAh - month.refusedColdAh;
  return month.fullDaysPerMonth < SELDOM_FULL_DAYS && slowAh > 0.1 * month.offeredAh ? 'slow' : 'spells';
}
