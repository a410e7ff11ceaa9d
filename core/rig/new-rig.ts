import type { ChemistryId } from '../cells/chemistry';
import { CHEMISTRIES } from '../cells/chemistry.data';
import type { Bank, Battery } from './bank';
import type { ChargingPlan, EngineSource, SolarArray, Source, SourceKind, WeekHours } from './charging';
import type { Inverter } from './inverter';
import type { Load } from './load';
import type { Rig } from './rig';

/** What a rig is called until its owner gives it a name. */
export const NEW_RIG_NAME = 'New rig';

/** An empty rig in the given time zone. */
export function newRig(id: string, name: string, timeZone: string): Rig {
  return {
    id,
    name,
    purpose: '',
    place: { name: '', timeZone, latitudeDeg: null, longitudeDeg: null },
    audit: { month: 7, ambientTempC: 22, sizeFor: 'nine-in-ten', sunHoursPerDay: 3 },
    loads: [],
    inverters: [],
    trials: [],
    shelf: [],
    chemistryEdits: {},
    bank: null,
    charging: newCharging(),
    monitor: {
      capacitySchool: 'rated',
      lowestAbsorptionV: null,
      highestFloatV: null,
      solarCharging: true,
      alarmMarginFraction: 0.05,
      entered: {},
    },
    logbook: { fullSchool: 'three', windowDays: 14, fullWithinDays: 7, readings: [], logs: [], mappings: [] },
  };
}

export function newLoad(id: string, group: string): Load {
  return {
    id,
    name: '',
    group,
    supply: 'dc',
    inverterId: null,
    dcVoltageV: null,
    known: 'nameplate',
    power: { by: 'watts', powerW: 0 },
    use: { by: 'hours', hoursPerDay: 1 },
    spread: null,
    pattern: { by: 'named', id: 'all-day' },
    daysPerWeek: 7,
    climate: { by: 'none' },
    quantity: 1,
    must: false,
    surgeFactor: 1,
  };
}

/** An inverter of which nothing is known yet: 0.90, and no standby until its sheet is read. */
export const newInverter = (id: string): Inverter => ({
  id,
  name: 'Inverter',
  continuousW: null,
  surgeW: null,
  cutOffV: null,
  efficiencyFraction: 0.9,
  standbyW: 0,
  switched: 'left-on',
  hoursOnPerDay: 24,
  bench: [],
});

/** A battery of which no more is known than its label says. */
export function newBattery(id: string, chemistryId: ChemistryId, cellsInSeries: number, capacityAh: number): Battery {
  const { shortName, cellsPer12V } = CHEMISTRIES[chemistryId];
  const volts = Number(((cellsInSeries / cellsPer12V) * 12).toFixed(1));
  return {
    id,
    name: `${shortName} ${capacityAh} Ah, ${volts} V`,
    chemistryId,
    cellsInSeries,
    capacityAh,
    resistanceOhm: null,
    massKg: null,
    lengthMm: null,
    widthMm: null,
    heightMm: null,
    price: null,
    dischargeA: null,
    peakA: null,
    chargeA: null,
    seriesMax: null,
    parallelMax: null,
    terminal: '',
  };
}

/** A bank of such batteries, with the chemistry's own usable share. */
export function newBank(battery: Battery, seriesCount = 1, parallelCount = 1): Bank {
  return {
    battery,
    seriesCount,
    parallelCount,
    boughtIn: null,
    others: [],
    usableFraction: CHEMISTRIES[battery.chemistryId].usableFraction,
    ageingFraction: 1,
    coldestTempC: 25,
    autonomyDays: 2,
    lossSchool: 'itemised',
    flatLossFraction: 0.15,
    currentSchool: 'one-may-drop-out',
    cableLengthM: 1.5,
    cableAreaMm2: 50,
  };
}

/** One 12 V battery of 100 Ah. */
export const simpleBank = (chemistryId: ChemistryId): Bank =>
  newBank(newBattery(`generic-${chemistryId}`, chemistryId, CHEMISTRIES[chemistryId].cellsPer12V, 100));

/** No source yet, in a climate of the middle latitudes. Prices are places to start from, not offers. */
export const newCharging = (): ChargingPlan => ({
  climateId: 'inland-hills',
  weather: { by: 'climate' },
  tempC: null,
  skyModel: 'hay-davies',
  stops: [],
  bankAboveTempC: null,
  sources: [],
  sharedLimitA: null,
  targetFraction: 0.95,
  loadCutFraction: 0,
  prices: { perArrayW: 1.5, perDriveH: 6, perShoreH: 0.5, perBankAh: 5, years: 5 },
});

const ALL_MONTHS = [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12];

/** A flat array that nothing shades. */
export const newArray = (id: string, powerW: number): SolarArray => ({
  id,
  name: 'array',
  powerW,
  tiltDeg: 0,
  azimuthDeg: 180,
  shade: Array<number>(24).fill(0),
  laidOutDaysPerWeek: null,
});

/** The same hours on some weekdays, Monday 0. */
export const weekOf = (days: readonly number[], fromHour: number, hours: number): WeekHours =>
  Array.from({ length: 7 }, (_, day) => ({ fromHour, hours: days.includes(day) ? hours : 0 }));

/** A source of a kind with usual figures. */
export function newSource(kind: SourceKind, id: string): Source {
  const base = { id, on: true, months: ALL_MONTHS, absorptionV: null, floatV: null };
  switch (kind) {
    case 'solar':
      return {
        ...base,
        kind,
        name: 'Solar',
        limitA: 30,
        efficiencyFraction: 0.95,
        derateFraction: 0.95,
        arrays: [newArray(`${id}-1`, 200)],
      };
    case 'engine':
      return newEngine(id);
    case 'shore':
      return {
        ...base,
        kind,
        name: 'Shore charger',
        supply: 'mains',
        currentA: 20,
        week: weekOf([5, 6], 18, 12),
        quiet: null,
      };
    case 'other':
      return { ...base, kind, name: 'Wind', hoursA: Array<number>(24).fill(1) };
  }
}

export const newEngine = (id: string): EngineSource => ({
  id,
  kind: 'engine',
  name: 'Engine',
  on: true,
  months: ALL_MONTHS,
  absorptionV: null,
  floatV: null,
  mode: { by: 'limited', currentA: 30 },
  week: weekOf([4, 6], 9, 1.5),
  trips: [],
});
