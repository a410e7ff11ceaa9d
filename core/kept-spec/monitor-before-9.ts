/** The monitor's part of a plan as it was before version 9, with nothing keyed in. */
export const MONITOR_BEFORE_9 = {
  capacitySchool: 'rated',
  alarmMarginFraction: 0.05,
  solarCharging: true,
  lowestAbsorptionV: null,
  highestFloatV: null,
  entered: {},
};
