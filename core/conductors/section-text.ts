import { formatNumber } from '../quantity/format';
import { gaugeOf } from './gauges.data';

/**
 * A section as it is bought: by its gauge, or in mm².
 * @example sectionText(2.5) // "2.5 mm²"
 */
export const sectionText = (areaMm2: number): string =>
  gaugeOf(areaMm2) ?? `${formatNumber(areaMm2, decimalsOf(areaMm2))} mm²`;

const decimalsOf = (areaMm2: number) => (areaMm2 % 1 === 0 ? 0 : (areaMm2 * 10) % 1 === 0 ? 1 : 2);
