import type { MeterField, MeterUnit } from './plan';
import type { SettingId } from './setting-id';

/** In which units meters ask for a setting, the usual one first. */
export const UNITS_OF: Record<SettingId, readonly [MeterUnit, ...MeterUnit[]]> = {
  capacity: ['Ah'],
  'full-voltage': ['V'],
  'tail-current': ['percent', 'A'],
  'hold-time': ['min', 's'],
  'coulombic-efficiency': ['percent'],
  peukert: ['number'],
  'dead-band': ['A'],
  'reserve-alarm': ['percent', 'Ah'],
  'low-alarm': ['V'],
  'high-alarm': ['V'],
  'empty-voltage': ['V'],
  'cut-off': ['percent', 'V'],
  'cut-in': ['percent', 'V'],
  'averaging-time': ['min', 's', 'h'],
  'days-since-full': ['days'],
  'equalise-days': ['days'],
  'temperature-compensation': ['mV/K'],
  'shunt-rating': ['A'],
  'shunt-voltage': ['mV'],
};

/** Steps in which meters usually count, of each unit of a setting. */
const STEPS: Record<SettingId, Partial<Record<MeterUnit, number>>> = {
  capacity: { Ah: 1 },
  'full-voltage': { V: 0.1 },
  'tail-current': { percent: 0.1, A: 0.1 },
  'hold-time': { min: 1, s: 30 },
  'coulombic-efficiency': { percent: 1 },
  peukert: { number: 0.01 },
  'dead-band': { A: 0.01 },
  'reserve-alarm': { percent: 1, Ah: 1 },
  'low-alarm': { V: 0.1 },
  'high-alarm': { V: 0.1 },
  'empty-voltage': { V: 0.1 },
  'cut-off': { percent: 1, V: 0.1 },
  'cut-in': { percent: 1, V: 0.1 },
  'averaging-time': { min: 1, s: 60, h: 1 },
  'days-since-full': { days: 1 },
  'equalise-days': { days: 1 },
  'temperature-compensation': { 'mV/K': 1 },
  'shunt-rating': { A: 1 },
  'shunt-voltage': { mV: 1 },
};

export const usualField = (id: SettingId, unit: MeterUnit = UNITS_OF[id][0]): MeterField => ({
  id,
  unit,
  step: STEPS[id][unit] ?? 1,
});

/**
 * What one of a meter's unit is in the unit in which Coulan keeps the setting.
 * @param capacityAh  set in the meter: percentages refer to it
 */
export function unitFactor(id: SettingId, unit: MeterUnit, capacityAh: number): number {
  switch (unit) {
    case 'percent':
      return 0.01;
    case 'A':
      return id === 'tail-current' ? 1 / capacityAh : 1;
    case 'Ah':
      return id === 'reserve-alarm' ? 1 / capacityAh : 1;
    case 's':
      return 1 / 60;
    case 'h':
      return 60;
    case 'mV':
    case 'mV/K':
      return 0.001;
    case 'V':
    case 'min':
    case 'days':
    case 'number':
      return 1;
  }
}

/** To which side a setting is rounded: to the one on which less goes wrong. */
export const SAFE_SIDE: Record<SettingId, 'up' | 'down'> = {
  capacity: 'down',
  'full-voltage': 'up',
  'tail-current': 'down',
  'hold-time': 'up',
  'coulombic-efficiency': 'down',
  peukert: 'up',
  'dead-band': 'down',
  'reserve-alarm': 'up',
  'low-alarm': 'up',
  'high-alarm': 'down',
  'empty-voltage': 'up',
  'cut-off': 'up',
  'cut-in': 'up',
  'averaging-time': 'up',
  'days-since-full': 'down',
  'equalise-days': 'up',
  'temperature-compensation': 'down',
  'shunt-rating': 'up',
  'shunt-voltage': 'up',
};

/** A setting as a meter's menu takes it. */
export interface MenuValue {
  /** In the meter's unit. */
  value: number;
  unit: MeterUnit;
  decimals: number;
  /** The same in the unit in which Coulan keeps the setting. */
  stored: number;
  /** No step of the menu lies within what is allowed: the nearest on the safe side stands here. */
  misses: boolean;
}

/** Sums of decimal fractions come out a hair beside a step. */
const HAIR = 1e-7;

/** How many decimals a menu of such steps shows. @example stepDecimals(0.05) // 2 */
export const stepDecimals = (step: number): number => Math.min(4, Math.max(0, Math.ceil(-Math.log10(step) - HAIR)));

/**
 * The step of a meter's menu for a setting: on the safe side of it, or where that is no longer allowed the nearest that is.
 * @param allowed  where it may lie, in the stored unit
 */
export function menuValue(
  { id, unit, step }: MeterField,
  stored: number,
  allowed: { low: number; high: number },
  capacityAh: number,
): MenuValue {
  const factor = unitFactor(id, unit, capacityAh);
  const steps = stored / factor / step;
  const [below, above] = [Math.floor(steps + HAIR), Math.ceil(steps - HAIR)];
  const [safe, other] = SAFE_SIDE[id] === 'up' ? [above, below] : [below, above];
  const fits = (count: number) =>
    count * step * factor >= allowed.low - HAIR * step * factor &&
    count * step * factor <= allowed.high + HAIR * step * factor;
  const found = [safe, other].find(fits);
  const decimals = stepDecimals(step);
  const value = Number(((found ?? safe) * step).toFixed(decimals));
  return { value, unit, decimals, stored: value * factor, misses: found === undefined };
}

/** The first and the last step of a meter's menu within what is allowed, in the stored unit; null: none lies there. */
export function menuRange(
  { id, unit, step }: MeterField,
  { low, high }: { low: number; high: number },
  capacityAh: number,
): { low: number; high: number } | null {
  const stored = step * unitFactor(id, unit, capacityAh);
  const [first, last] = [Math.ceil(low / stored - HAIR), Math.floor(high / stored + HAIR)];
  return first <= last ? { low: first * stored, high: last * stored } : null;
}
