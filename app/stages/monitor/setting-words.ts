import type { SettingProblem } from '@core/monitor/derive-settings';
import type { SettingId } from '@core/monitor/plan';
import { LIMITS } from '@core/rig/limits';

interface SettingWords {
  name: string;
  why: string;
  tooLow: string;
  tooHigh: string;
}

/** Why each setting is what it is, and what goes wrong on either side. */
export const SETTING_WORDS: Record<SettingId, SettingWords> = {
  capacity: {
    name: 'Capacity',
    why: 'The meter turns counted amp-hours into percent with it, and the tail current is a percentage of it.',
    tooLow: 'The meter shows empty while charge is left, and the alarm cries early.',
    tooHigh: 'The meter shows charge that is not there; the bank goes dark with percent to spare.',
  },
  'full-voltage': {
    name: 'Full voltage',
    why: 'Below the lowest absorption voltage of any charger that can finish a charge, and above float and the rested full bank.',
    tooLow: 'Float, or a bank at rest, counts as full: the counter jumps to 100 % on a bank that is not.',
    tooHigh: 'The weakest charger never reaches it: no full mark for weeks, and every small error piles up.',
  },
  'tail-current': {
    name: 'Tail current',
    why: 'At the end of a charge the bank takes less and less. Above what the chargers stop at, below what passing clouds leave.',
    tooLow: 'The charger stops before the current has fallen so far: full is missed.',
    tooHigh: 'A cloud or a weak source looks like the end of a charge: full is marked falsely.',
  },
  'hold-time': {
    name: 'Hold time',
    why: 'Volts and amps must both hold this long. A cloud lets the current fall for minutes too, so solar needs longer.',
    tooLow: 'One passing cloud in absorption makes a false full mark.',
    tooHigh: 'Short absorption phases are never counted as full.',
  },
  'coulombic-efficiency': {
    name: 'Coulombic efficiency',
    why: 'Not every amp-hour that goes in comes out again. The logbook can teach the true share.',
    tooLow: 'The count runs low against the bank: it seems emptier each day without a full mark.',
    tooHigh: 'The count runs high against the bank: charge on paper that is not in the cells.',
  },
  'dead-band': {
    name: 'Dead band',
    why: 'Currents below it count as zero, to hide the meter’s own drift. It must stay under the smallest standing load.',
    tooLow: 'The drift of the meter is counted as a current.',
    tooHigh: 'A standing load below the band is never counted, day and night.',
  },
  'reserve-alarm': {
    name: 'Reserve alarm',
    why: 'At the reserve plus a margin to act in.',
    tooLow: 'It calls when nothing can be done any more.',
    tooHigh: 'It calls so often that nobody hears it.',
  },
};

export const PROBLEM_WORDS: Record<SettingProblem, string> = {
  'no-room-for-full-voltage':
    'No voltage fits between float and absorption. Check what was entered for the chargers, or raise the absorption voltage within the battery’s sheet.',
  'dead-band-swallows-load':
    'Even the smallest band hides the smallest standing load of the audit. Choose a finer shunt, or add that load to the daily figure by hand.',
};

/** What a meter’s field can hold. */
export const settingLimit = (id: SettingId) =>
  ({
    capacity: LIMITS.capacityAh,
    'full-voltage': LIMITS.chargerV,
    'tail-current': { min: 0, max: 1 },
    'hold-time': { min: 0, max: 1440 },
    'coulombic-efficiency': { min: 0.3, max: 1 },
    'dead-band': { min: 0, max: 100 },
    'reserve-alarm': { min: 0, max: 1 },
  })[id];

/** As finely as a meter’s field shows it. */
export const METER_DECIMALS: Record<SettingId, number> = {
  capacity: 0,
  'full-voltage': 2,
  'tail-current': 1,
  'hold-time': 0,
  'coulombic-efficiency': 0,
  'dead-band': 2,
  'reserve-alarm': 0,
};
