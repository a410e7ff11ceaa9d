import { RIG_VERSION } from './version';
import { newBattery, newCharging, newInverter, newRig } from './new-rig';
import { CHEMISTRY_IDS, type ChemistryId } from '../cells/chemistry';

type Json = Record<string, unknown>;

/** What brings a rig of a version to the next; the schema checks the outcome. */
const STEPS: Record<number, (rig: Json) => Json> = { 1: fromVersion1, 2: fromVersion2, 3: fromVersion3 };

/** A rig as an older version stored it, brought up to date. Nothing is judged here: what is no rig comes out as it went in. */
export function liftRig(rig: unknown, fromVersion: number, toVersion = RIG_VERSION): unknown {
  let lifted = rig;
  for (let version = fromVersion; version < toVersion; version++) {
    const step = STEPS[version];
    if (!step || !isObject(lifted)) return lifted;
    lifted = step(lifted);
  }
  return lifted;
}

/** Loads had no more than power and use; there was one inverter; the bank held the chemistry. */
function fromVersion1(old: Json): Json {
  const fresh = newRig('', '', 'UTC');
  const { inverter, bank, loads, ...rest } = old;
  const inverters = isObject(inverter) ? [{ ...newInverter('inverter'), ...inverter }] : [];
  return {
    ...rest,
    audit: fresh.audit,
    loads: Array.isArray(loads) ? loads.map(load1) : loads,
    inverters,
    trials: [],
    shelf: [],
    chemistryEdits: {},
    bank: isObject(bank) ? bank1(bank) : bank,
  };
}

/** Nothing was planned about charging. */
function fromVersion2(old: Json): Json {
  return { ...old, charging: newCharging() };
}

/** What was logged of a load was taken for the bank's side; how often full must be reached was not asked. */
function fromVersion3(old: Json): Json {
  const { loads, logbook } = old;
  return {
    ...old,
    loads: Array.isArray(loads) ? loads.map(load3) : loads,
    logbook: isObject(logbook) ? { ...logbook, fullWithinDays: 7 } : logbook,
  };
}

function load3(load: unknown): unknown {
  if (!isObject(load) || !isObject(load['use']) || load['use']['by'] !== 'logged') return load;
  return { ...load, use: { ...load['use'], side: 'bank' } };
}

function load1(load: unknown): unknown {
  if (!isObject(load)) return load;
  const clamp = isObject(load['power']) && load['power']['by'] === 'volts-amps' && load['supply'] === 'dc';
  return {
    ...load,
    inverterId: null,
    dcVoltageV: null,
    known: clamp ? 'clamp' : load['supply'] === 'ac' ? 'wattmeter' : 'nameplate',
    spread: null,
    pattern: { by: 'named', id: 'all-day' },
    daysPerWeek: 7,
    climate: { by: 'none' },
    must: isObject(load['use']) && load['use']['by'] === 'always',
    surgeFactor: 1,
  };
}

function bank1(bank: Json): Json {
  const { chemistryId, battery, ...rest } = bank;
  const model = isObject(battery) ? battery : {};
  return {
    ...rest,
    battery: { ...newBattery('battery', known(chemistryId), 4, 100), ...model, chemistryId },
    boughtIn: null,
    others: [],
    lossSchool: 'itemised',
    flatLossFraction: 0.15,
    currentSchool: 'one-may-drop-out',
    cableLengthM: 1.5,
    cableAreaMm2: 50,
  };
}

const known = (id: unknown): ChemistryId => CHEMISTRY_IDS.find((one) => one === id) ?? 'lfp';
const isObject = (value: unknown): value is Json =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
