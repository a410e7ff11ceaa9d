import { cellsInSeries } from '../cells/cells-in-series';
import type { Bank, OtherStrings } from './plan';

export type MixingWarning =
  | { code: 'model'; says: string }
  | { code: 'capacity'; ownAh: number; otherAh: number }
  | { code: 'age'; months: number }
  | { code: 'age-unknown' }
  | { code: 'voltage'; ownCells: number; otherCells: number };

/** Batteries bought further apart than this are of different age. */
const AGE_MONTHS = 6;

/** What speaks against strings of another kind in a bank. A chemistry mix is refused by the schema, and a voltage mix here. */
export function mixingWarnings(bank: Bank, other: OtherStrings): MixingWarning[] {
  const warnings: MixingWarning[] = [];
  const [ownCells, otherCells] = [cellsInSeries(bank), cellsInSeries(other)];
  if (ownCells !== otherCells) warnings.push({ code: 'voltage', ownCells, otherCells });
  if (other.battery.name !== bank.battery.name) warnings.push({ code: 'model', says: other.battery.name });
  if (other.battery.capacityAh !== bank.battery.capacityAh) {
    warnings.push({ code: 'capacity', ownAh: bank.battery.capacityAh, otherAh: other.battery.capacityAh });
  }
  if (bank.boughtIn === null || other.boughtIn === null) warnings.push({ code: 'age-unknown' });
  else {
    const months = Math.abs(monthOf(bank.boughtIn) - monthOf(other.boughtIn));
    if (months > AGE_MONTHS) warnings.push({ code: 'age', months });
  }
  return warnings;
}

/** Whether a battery may be mixed into a bank at all. */
export const mayMix = (bank: Bank, other: Pick<OtherStrings, 'battery'>): boolean =>
  other.battery.chemistryId === bank.battery.chemistryId;

const monthOf = (yearMonth: string) => Number(yearMonth.slice(0, 4)) * 12 + Number(yearMonth.slice(5, 7));
