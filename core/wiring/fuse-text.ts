import { formatNumber } from '../quantity/format';
import type { FuseFigures } from './circuit-figures';

/** The family of a fuse; where none of the list has its size and will do there, what the fuse to buy must stand and break. */
export function fuseText({
  choice,
  highestV,
  shortCircuit,
}: Pick<FuseFigures, 'choice' | 'highestV' | 'shortCircuit'>): string {
  if (choice?.family) return choice.family;
  const breaks = shortCircuit ? `, breaking ${formatNumber(shortCircuit.value, 0)} A` : '';
  return `for ${formatNumber(highestV, 1)} V${breaks}`;
}
