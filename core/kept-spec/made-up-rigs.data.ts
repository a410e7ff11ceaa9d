import { laidOut } from '../../demo/wiring';
import { newInverter } from '../audit/fresh';
import type { Load } from '../audit/load';
import type { Inverter } from '../audit/inverter';
import { newBank } from '../bank/fresh';
import type { Bank } from '../bank/plan';
import type { ChemistryId } from '../cells/chemistry';
import { newBattery } from '../cells/new-battery';
import { newRig } from '../rig/new-rig';
import type { Rig } from '../rig/rig';
import { newArray, newEngine, newSource } from '../sources/new-source';
import type { EngineSource, Source } from '../sources/source';
import { lamp } from './van';

const bankOf = (
  id: ChemistryId,
  cells: number,
  ah: number,
  series: number,
  parallel: number,
  dischargeA?: number,
): Bank =>
  newBank(
    { ...newBattery('b', id, cells, ah), ...(dischargeA ? { dischargeA, chargeA: dischargeA / 2 } : {}) },
    series,
    parallel,
  );
const hours = (hoursPerDay: number): Pick<Load, 'use'> => ({ use: { by: 'hours', hoursPerDay } });
const share = (dutyFraction: number): Pick<Load, 'use'> => ({ use: { by: 'share', dutyFraction } });
const on = (inverterId: string): Pick<Load, 'supply' | 'inverterId'> => ({ supply: 'ac', inverterId });
const inverter = (id: string, watts: number, standbyW: number, cutOffV: number): Inverter => ({
  ...newInverter(id),
  ...{ name: id, continuousW: watts, surgeW: 2 * watts, standbyW, cutOffV },
});
const solar = (id: string, powerW: number, limitA: number): Source =>
  ({ ...newSource('solar', id), name: id, limitA, arrays: [newArray(id, powerW)] }) as Source;
const engine = (mode: EngineSource['mode']): Source => ({ ...newEngine('engine'), mode });
const shore = (currentA: number): Source => ({ ...newSource('shore', 'mains'), currentA }) as Source;

type Made = Pick<Rig, 'name' | 'loads' | 'inverters'> & { bank: Bank; sources: Source[] };
const MADE: readonly Made[] = [
  {
    name: 'trailer, 24 V of 6 V flooded, a radio of 12 V',
    bank: bankOf('flooded', 3, 225, 4, 2),
    loads: [
      lamp('fridge', 'Cabin', 60, { must: true, ...share(0.4) }),
      lamp('lights', 'Cabin', 8, { quantity: 6, ...hours(5) }),
      lamp('radio', 'Cabin', 12, { dcVoltageV: 12, ...hours(6) }),
      lamp('shears', 'Work', 350, { ...on('inv'), quantity: 2, surgeFactor: 3, ...hours(4) }),
      lamp('pump', 'Cabin', 120, { surgeFactor: 3, ...hours(0.5) }),
    ],
    inverters: [inverter('inv', 3000, 20, 21)],
    sources: [solar('roof', 1000, 40), shore(60)],
  },
  {
    name: 'ketch, three 12 V gel side by side, thruster and windlass',
    bank: bankOf('gel', 6, 140, 1, 3),
    loads: [
      lamp('fridge', 'Cabin', 50, { must: true, ...share(0.35) }),
      lamp('plotter', 'Bridge', 25, { must: true, ...hours(8) }),
      lamp('thruster', 'Bow', 1500, { surgeFactor: 1.5, ...hours(0.05) }),
      lamp('windlass', 'Bow', 1000, { surgeFactor: 2, ...hours(0.1) }),
    ],
    inverters: [],
    sources: [engine({ by: 'relay', alternatorV: 14.2, pathOhm: 0.01, limitA: 90 }), shore(40)],
  },
  {
    name: 'truck, 24 V AGM in two strings, two inverters, sockets of 5 V',
    bank: bankOf('agm', 6, 200, 2, 2),
    loads: [
      lamp('fridge', 'Cabin', 60, { must: true, ...share(0.4) }),
      lamp('hob', 'Cabin', 1800, { ...on('galley'), ...hours(0.7) }),
      lamp('laptop', 'Cabin', 65, { ...on('small'), quantity: 2, ...hours(5) }),
      lamp('sockets', 'Cabin', 10, { dcVoltageV: 5, quantity: 2, ...hours(6) }),
    ],
    inverters: [inverter('galley', 2500, 15, 21), inverter('small', 350, 6, 20)],
    sources: [
      solar('roof', 640, 30),
      engine({ by: 'relay', alternatorV: 28.2, pathOhm: 0.012, limitA: 80 }),
      shore(25),
    ],
  },
  {
    name: 'camper, one 12 V battery of lithium, charged by driving alone',
    bank: bankOf('lfp', 4, 100, 1, 1, 100),
    loads: [
      lamp('cool box', 'Cabin', 45, { must: true, ...share(0.45) }),
      lamp('lights', 'Cabin', 3, { quantity: 4, ...hours(4) }),
      lamp('laptop', 'Cabin', 60, { ...on('inv'), ...hours(2) }),
    ],
    inverters: [inverter('inv', 300, 5, 10.5)],
    sources: [engine({ by: 'limited', currentA: 30 })],
  },
  {
    name: 'kitchen, two 48 V batteries of lithium, two inverters, two controllers, lights of 12 V and a till of 24 V',
    bank: bankOf('lfp', 16, 100, 1, 2, 200),
    loads: [
      lamp('counter', 'Galley', 350, { must: true, ...on('left'), ...share(0.5) }),
      lamp('griddle', 'Galley', 3500, { ...on('right'), ...hours(1) }),
      lamp('lights', 'Cabin', 12, { must: true, dcVoltageV: 12, quantity: 6, ...hours(8) }),
      lamp('till', 'Cabin', 30, { dcVoltageV: 24, ...hours(10) }),
    ],
    inverters: [inverter('left', 3000, 35, 44), inverter('right', 4000, 35, 44)],
    sources: [solar('front', 1600, 35), solar('rear', 1600, 35), shore(70)],
  },
  {
    name: 'cutter, 12 V of 6 V flooded, a watermaker, a towed generator, 100 A over a relay',
    bank: bankOf('flooded', 3, 225, 2, 2),
    loads: [
      lamp('fridge', 'Cabin', 50, { must: true, ...share(0.25) }),
      lamp('watermaker', 'Cabin', 360, hours(1.5)),
      lamp('autopilot', 'Bridge', 50, { must: true, ...share(0.3) }),
      lamp('transponder', 'Bridge', 4, { must: true, use: { by: 'always' } }),
      lamp('bilge pump', 'Bilge', 60, { must: true, surgeFactor: 2, ...hours(0.2) }),
    ],
    inverters: [],
    sources: [
      engine({ by: 'relay', alternatorV: 14.3, pathOhm: 0.008, limitA: 100 }),
      { ...newSource('other', 'towed'), hoursA: Array<number>(24).fill(3) } as Source,
      solar('deck', 200, 15),
    ],
  },
  {
    name: 'motorhome, 12 V of two lithium, an inverter that charges too, a generator at the same inlet',
    bank: bankOf('lfp', 4, 150, 1, 2, 150),
    loads: [
      lamp('fridge', 'Galley', 150, { must: true, ...on('inv'), ...share(0.4) }),
      lamp('kettle', 'Galley', 1500, { ...on('inv'), ...hours(0.3) }),
      lamp('lights', 'Cabin', 4, { quantity: 10, ...hours(5) }),
      lamp('fan', 'Cabin', 40, { must: true, ...hours(8) }),
    ],
    inverters: [inverter('inv', 2000, 25, 10.5)],
    sources: [
      { ...shore(100), name: 'Mains', through: { inverterId: 'inv' } } as Source,
      { ...shore(70), id: 'set', name: 'Generator', supply: 'generator', through: { sourceId: 'mains' } } as Source,
      solar('roof', 600, 50),
    ],
  },
];

/** Rigs with other things aboard than most have, each laid out: what once was installed wrongly, or could not be. */
export const madeUpRigs = (): Rig[] =>
  MADE.map(({ name, bank, loads, inverters, sources }) => {
    const fresh = newRig('made-up', name, 'Europe/Berlin');
    return laidOut({ ...fresh, bank, loads, inverters, charging: { ...fresh.charging, sources } });
  });
