import { type Figure, measured, type Sourced } from '../formula/figure';
import { formatNumber } from '../quantity/format';
import { chargeAtDawn, chargeNow, nightMean } from './keep-up-formulas';
import type { LedgerRow } from './ledger';
import { ledgerWindow } from './window';

/** Less than this is not worth a remark. */
const UNLOGGED_SAID_H = 1;

export interface ChargeState {
  /** The day with which the book ends. */
  key: string;
  now: Figure;
  /** Null where no whole night is in the book. */
  atDawn: Figure | null;
}

/** What is in the bank where the book ends, and after one more usual night; null while no full mark anchors the balance. */
export function chargeState(
  ledger: readonly LedgerRow[],
  windowDays: number | null,
  capacityAh: Sourced,
): ChargeState | null {
  const last = ledger.at(-1);
  if (!last?.carriedFromFull) return null;
  const now = chargeNow.figure(
    { capacityAh, carriedAh: measured(last.carriedAh, 'balance since the last full mark') },
    {
      remark:
        last.unloggedH < UNLOGGED_SAID_H
          ? undefined
          : `${formatNumber(last.unloggedH, 0)} h since then were not logged: what passed in them is not in it.`,
    },
  );
  const night = usualNight(ledger, windowDays);
  return { key: last.key, now, atDawn: night && chargeAtDawn.figure({ chargeAh: now, nightAh: night }) };
}

/** Mean Ah out of the nights in the window; null when none was logged whole. */
export function usualNight(ledger: readonly LedgerRow[], windowDays: number | null): Figure | null {
  const nights = ledgerWindow(ledger, windowDays).rows.flatMap((row) => (row.nightAh === null ? [] : [row.nightAh]));
  if (nights.length === 0) return null;
  const nightsAh = nights.reduce((sum, ah) => sum + ah, 0);
  return nightMean.figure({ nightsAh: measured(nightsAh), nights: measured(nights.length) });
}
