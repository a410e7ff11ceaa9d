import { GENERIC_BATTERIES } from '../core/bank/generic-batteries.data';
import type { Inverter } from '../core/audit/inverter';
import type { DayPattern, Load, PatternId, Recording } from '../core/audit/load';
import type { Source, SolarSource } from '../core/sources/source';
import { newArray, newEngine, newSource, weekOf } from '../core/sources/new-source';
import { newBank } from '../core/bank/fresh';
import { newCharging } from '../core/charging/fresh';
import { newInverter, newLoad } from '../core/audit/fresh';
import { freshMonitor } from '../core/monitor/fresh';
import type { SettingId } from '../core/monitor/setting-id';
import { stampOf } from '../core/plan/stamped';
import { deriveRig } from '../core/rig/derive-rig';
import { newRig } from '../core/rig/new-rig';
import type { Rig } from '../core/rig/rig';
import { walkedToTheMaintainer } from './commissioning';
import { laidOut, measuredAllRound } from './wiring';

/** The two made-up demo rigs. Places, people and makers do not exist. */

type Use = Load['use'];
const always: Use = { by: 'always' };
const hours = (hoursPerDay: number): Use => ({ by: 'hours', hoursPerDay });
const share = (dutyFraction: number): Use => ({ by: 'share', dutyFraction });
const named = (id: PatternId): DayPattern => ({ by: 'named', id });
const watts = (powerW: number): Load['power'] => ({ by: 'watts', powerW });
const model = (id: string) => GENERIC_BATTERIES.find((battery) => battery.id === id)!;

function load(id: string, group: string, name: string, power: Load['power'], use: Use, more: Partial<Load> = {}): Load {
  return { ...newLoad(id, group), name, power, use, ...more };
}

/** A plane tree stands to the east of the yard. */
const shadedMornings = Array.from({ length: 24 }, (_, hour) => (hour < 10 ? 0.5 : 0));

function solar(
  id: string,
  name: string,
  controller: Pick<Source, 'absorptionV' | 'floatV'> & { limitA: number },
  arrays: SolarSource['arrays'],
): Source {
  return { ...(newSource('solar', id) as SolarSource), ...controller, name, arrays };
}

function shore(id: string, name: string, currentA: number, week: Extract<Source, { kind: 'shore' }>['week']): Source {
  const usual = newSource('shore', id) as Extract<Source, { kind: 'shore' }>;
  return { ...usual, name, currentA, week, absorptionV: 14.4, floatV: 13.6 };
}

/** The chiller as heard by a telephone beside it: nine cycles, no two the same. */
const chillerHeard: Recording = {
  from: 'sound',
  atMs: Date.UTC(2026, 1, 20, 9, 12),
  states: [
    { name: 'resting', powerW: 0 },
    { name: 'running', powerW: 38 },
  ],
  spans: [
    [0, 640],
    [1, 905],
    [0, 1610],
    [1, 980],
    [0, 1585],
    [1, 850],
    [0, 1720],
    [1, 890],
    [0, 1490],
    [1, 1040],
    [0, 1655],
    [1, 870],
    [0, 1700],
    [1, 925],
    [0, 1540],
    [1, 895],
    [0, 1630],
    [1, 960],
    [0, 1575],
    [1, 410],
  ].map(([state, seconds]) => ({ state: state!, seconds: seconds! })),
};

const bench: Inverter = {
  ...newInverter('bench'),
  name: 'Bench inverter',
  continuousW: 1200,
  surgeW: 2400,
  efficiencyFraction: 0.89,
  standbyW: 9,
  hoursOnPerDay: 10,
  cutOffV: 21.6,
  bench: [
    [0, 26.4, 0.34],
    [26, 26.4, 1.46],
    [58, 26.3, 2.82],
    [174, 26.2, 7.75],
    [410, 26.0, 18.05],
    [640, 25.8, 28.55],
  ].map(([acW, dcV, dcA]) => ({ acW: acW!, dcV: dcV!, dcA: dcA! })),
};

const wagtail: Rig = {
  ...newRig('demo-pied-wagtail', 'Pied Wagtail', 'Europe/Ljubljana'),
  purpose: 'Travelling library and repair café in a former mobile clinic, on a weekly round of hill villages',
  place: { name: 'Upper Lindre valley', timeZone: 'Europe/Ljubljana', latitudeDeg: 46.2, longitudeDeg: 14.1 },
  audit: { month: 3, ambientTempC: 21, sizeFor: 'nine-in-ten', sunHoursPerDay: 3.2 },
  loads: [
    load('router', 'Always on', 'Router and modem', watts(7.4), always, {
      known: 'logged',
      must: true,
    }),
    load('alarms', 'Always on', 'Gas and smoke alarms', watts(1.1), always, { must: true }),
    load('lamps', 'Cabin', 'Reading lamps', watts(2.9), hours(4.1), {
      known: 'clamp',
      quantity: 8,
      pattern: named('evening'),
    }),
    load('fan', 'Cabin', 'Ventilation unit', watts(11.6), hours(10.6), {
      known: 'clamp',
      pattern: named('day'),
      climate: { by: 'above', tempC: 16 },
    }),
    load(
      'chiller',
      'Cabin',
      'Drinks chiller',
      watts(38),
      { by: 'timed', recording: chillerHeard, hoursPerDay: 24 },
      {
        known: 'timed',
        surgeFactor: 3,
        climate: { by: 'compressor', setTempC: 6, refTempC: 21 },
      },
    ),
    load('pump', 'Cabin', 'Water pump', { by: 'volts-amps', voltageV: 25.6, currentA: 2.4 }, hours(0.34), {
      known: 'clamp',
      pattern: named('meals'),
      surgeFactor: 2,
    }),
    load('solder', 'Workshop', 'Soldering bench', watts(88), hours(1.6), {
      known: 'clamp',
      pattern: named('day'),
      daysPerWeek: 5,
      spread: { lowFraction: 0.4, highFraction: 1.7 },
    }),
    load('scanner', 'Workshop', 'Book scanner', watts(26), hours(5.2), {
      known: 'wattmeter',
      supply: 'ac',
      pattern: named('day'),
      daysPerWeek: 5,
    }),
    load('laminator', 'On the inverter', 'Laminator', watts(410), hours(0.36), {
      known: 'wattmeter',
      supply: 'ac',
      pattern: named('day'),
      daysPerWeek: 5,
      spread: { lowFraction: 0.3, highFraction: 2 },
    }),
    load('printer', 'On the inverter', 'Receipt printer', watts(34), hours(0.8), {
      supply: 'ac',
      pattern: named('day'),
      daysPerWeek: 5,
    }),
    load('laptops', 'On the inverter', 'Laptop chargers', watts(58), hours(1.25), {
      known: 'wattmeter',
      supply: 'ac',
      quantity: 3,
      pattern: named('evening'),
    }),
  ],
  inverters: [bench],
  trials: [
    {
      id: 'trial-1',
      atMs: Date.UTC(2026, 1, 3, 18, 0),
      says: 'Film night, lamps and laptops',
      drawW: 150,
      method: 'itemised',
      predictedH: 36.3,
      observedH: 33.5,
    },
    {
      id: 'trial-2',
      atMs: Date.UTC(2026, 1, 11, 17, 30),
      says: 'Laminating day',
      drawW: 480,
      method: 'itemised',
      predictedH: 11.1,
      observedH: 10.4,
    },
    {
      id: 'trial-3',
      atMs: Date.UTC(2026, 2, 5, 19, 0),
      says: 'Market evening',
      drawW: 210,
      method: 'flat',
      predictedH: 26.5,
      observedH: null,
    },
  ],
  bank: {
    ...newBank(model('generic-lfp-8-160'), 1, 2),
    boughtIn: '2025-04',
    ageingFraction: 0.9,
    coldestTempC: 5,
    autonomyDays: 2,
  },
  charging: {
    ...newCharging(),
    climateId: 'mountain-valley',
    bankAboveTempC: 8,
    sources: [
      solar('roof', 'Roof modules', { limitA: 30, absorptionV: 28.4, floatV: 27 }, [
        { ...newArray('roof-front', 380), name: 'front half' },
        { ...newArray('roof-rear', 380), name: 'rear half', shade: shadedMornings },
      ]),
      {
        ...newEngine('alternator'),
        name: 'Round by engine',
        absorptionV: 28.4,
        floatV: 27,
        mode: { by: 'limited', currentA: 30 },
        week: weekOf([1, 3], 7.25, 1.25),
        trips: [{ fromDay: '08-03', toDay: '08-09', fromHour: 9, hours: 3 }],
      },
    ],
  },
  monitor: {
    ...newMonitor('Cab door', ['temperature-compensation', 'equalise-days', 'averaging-time']),
  },
};

/** With what was typed into its meter that February, when it had one string of batteries, by somebody who had set lead before. */
export const piedWagtail = typedIn(walkedToTheMaintainer(measuredAllRound(wagtail)), oneString(wagtail), [
  {
    atMs: Date.UTC(2026, 1, 14, 15, 30),
    by: 'Workshop',
    note: 'as on the card of the old bank; to be looked at again',
    values: [
      ['capacity', 160],
      ['full-voltage', 26.8],
      ['tail-current', 0.05],
      ['hold-time', 2],
      ['coulombic-efficiency', 0.99],
      ['dead-band', 0.05],
      ['reserve-alarm', 0.25],
    ],
  },
]);

const oldCells = model('generic-flooded-1-450');

const saltmarsh: Rig = {
  ...newRig('demo-saltmarsh-survey', 'Saltmarsh Survey', 'Europe/Amsterdam'),
  purpose: 'Flat-bottomed survey barge in the Grey Wader estuary; mooring with shore power at weekends only',
  place: { name: 'Grey Wader estuary', timeZone: 'Europe/Amsterdam', latitudeDeg: 53.3, longitudeDeg: 6.1 },
  audit: { month: 10, ambientTempC: 14, sizeFor: 'nine-in-ten', sunHoursPerDay: 1.6 },
  loads: [
    load('bilge', 'Always on', 'Bilge alarm and float switch', watts(0.6), always, { must: true }),
    load('logger', 'Always on', 'Tide logger', watts(4.2), always, { known: 'clamp', must: true }),
    load('anchor', 'Deck', 'Anchor light', watts(3.5), hours(11), { pattern: named('night'), must: true }),
    load('pump', 'Deck', 'Bilge pump', watts(62), hours(0.2), {
      known: 'clamp',
      surgeFactor: 2,
      must: true,
      spread: { lowFraction: 0.2, highFraction: 4 },
    }),
    load('sounder', 'Survey', 'Echo sounder', watts(24), hours(7), {
      known: 'clamp',
      pattern: named('day'),
      daysPerWeek: 5,
    }),
    load('freezer', 'Survey', 'Sample freezer', watts(55), share(0.38), {
      surgeFactor: 3,
      must: true,
      climate: { by: 'compressor', setTempC: -15, refTempC: 14 },
    }),
    load('radio', 'Survey', 'Radio, mostly listening', watts(6), hours(12), { pattern: named('day') }),
    load('lamps', 'Cabin', 'Cabin lamps', watts(4), hours(4), { quantity: 4, pattern: named('evening') }),
  ],
  bank: {
    ...newBank(oldCells, 6, 1),
    boughtIn: '2023-06',
    ageingFraction: 0.85,
    coldestTempC: 5,
    autonomyDays: 3,
  },
  charging: {
    ...newCharging(),
    climateId: 'ocean-coast',
    bankAboveTempC: 4,
    sources: [
      solar('wheelhouse', 'Wheelhouse roof', { limitA: 10, absorptionV: 14.4, floatV: 13.6 }, [
        { ...newArray('wheelhouse-1', 140), name: 'roof' },
      ]),
      shore('pontoon', 'Pontoon charger', 30, weekOf([5, 6], 9.5, 7.5)),
    ],
  },
  monitor: {
    ...newMonitor('Chart table', ['hold-time', 'high-alarm', 'cut-off', 'cut-in']),
    alarmMarginFraction: 0.1,
  },
};

/** Its circuit as it would be laid out, not measured yet; its meter was set up in the autumn before. */
export const saltmarshSurvey = typedIn(laidOut(saltmarsh), laidOut(saltmarsh), [
  {
    atMs: Date.UTC(2025, 9, 4, 9, 20),
    by: 'Skipper',
    note: '',
    values: [
      ['capacity', 450],
      ['full-voltage', 14.2],
      ['tail-current', 0.02],
      ['coulombic-efficiency', 0.87],
      ['peukert', 1.22],
      ['dead-band', 0.02],
      ['reserve-alarm', 0.6],
      ['low-alarm', 11.9],
      ['days-since-full', 7],
      ['equalise-days', 30],
    ],
  },
]);

interface Typed {
  atMs: number;
  by: string;
  note: string;
  values: readonly (readonly [SettingId, number])[];
}

/** A rig whose meter was set up as it was then: each setting as typed, with what its derivation rested on. */
function typedIn(rig: Rig, then: Rig, sittings: readonly Typed[]): Rig {
  const settings = deriveRig(then, null).monitor?.settings ?? [];
  const entries = sittings.map(({ values, ...sitting }, k) => ({
    ...sitting,
    id: `keyed-${k + 1}`,
    profileId: 'usual',
    photo: null,
    values: values.map(([id, value]) => ({
      id,
      value,
      rests: stampOf(settings.find((one) => one.id === id)!.figure, sitting.atMs).rests,
    })),
  }));
  return { ...rig, monitor: { ...rig.monitor, entries } };
}

/** A meter that asks for all but these. */
function newMonitor(name: string, lacks: readonly SettingId[]): Rig['monitor'] {
  const fresh = freshMonitor();
  return {
    ...fresh,
    meter: { ...fresh.meter, name, fields: fresh.meter.fields.filter(({ id }) => !lacks.includes(id)) },
  };
}

function oneString(rig: Rig): Rig {
  return { ...rig, bank: rig.bank && { ...rig.bank, parallelCount: 1 } };
}
