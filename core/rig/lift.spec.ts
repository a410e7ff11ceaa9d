import { describe, expect, it } from 'vitest';
import { newLoad } from '../audit/fresh';
import { simpleBank } from '../bank/fresh';
import { MONITOR_BEFORE_9 } from '../kept-spec/monitor-before-9';
import { nowKeyed } from '../monitor/entries';
import { newSource } from '../sources/new-source';
import type { Source } from '../sources/source';
import { newRig } from './new-rig';
import { parseRigFile } from './rig-file';
import { newFuse, newRun } from '../wiring/new-parts';
import { RIG_VERSION } from './version';

/** A rig as version 1 wrote it. */
const version1 = {
  format: 'coulan-rig',
  version: 1,
  rig: {
    id: 'r',
    name: 'Old',
    purpose: '',
    place: { name: '', timeZone: 'UTC', latitudeDeg: null, longitudeDeg: null },
    loads: [
      {
        id: 'a',
        name: 'Router',
        group: 'On',
        supply: 'dc',
        power: { by: 'volts-amps', voltageV: 12, currentA: 0.5 },
        use: { by: 'always' },
        quantity: 1,
      },
      {
        id: 'b',
        name: 'Kettle',
        group: '',
        supply: 'ac',
        power: { by: 'watts', powerW: 900 },
        use: { by: 'hours', hoursPerDay: 0.1 },
        quantity: 1,
      },
    ],
    inverter: { name: 'Inv', efficiencyFraction: 0.88, standbyW: 9, hoursOnPerDay: 10 },
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
    monitor: MONITOR_BEFORE_9,
    logbook: { fullSchool: 'three', windowDays: 14, readings: [], logs: [], mappings: [] },
  },
  logs: [],
};

describe('files of version 1', () => {
  it('are brought up to date, and nothing they said is lost', () => {
    const result = parseRigFile(JSON.stringify(version1));
    if (!result.ok) throw new Error(JSON.stringify(result.problem));
    const { rig } = result.file;
    expect(rig.loads.map(({ known, must }) => [known, must])).toEqual([
      ['clamp', true],
      ['wattmeter', false],
    ]);
    expect(rig.inverters).toMatchObject([{ name: 'Inv', efficiencyFraction: 0.88, standbyW: 9, hoursOnPerDay: 10 }]);
    expect(rig.bank).toMatchObject({
      seriesCount: 6,
      ageingFraction: 0.85,
      battery: { chemistryId: 'flooded', name: '2 V cell, 450 Ah', capacityAh: 450 },
    });
  });
  it.each([
    ['a wrong chemistry', { ...version1.rig.bank, chemistryId: 'nicad' }, 'rig.bank.battery.chemistryId'],
    [
      'no battery',
      { ...version1.rig.bank, battery: { name: 'x', cellsInSeries: 0, capacityAh: 1 } },
      'rig.bank.battery.cellsInSeries',
    ],
  ])('with %s are refused by the path of the field', (_name, bank, path) => {
    const result = parseRigFile(JSON.stringify({ ...version1, rig: { ...version1.rig, bank } }));
    expect(result).toMatchObject({ ok: false, problem: { code: 'wrong-field', path } });
  });
  it('that are no rigs at all do not trip it', () => {
    expect(parseRigFile(JSON.stringify({ ...version1, rig: 7 })).ok).toBe(false);
    expect(parseRigFile(JSON.stringify({ ...version1, rig: { ...version1.rig, loads: 'x' } })).ok).toBe(false);
  });
});

/** A rig whose monitor is as it was before version 9. */
const olderRig = () => ({ ...newRig('r', 'R', 'UTC'), monitor: MONITOR_BEFORE_9 });

describe('files of version 2', () => {
  it('get a charging plan without sources', () => {
    const { charging, ...older } = olderRig();
    const result = parseRigFile(JSON.stringify({ format: 'coulan-rig', version: 2, rig: older, logs: [] }));
    if (!result.ok) throw new Error(JSON.stringify(result.problem));
    expect(result.file.rig.charging).toEqual(charging);
    expect(charging.sources).toEqual([]);
  });
});

describe('files of version 3', () => {
  it('take what was logged of a load for the bank’s side, as it was counted', () => {
    const use = { by: 'logged', unit: 'Wh', low: 1, typical: 2, high: 3, days: 4 };
    const { logbook: now, ...rest } = olderRig();
    const logbook = { fullSchool: now.fullSchool, windowDays: 14, readings: [], logs: [], mappings: [] };
    const loads = [{ ...newLoad('a', ''), supply: 'ac', use }, newLoad('b', '')];
    const result = parseRigFile(
      JSON.stringify({ format: 'coulan-rig', version: 3, rig: { ...rest, loads, logbook }, logs: [] }),
    );
    if (!result.ok) throw new Error(JSON.stringify(result.problem));
    expect(result.file.rig.logbook.fullWithinDays).toBe(7);
    expect(result.file.rig.loads.map((load) => load.use)).toEqual([{ ...use, side: 'bank' }, newLoad('b', '').use]);
  });
});

describe('files of version 4', () => {
  it('keep what was entered into the meter, of which it is not known what it rested on', () => {
    const rig = olderRig();
    const entered = { capacity: { value: 160, atMs: 5 }, 'dead-band': { value: 0.05, atMs: 6 } };
    const old = {
      ...rig,
      monitor: { ...MONITOR_BEFORE_9, solarCharging: false, lowestAbsorptionV: 14.2, entered },
    };
    const result = parseRigFile(JSON.stringify({ format: 'coulan-rig', version: 4, rig: old, logs: [] }));
    if (!result.ok) throw new Error(JSON.stringify(result.problem));
    const { monitor } = result.file.rig;
    expect([...nowKeyed(monitor.entries, 'usual').values()]).toEqual([
      { id: 'capacity', value: 160, rests: null, atMs: 5, by: '' },
      { id: 'dead-band', value: 0.05, rests: null, atMs: 6, by: '' },
    ]);
    expect(monitor.profiles).toMatchObject([{ id: 'usual', lowestAbsorptionV: 14.2, solarCharging: false }]);
    expect(monitor.meter.fields).toHaveLength(19);
  });
  it('that hold their records in their places are read as they are', () => {
    const reading = {
      id: 'a',
      atMs: 1,
      voltageV: 12.6,
      currentA: null,
      socFraction: null,
      countAh: null,
      full: true,
      note: '',
    };
    const rig = olderRig();
    const old = { ...rig, logbook: { ...rig.logbook, readings: [reading] } };
    const result = parseRigFile(JSON.stringify({ format: 'coulan-rig', version: 4, rig: old, logs: [] }));
    expect(result.ok && result.file.rig.logbook.readings).toEqual([reading]);
  });
});

describe('files of version 9', () => {
  it('have fuses of the list alone, and do not know what a cable was cut from', () => {
    const rig = newRig('r', 'R', 'UTC');
    const { sheet, ...older } = newFuse('fuse-main', 'the bank');
    expect(sheet).toBeNull();
    const { cut, ...run } = { ...newRun('main', 'positive', 'a.in', 'b.out', 1), label: 'W01' };
    expect(cut).toBeNull();
    const wiring = {
      ...rig.wiring,
      parts: [{ ...older, family: 'class T', ratingA: 200 }],
      runs: [{ ...run, done: ['cut'] }],
    };
    const result = parseRigFile(
      JSON.stringify({ format: 'coulan-rig', version: 9, rig: { ...rig, wiring }, logs: [] }),
    );
    if (!result.ok) throw new Error(JSON.stringify(result.problem));
    expect(result.file.rig.wiring.parts).toEqual([{ ...older, family: 'class T', ratingA: 200, sheet: null }]);
    expect(result.file.rig.wiring.runs).toEqual([{ ...run, done: ['cut'], cut: null }]);
  });
});

describe('files of version 10', () => {
  it('have one conductor a run, and no converters', () => {
    const rig = newRig('r', 'R', 'UTC');
    const { conductors, ...older } = { ...newRun('main', 'positive', 'a.in', 'b.out', 1), label: 'W01' };
    expect(conductors).toBe(1);
    const common = { id: 'c', name: 'C', stud: 'M6', lugsMost: 2, torqueNm: null, dropFraction: null };
    const circuit = { ...common, kind: 'loads', loadIds: [] };
    const wiring = { ...rig.wiring, parts: [circuit], runs: [older] };
    const result = parseRigFile(
      JSON.stringify({ format: 'coulan-rig', version: 10, rig: { ...rig, wiring }, logs: [] }),
    );
    expect(result.ok && result.file.rig.wiring.runs).toEqual([{ ...older, conductors: 1 }]);
    expect(result.ok && result.file.rig.wiring.parts).toEqual([{ ...circuit, converterV: null }]);
  });
});

describe('files of version 11', () => {
  it('have a charger of its own for each source of mains', () => {
    const rig = newRig('r', 'R', 'UTC');
    const { through, ...shore } = newSource('shore', 's') as Extract<Source, { kind: 'shore' }>;
    const sun = newSource('solar', 'sun');
    const old = { ...rig, charging: { ...rig.charging, sources: [shore, sun] } };
    const result = parseRigFile(JSON.stringify({ format: 'coulan-rig', version: 11, rig: old, logs: [] }));
    expect(result.ok && result.file.rig.charging.sources).toEqual([{ ...shore, through }, sun]);
    expect(through).toBeNull();
  });
});

describe('records', () => {
  it('that a file names and does not hold are missed by name', () => {
    const rig = newRig('r', 'R', 'UTC');
    const plan = { ...rig, logbook: { ...rig.logbook, readings: { $record: 'logbook.readings', length: 2 } } };
    const text = JSON.stringify({ format: 'coulan-rig', version: RIG_VERSION, rig: plan, logs: [] });
    expect(parseRigFile(text)).toEqual({ ok: false, problem: { code: 'record-missing', name: 'logbook.readings' } });
    expect(parseRigFile(text, () => [1])).toMatchObject({ ok: false, problem: { code: 'record-missing' } });
  });
});

describe('files of version 6', () => {
  it('are asked nothing of what came later: nothing removed, chargers without inputs, batteries as their sheets say', () => {
    const rig = olderRig();
    const { removed, ...wiring } = rig.wiring;
    const { drawBy, drawW, cutOffV, ...parallel } = wiring.parallel;
    const charger = {
      id: 'source-a',
      name: 'A',
      stud: 'M8',
      lugsMost: 2,
      torqueNm: null,
      kind: 'charger',
      sourceId: 'a',
      dropFraction: null,
    };
    const batteries = [{ ohm: 0.004, chargeFraction: null, looseOhm: 0 }];
    const old = { ...rig, wiring: { ...wiring, parts: [charger], parallel: { ...parallel, batteries } } };
    const result = parseRigFile(JSON.stringify({ format: 'coulan-rig', version: 6, rig: old, logs: [] }));
    if (!result.ok) throw new Error(JSON.stringify(result.problem));
    const now = result.file.rig.wiring;
    expect([now.removed, now.parts]).toEqual([removed, [{ ...charger, hasInput: false }]]);
    expect(now.parallel).toEqual({
      ...parallel,
      drawBy,
      drawW,
      cutOffV,
      batteries: [{ ...batteries[0], capacityAh: null, tempC: null }],
    });
  });
});

describe('files of version 7', () => {
  it('have proven nothing yet', () => {
    const { commissioning, ...old } = olderRig();
    const result = parseRigFile(JSON.stringify({ format: 'coulan-rig', version: 7, rig: old, logs: [] }));
    if (!result.ok) throw new Error(JSON.stringify(result.problem));
    expect(result.file.rig.commissioning).toEqual(commissioning);
    expect(commissioning.rounds).toEqual([]);
  });
});

describe('files of version 5', () => {
  const rig = olderRig();
  const rest = Object.fromEntries(Object.entries(rig).filter(([key]) => key !== 'wiring'));
  const read = (bank: object | null) => {
    const result = parseRigFile(JSON.stringify({ format: 'coulan-rig', version: 5, rig: { ...rest, bank }, logs: [] }));
    if (!result.ok) throw new Error(JSON.stringify(result.problem));
    return result.file.rig;
  };
  it('hand the two cable fields of the bank over as the one run to the inverter, and no circuit is invented', () => {
    const { bank, wiring } = read({ ...simpleBank('lfp'), cableLengthM: 2.2, cableAreaMm2: 35 });
    expect(wiring.inverterRun).toEqual({ lengthM: 2.2, areaMm2: 35, lengthBy: 'measured' });
    expect([wiring.parts, wiring.runs]).toEqual([[], []]);
    expect(bank).toEqual(simpleBank('lfp'));
  });
  it('without a bank get a usual run', () => {
    expect(read(null).wiring).toEqual(rig.wiring);
  });
});
