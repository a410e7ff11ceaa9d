/** What a shunt monitor may be told, in general words and in the order in which the sheet goes through it. */
export const SETTING_IDS = [
  'capacity',
  'full-voltage',
  'tail-current',
  'hold-time',
  'coulombic-efficiency',
  'peukert',
  'dead-band',
  'reserve-alarm',
  'low-alarm',
  'high-alarm',
  'empty-voltage',
  'cut-off',
  'cut-in',
  'averaging-time',
  'days-since-full',
  'equalise-days',
  'temperature-compensation',
  'shunt-rating',
  'shunt-voltage',
] as const;
export type SettingId = (typeof SETTING_IDS)[number];

/** Values of settings, in stored units: what a meter is set to, would be, or might be. */
export type SettingValues = Partial<Record<SettingId, number>>;
