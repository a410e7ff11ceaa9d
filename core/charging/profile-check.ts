import { cellsInSeries } from '../cells/cells-in-series';
import { chemistryOf } from '../cells/chemistry-of';
import type { Bank } from '../bank/plan';
import type { ChemistryEdits } from '../cells/chemistry-edit';
import type { Source } from '../sources/source';

/** What is wrong with a charger's voltages for a bank, in volts of the bank. */
export interface ProfileIssue {
  code: 'absorption-high' | 'absorption-low' | 'float-high' | 'float-low';
  isV: number;
  wantedV: number;
}

/** Chargers are set in tenths; what lies further off was meant for another chemistry. */
export const NEAR_FRACTION = 0.012;

/** A charger's absorption and float against the chemistry's. Voltages that are not known are not judged. */
export function profileIssues(
  source: Pick<Source, 'absorptionV' | 'floatV'>,
  bank: Bank,
  edits: ChemistryEdits,
): ProfileIssue[] {
  const chemistry = chemistryOf(bank.battery, edits);
  const cells = cellsInSeries(bank);
  const check = (isV: number | null, cellV: number, name: 'absorption' | 'float'): ProfileIssue[] => {
    const wantedV = cells * cellV;
    if (isV === null || Math.abs(isV - wantedV) <= NEAR_FRACTION * wantedV) return [];
    return [{ code: isV > wantedV ? `${name}-high` : `${name}-low`, isV, wantedV }];
  };
  return [
    ...check(source.absorptionV, chemistry.absorptionCellV, 'absorption'),
    ...check(source.floatV, chemistry.floatCellV, 'float'),
  ];
}
