import { usualField } from './meter-unit';
import type { Meter, MonitorPlan, Profile } from './plan';
import { SETTING_IDS } from './setting-id';

/** A meter that asks for everything: until the person has said what theirs asks for, nothing is kept from them. */
const freshMeter = (): Meter => ({
  name: '',
  fields: SETTING_IDS.map((id) => usualField(id)),
  automaticFull: true,
  severalProfiles: false,
  relayBy: 'charge',
  sampleS: 1,
  resolutionA: 0.01,
  offsetA: 0,
  gainRatio: 1,
});

export const newProfile = (id: string, name: string): Profile => ({
  id,
  name,
  lowestAbsorptionV: null,
  highestFloatV: null,
  stopsAtA: null,
  solarCharging: true,
  healthFraction: 1,
  tempC: null,
});

/** So far above the reserve its alarm calls, of the capacity. */
export const FRESH_MARGIN = 0.05;

export const freshMonitor = (): MonitorPlan => ({
  capacitySchool: 'rated',
  alarmMarginFraction: FRESH_MARGIN,
  starterA: null,
  meter: freshMeter(),
  profiles: [newProfile('usual', 'Usual')],
  profileId: 'usual',
  entries: [],
  totals: [],
});
