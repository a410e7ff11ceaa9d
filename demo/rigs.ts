import type { Load } from '../core/rig/load';
import { newRig } from '../core/rig/new-rig';
import type { Rig } from '../core/rig/rig';

/** The two made-up demo rigs. Places, people and makers do not exist. */

type Use = Load['use'];
const always: Use = { by: 'always' };
const hours = (hoursPerDay: number): Use => ({ by: 'hours', hoursPerDay });
const share = (dutyFraction: number): Use => ({ by: 'share', dutyFraction });

const load = (
  id: string,
  group: string,
  name: string,
  supply: 'dc' | 'ac',
  powerW: number,
  use: Use,
  quantity = 1,
): Load => ({
  id,
  name,
  group,
  supply,
  power: { by: 'watts', powerW },
  use,
  quantity,
});

export const piedWagtail: Rig = {
  ...newRig('demo-pied-wagtail', 'Pied Wagtail', 'Europe/Ljubljana'),
  purpose: 'Travelling library and repair café in a former mobile clinic, on a weekly round of hill villages',
  place: { name: 'Upper Lindre valley', timeZone: 'Europe/Ljubljana', latitudeDeg: 46.2, longitudeDeg: 14.1 },
  loads: [
    load('router', 'Always on', 'Router and modem', 'dc', 7.4, always),
    load('alarms', 'Always on', 'Gas and smoke alarms', 'dc', 1.1, always),
    load('lamps', 'Cabin', 'Reading lamps', 'dc', 2.9, hours(4.1), 8),
    load('fan', 'Cabin', 'Ventilation unit', 'dc', 11.6, hours(10.6)),
    load('chiller', 'Cabin', 'Drinks chiller', 'dc', 38, share(0.354)),
    {
      ...load('pump', 'Cabin', 'Water pump', 'dc', 0, hours(0.34)),
      power: { by: 'volts-amps', voltageV: 25.6, currentA: 2.4 },
    },
    load('solder', 'Workshop', 'Soldering bench', 'dc', 88, hours(1.2)),
    load('scanner', 'Workshop', 'Book scanner', 'ac', 26, hours(4)),
    load('laminator', 'On the inverter', 'Laminator', 'ac', 410, hours(0.28)),
    load('printer', 'On the inverter', 'Receipt printer', 'ac', 34, hours(0.6)),
    load('laptops', 'On the inverter', 'Laptop chargers', 'ac', 58, hours(1.25), 3),
  ],
  inverter: { name: 'Bench inverter', efficiencyFraction: 0.89, standbyW: 9, hoursOnPerDay: 10 },
  bank: {
    chemistryId: 'lfp',
    battery: { name: 'LFP 160 Ah, 24 V', cellsInSeries: 8, capacityAh: 160 },
    seriesCount: 1,
    parallelCount: 2,
    usableFraction: 0.8,
    ageingFraction: 0.9,
    coldestTempC: 5,
    autonomyDays: 2,
  },
  monitor: {
    capacitySchool: 'rated',
    lowestAbsorptionV: 28.4,
    highestFloatV: 27,
    solarCharging: true,
    alarmMarginFraction: 0.05,
    entered: {
      capacity: { value: 160, atMs: Date.UTC(2026, 1, 14, 15, 30) },
      'full-voltage': { value: 28.1, atMs: Date.UTC(2026, 1, 14, 15, 31) },
      'tail-current': { value: 0.04, atMs: Date.UTC(2026, 1, 14, 15, 33) },
      'coulombic-efficiency': { value: 0.99, atMs: Date.UTC(2026, 1, 14, 15, 34) },
    },
  },
};

export const saltmarshSurvey: Rig = {
  ...newRig('demo-saltmarsh-survey', 'Saltmarsh Survey', 'Europe/Amsterdam'),
  purpose: 'Flat-bottomed survey barge in the Grey Wader estuary; mooring with shore power at weekends only',
  place: { name: 'Grey Wader estuary', timeZone: 'Europe/Amsterdam', latitudeDeg: 53.3, longitudeDeg: 6.1 },
  loads: [
    load('bilge', 'Always on', 'Bilge alarm and float switch', 'dc', 0.6, always),
    load('logger', 'Always on', 'Tide logger', 'dc', 4.2, always),
    load('anchor', 'Deck', 'Anchor light', 'dc', 3.5, hours(11)),
    load('pump', 'Deck', 'Bilge pump', 'dc', 62, hours(0.2)),
    load('sounder', 'Survey', 'Echo sounder', 'dc', 24, hours(5)),
    load('freezer', 'Survey', 'Sample freezer', 'dc', 55, share(0.38)),
    load('radio', 'Survey', 'Radio, mostly listening', 'dc', 6, hours(12)),
    load('lamps', 'Cabin', 'Cabin lamps', 'dc', 4, hours(4), 4),
  ],
  bank: {
    chemistryId: 'flooded',
    battery: { name: '2 V cell, 450 Ah', cellsInSeries: 1, capacityAh: 450 },
    seriesCount: 6,
    parallelCount: 1,
    usableFraction: 0.5,
    ageingFraction: 0.85,
    coldestTempC: 5,
    autonomyDays: 3,
  },
  monitor: {
    capacitySchool: 'rated',
    lowestAbsorptionV: 14.4,
    highestFloatV: 13.6,
    solarCharging: true,
    alarmMarginFraction: 0.1,
    entered: {},
  },
};
