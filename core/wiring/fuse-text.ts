import { formatNumber } from '../quantity/format';
import type { FuseFigures } from './circuit-figures';
import type { FuseSheet } from './part';

/** "58 V, breaking 4,300 A" */
export const sheetText = ({ standsV, breaksA }: FuseSheet): string =>
  `${formatNumber(standsV, 0)} V, breaking ${formatNumber(breaksA, 0)} A`;

/** The family of a fuse; where none of the list has its size and will do there, what the fuse to buy must stand and break. */
export function fuseText({
  part,
  choice,
  highest,
  shortCircuit,
}: Pick<FuseFigures, 'part' | 'choice' | 'highest' | 'shortCircuit'>): string {
  if (part.sheet) return `${part.family || 'by its sheet'}: ${sheetText(part.sheet)}`;
  if (choice?.family) return choice.family;
  const breaks = shortCircuit ? `, breaking ${formatNumber(shortCircuit.value, 0)} A` : '';
  return `for ${formatNumber(highest.value, 1)} V${breaks}`;
}
