import { newArray, newSource, weekOf } from '@core/sources/new-source';
import { newBank } from '@core/bank/fresh';
import { newBattery } from '@core/cells/new-battery';
import { newInverter, newLoad } from '@core/audit/fresh';
import { newRig } from '@core/rig/new-rig';
import type { Load } from '@core/audit/load';
import type { SettingId } from '@core/monitor/setting-id';
import type { Rig } from '@core/rig/rig';

/** A load with round figures: watts, for hours of every day. */
export const load = (
  id: string,
  name: string,
  powerW: number,
  hoursPerDay: number,
  more: Partial<Load> = {},
): Load => ({
  ...newLoad(id, 'Cabin'),
  name,
  power: { by: 'watts', powerW },
  use: { by: 'hours', hoursPerDay },
  ...more,
});

/**
 * A made-up van with figures for the pocket calculator: 25.6 V; lamp 25.6 W × 4 h = 4 Ah, fan 51.2 W × 5 h = 10 Ah,
 * alarm 2.56 W always = 2.4 Ah, and a 90 W kettle plate on an inverter of 0.9 for 2.56 h = 10 Ah; 200 Ah of lithium; sun, engine and mains.
 */
export function sampleRig(): Rig {
  const rig = newRig('sample', 'Sample van', 'Europe/Berlin');
  return {
    ...rig,
    place: { name: 'Lower Anders', timeZone: 'Europe/Berlin', latitudeDeg: 48, longitudeDeg: 11 },
    loads: [
      load('lamp', 'Lamp', 25.6, 4, { pattern: { by: 'named', id: 'evening' } }),
      load('fan', 'Fan', 51.2, 5),
      load('alarm', 'Alarm', 2.56, 24, { group: 'Always on', must: true, use: { by: 'always' } }),
      load('plate', 'Warming plate', 90, 2.56, { group: 'Galley', supply: 'ac', inverterId: 'inv' }),
    ],
    inverters: [{ ...newInverter('inv'), name: 'Inverter', continuousW: 500, surgeW: 1000, cutOffV: 21 }],
    bank: newBank({ ...newBattery('b', 'lfp', 8, 100), dischargeA: 100, chargeA: 50, massKg: 22, price: 600 }, 1, 2),
    charging: {
      ...rig.charging,
      bankAboveTempC: 5,
      sources: [
        {
          ...newSource('solar', 'sun'),
          name: 'Roof',
          arrays: [newArray('roof', 400)],
        } as Rig['charging']['sources'][number],
        newSource('engine', 'engine'),
        { ...newSource('shore', 'shore'), week: weekOf([5, 6], 18, 12) } as Rig['charging']['sources'][number],
      ],
    },
  };
}

/** One setting as it was keyed into the meter, of which it is not known what it rested on. */
export const keyedIn = (id: SettingId, value: number): Rig['monitor']['entries'][number] => ({
  ...{ id: `keyed-${id}`, atMs: 1, by: '', profileId: 'usual', note: '', photo: null },
  values: [{ id, value, rests: null }],
});
