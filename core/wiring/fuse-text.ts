import { formatNumber } from '../quantity/format';
import type { FuseFigures } from './circuit-figures';
import type { FuseSheet } from './part';

/** The size of a fuse as it is stamped on it: 7.5, 110. @example sizeText(7.5) // "7.5" */
export const sizeText = (ratingA: number): string => formatNumber(ratingA, ratingA % 1 === 0 ? 0 : 1);

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
