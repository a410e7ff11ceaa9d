import { byDefault, type Figure } from '../formula/figure';
import { sumOver } from '../formula/formula';
import type { StepContext } from './context';

/** Of the capacity an hour, where the sheet of a battery names no limit. */
const USUAL_C = { lithium: 1, lead: 0.3 } as const;

/** What the strings of a bank may give together for good, A. */
export const batteryCurrentLimit = ({ circuit, chemistry }: Pick<StepContext, 'circuit' | 'chemistry'>): Figure =>
  sumOver(
    { id: 'commissioning.bank-limit', says: 'the bank gives at most', unit: 'A', source: 'sheets of its batteries' },
    circuit.strings.map(({ name, battery }) => ({ says: name, battery })),
    ({ battery }) =>
      battery.dischargeA === null
        ? byDefault(USUAL_C[chemistry.family] * battery.capacityAh, 'usual for its chemistry')
        : { value: battery.dischargeA, origin: 'entered', note: battery.name },
  );
