import type { Load } from '../audit/load';
import { chemistryOf } from '../cells/chemistry-of';
import { isOtherVoltage, twelveVoltBlocks } from '../cells/twelve-volt-blocks';
import type { DemandParts } from './demand';

export type BankOf = Pick<DemandParts, 'bank' | 'chemistryEdits'>;

const blocksOf = ({ bank, chemistryEdits }: BankOf): number =>
  twelveVoltBlocks(bank, chemistryOf(bank.battery, chemistryEdits));

/** V that a bank is called by: 12 for each block. */
export const systemV = (bankOf: BankOf): number => 12 * blocksOf(bankOf);

/** V that a load insists on where the bank has others, so that a converter lies between; null: it takes the bank's. */
export const converterV = ({ dcVoltageV }: Pick<Load, 'dcVoltageV'>, bankOf: BankOf): number | null =>
  dcVoltageV !== null && isOtherVoltage(dcVoltageV, blocksOf(bankOf)) ? dcVoltageV : null;
