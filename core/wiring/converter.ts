import type { Load } from '../audit/load';
import { chemistryOf } from '../cells/chemistry-of';
import { twelveVoltBlocks } from '../cells/twelve-volt-blocks';
import type { DemandParts } from './demand';

export type BankOf = Pick<DemandParts, 'bank' | 'chemistryEdits'>;

/** V that a bank is called by: 12 for each block. */
export const systemV = ({ bank, chemistryEdits }: BankOf): number =>
  12 * Math.round(twelveVoltBlocks(bank, chemistryOf(bank.battery, chemistryEdits)));

/** V that a load insists on where the bank has others, so that a converter lies between; null: it takes the bank's. */
export const converterV = ({ dcVoltageV }: Pick<Load, 'dcVoltageV'>, bankOf: BankOf): number | null =>
  dcVoltageV === null || 12 * Math.round(dcVoltageV / 12) === systemV(bankOf) ? null : dcVoltageV;
