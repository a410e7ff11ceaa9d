import { FIGURE_UNIT } from '@core/monitor/menu-figure';
import type { MeterField, MeterUnit } from '@core/monitor/plan';
import { type MenuValue, stepDecimals, unitFactor } from '@core/monitor/meter-unit';
import { formatNumber } from '@core/quantity/format';
import { UNITS } from '@core/quantity/unit';
import type { Limit } from '@core/plan/limit';
import { LIMITS } from '@core/rig/limits';

export const MENU_UNIT_WORDS: Record<MeterUnit, string> = {
  percent: '%',
  A: 'A',
  Ah: 'Ah',
  V: 'V',
  mV: 'mV',
  min: 'min',
  s: 's',
  h: 'h',
  days: 'days',
  'mV/K': 'mV/K',
  number: 'a bare number',
};

/** What a value of a field is in the stored unit of its setting: value of the field × this. */
export const storedPer = ({ id, unit }: MeterField, capacityAh: number): number =>
  unitFactor(id, unit, capacityAh) * UNITS[FIGURE_UNIT[unit]].factor;

/** What a field of the menu takes, in the unit of the field. */
export function menuLimit(field: MeterField, capacityAh: number): Limit {
  const per = storedPer(field, capacityAh);
  const { min, max } = LIMITS.settingValue;
  const positive = field.id !== 'temperature-compensation';
  return { min: (positive ? 0 : min) / per, max: max / per };
}

const symbolOf = (unit: MeterUnit) => (unit === 'number' ? '' : MENU_UNIT_WORDS[unit]);

/** "28.1 V" */
export function menuText({ value, unit, decimals }: Pick<MenuValue, 'value' | 'unit' | 'decimals'>): string {
  const symbol = symbolOf(unit);
  return `${formatNumber(value, decimals)}${symbol && ` ${symbol}`}`;
}

/** A stored value as the meter shows it. */
export function storedText(field: MeterField, stored: number, capacityAh: number): string {
  const decimals = stepDecimals(field.step);
  return menuText({ value: stored / unitFactor(field.id, field.unit, capacityAh), unit: field.unit, decimals });
}
