import { CHEMISTRIES } from '@core/cells/chemistry.data';
import { nominalVoltage } from '@core/cells/nominal-voltage';
import { formatNumber } from '@core/quantity/format';
import type { Bank } from '@core/bank/plan';

const COUNTS = ['', '', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight'];
const count = (n: number) => COUNTS[n] || String(n);

/** "25.6 V LFP, two of 160 Ah in parallel" */
export function bankWords(bank: Bank): string {
  const { battery, seriesCount, parallelCount } = bank;
  const volts = `${formatNumber(nominalVoltage(bank).value, 1)} V ${CHEMISTRIES[battery.chemistryId].shortName}`;
  const each = `${formatNumber(battery.capacityAh, Number.isInteger(battery.capacityAh) ? 0 : 1)} Ah`;
  if (seriesCount === 1 && parallelCount === 1) return `${volts}, one of ${each}`;
  if (seriesCount === 1) return `${volts}, ${count(parallelCount)} of ${each} in parallel`;
  if (parallelCount === 1) return `${volts}, ${count(seriesCount)} of ${each} in series`;
  return `${volts}, ${count(parallelCount)} strings of ${count(seriesCount)}, ${each} each`;
}
