import type { Figure } from '../../formula/figure';
import type { SettingId } from '../setting-id';

export type SettingProblem =
  | 'no-room-for-full-voltage'
  | 'charger-stops-above-tail'
  | 'dead-band-swallows-load'
  | 'shunt-too-small'
  | 'no-room-for-alarm';

/** One setting as it follows from the rig, before the meter's own steps and what was keyed in. */
export interface DerivedSetting {
  id: SettingId;
  figure: Figure;
  /** Where it may lie, in the figure's unit. */
  allowed: { low: number; high: number };
  problems: SettingProblem[];
}

export const setting = (
  id: SettingId,
  figure: Figure,
  low: number,
  high: number,
  problems: SettingProblem[] = [],
): DerivedSetting => ({ id, figure, allowed: { low, high }, problems });
