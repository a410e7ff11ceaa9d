import { asTyped } from '../quantity/format';
import type { Battery } from '../cells/battery';
import { cellsInSeries } from '../cells/cells-in-series';
import type { ChemistryEdits } from '../cells/chemistry-edit';
import { chemistryOf, chemistryValue } from '../cells/chemistry-of';
import { byDefault, computed, entered, type Sourced } from '../formula/figure';
import { END_CELL_V, type PostVoltage } from './end-voltage';
import { USUAL_FLAT_LOSS } from './fresh';
import type { Bank } from './plan';
import { bankOhm, batteryOhm } from './resistance';
import { leftWhen, type RuntimeSource } from './runtime';
import type { SizedBank } from './size-bank';

/** What a runtime is asked of: one battery by itself, new and warm, or the bank as it stands. */
export type AskedSource = { battery: Battery } | { bank: Bank; sized: SizedBank };

const batteryOf = (asked: AskedSource): Battery => ('battery' in asked ? asked.battery : asked.bank.battery);

/** Its posts, for the voltage under a load; a bank at its coldest. */
export function postsOf(asked: AskedSource, edits: ChemistryEdits): PostVoltage {
  const chemistry = chemistryOf(batteryOf(asked), edits);
  if ('battery' in asked) {
    const { battery } = asked;
    return { chemistry, cells: battery.cellsInSeries, ohm: batteryOhm(battery, chemistry) };
  }
  const { bank } = asked;
  const ohm = computed(bankOhm(bank, chemistry, bank.coldestTempC), 'bank at its coldest');
  return { chemistry, cells: cellsInSeries(bank), ohm };
}

/** The end voltage that is usual for its chemistry, V at the posts, to the hundredth. */
export const usualEndV = ({ cells, chemistry }: PostVoltage): number =>
  Number((cells * END_CELL_V[chemistry.family]).toFixed(2));

/** What runtimeOf asks of it. @param usableFraction as chosen, or as an end voltage leaves it */
export function runtimeSource(asked: AskedSource, edits: ChemistryEdits, usableFraction: Sourced): RuntimeSource {
  const chemistry = chemistryOf(batteryOf(asked), edits);
  const peukertExponent = chemistryValue(chemistry, 'peukertExponent');
  if ('battery' in asked) {
    const { battery } = asked;
    const { cellsInSeries: cells } = battery;
    return {
      nominalV: computed(cells * chemistry.nominalCellV, `${cells} cells of ${asTyped(chemistry.nominalCellV)} V`),
      capacityAh: entered(battery.capacityAh, battery.name),
      usableFraction,
      peukertExponent,
      leftFraction: byDefault(1, 'new and warm'),
    };
  }
  const { bank, sized } = asked;
  return {
    nominalV: sized.nominalV,
    capacityAh: sized.capacityAh,
    usableFraction,
    peukertExponent,
    leftFraction: leftWhen(bank.ageingFraction, sized.coldFraction.value, 'aged and cold, as under Bank'),
  };
}

/** The share that is usable of it where nobody has said otherwise. */
export const usualShareOf = (asked: AskedSource, edits: ChemistryEdits): number =>
  'battery' in asked ? chemistryOf(asked.battery, edits).usableFraction : asked.bank.usableFraction;

/** Off for everything, in the flat method: the bank's own, or the usual one. */
export const flatLossOf = (bank: Pick<Bank, 'flatLossFraction'> | null): number =>
  bank?.flatLossFraction ?? USUAL_FLAT_LOSS;
