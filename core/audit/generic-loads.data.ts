import type { Load, PatternId } from './load';
import { newLoad } from './fresh';

/**
 * Generic loads to start from: usual ranges of what is sold, no maker's. Columns: name, group, supply, watts while it runs
 * (low, usual, high), hours a day or share of the time or always, pattern of the day, surge as a multiple of running watts.
 */
type Row = readonly [
  name: string,
  group: string,
  supply: 'dc' | 'ac',
  watts: readonly [low: number, usual: number, high: number],
  use: readonly ['h', number] | readonly ['share', number] | readonly ['always'],
  pattern: PatternId,
  surge: number,
];

const ROWS: readonly Row[] = [
  ['Battery monitor', 'Always on', 'dc', [0.05, 0.1, 0.3], ['always'], 'all-day', 1],
  ['Gas and smoke alarm', 'Always on', 'dc', [0.5, 1.1, 2], ['always'], 'all-day', 1],
  ['Router and modem', 'Always on', 'dc', [4, 7, 12], ['always'], 'all-day', 1],
  ['Satellite terminal', 'Always on', 'dc', [20, 45, 100], ['h', 8], 'day', 1.2],
  ['Alarm and tracker', 'Always on', 'dc', [0.2, 0.6, 1.5], ['always'], 'all-day', 1],
  ['Relay or solenoid coil', 'Always on', 'dc', [3, 6, 12], ['always'], 'all-day', 1],
  ['Tank gauges', 'Always on', 'dc', [0.2, 0.5, 1.5], ['always'], 'all-day', 1],
  ['Charge controller, own use', 'Always on', 'dc', [0.2, 0.5, 1.5], ['always'], 'all-day', 1],
  ['Stereo in standby', 'Always on', 'dc', [0.2, 0.6, 2], ['always'], 'all-day', 1],
  ['Fridge, compressor, small', 'Cold', 'dc', [35, 42, 55], ['share', 0.3], 'all-day', 3],
  ['Fridge, compressor, large', 'Cold', 'dc', [50, 65, 85], ['share', 0.35], 'all-day', 3],
  ['Freezer, compressor', 'Cold', 'dc', [45, 60, 80], ['share', 0.45], 'all-day', 3],
  ['Drinks chiller', 'Cold', 'dc', [30, 40, 60], ['share', 0.35], 'all-day', 3],
  ['Thermoelectric cool box', 'Cold', 'dc', [40, 50, 65], ['share', 0.8], 'all-day', 1],
  ['Ice maker', 'Cold', 'ac', [90, 120, 180], ['h', 2], 'day', 3],
  ['LED lamp', 'Light', 'dc', [1, 3, 6], ['h', 4], 'evening', 1],
  ['LED strip, a metre', 'Light', 'dc', [4, 8, 14], ['h', 3], 'evening', 1],
  ['Reading lamp', 'Light', 'dc', [1, 2, 4], ['h', 2], 'evening', 1],
  ['Halogen lamp', 'Light', 'dc', [10, 20, 35], ['h', 2], 'evening', 1],
  ['Work light outside', 'Light', 'dc', [15, 30, 60], ['h', 1], 'evening', 1],
  ['Anchor light, LED', 'Light', 'dc', [1, 2.5, 5], ['h', 11], 'night', 1],
  ['Navigation lights, LED', 'Light', 'dc', [4, 8, 12], ['h', 3], 'night', 1],
  ['Water pump, pressure', 'Water', 'dc', [40, 70, 120], ['h', 0.3], 'meals', 2],
  ['Shower pump', 'Water', 'dc', [30, 50, 80], ['h', 0.15], 'meals', 2],
  ['Bilge pump', 'Water', 'dc', [25, 60, 120], ['h', 0.1], 'all-day', 2],
  ['Macerator', 'Water', 'dc', [150, 250, 400], ['h', 0.05], 'all-day', 2],
  ['Water heater, immersion', 'Water', 'ac', [500, 1000, 1500], ['h', 0.7], 'meals', 1],
  ['Water maker', 'Water', 'dc', [150, 350, 600], ['h', 1.5], 'day', 2],
  ['Roof fan', 'Air', 'dc', [6, 20, 45], ['h', 8], 'all-day', 1.2],
  ['Small fan', 'Air', 'dc', [2, 5, 12], ['h', 6], 'night', 1],
  ['Diesel heater, running', 'Air', 'dc', [10, 22, 40], ['h', 7], 'evening', 4],
  ['Gas heater blower', 'Air', 'dc', [15, 30, 55], ['h', 6], 'evening', 1.5],
  ['Air conditioner, small', 'Air', 'ac', [350, 600, 1000], ['h', 4], 'day', 4],
  ['Dehumidifier', 'Air', 'ac', [120, 200, 350], ['h', 4], 'all-day', 3],
  ['Electric blanket', 'Air', 'dc', [30, 50, 80], ['h', 3], 'night', 1],
  ['Induction hob, one plate', 'Galley', 'ac', [800, 1500, 2000], ['h', 0.6], 'meals', 1],
  ['Microwave', 'Galley', 'ac', [900, 1200, 1600], ['h', 0.2], 'meals', 1.5],
  ['Kettle', 'Galley', 'ac', [800, 1200, 2000], ['h', 0.2], 'meals', 1],
  ['Coffee machine', 'Galley', 'ac', [800, 1100, 1500], ['h', 0.2], 'meals', 1],
  ['Toaster', 'Galley', 'ac', [700, 900, 1300], ['h', 0.1], 'meals', 1],
  ['Slow cooker', 'Galley', 'ac', [80, 150, 250], ['h', 3], 'day', 1],
  ['Blender', 'Galley', 'ac', [250, 400, 900], ['h', 0.05], 'meals', 2],
  ['Phone charging', 'Electronics', 'dc', [5, 10, 25], ['h', 2], 'evening', 1],
  ['Tablet charging', 'Electronics', 'dc', [8, 15, 30], ['h', 2], 'evening', 1],
  ['Laptop', 'Electronics', 'dc', [25, 50, 90], ['h', 4], 'day', 1],
  ['Laptop on its mains charger', 'Electronics', 'ac', [30, 55, 100], ['h', 4], 'day', 1],
  ['Screen, 24 inch', 'Electronics', 'ac', [15, 25, 40], ['h', 4], 'day', 1],
  ['Television', 'Electronics', 'dc', [20, 35, 60], ['h', 2], 'evening', 1],
  ['Loudspeaker amplifier', 'Electronics', 'dc', [5, 20, 60], ['h', 2], 'evening', 1],
  ['Printer', 'Electronics', 'ac', [15, 30, 60], ['h', 0.3], 'day', 2],
  ['Camera battery charger', 'Electronics', 'dc', [8, 15, 25], ['h', 1.5], 'evening', 1],
  ['Chart plotter', 'Instruments', 'dc', [8, 15, 30], ['h', 6], 'day', 1],
  ['Echo sounder', 'Instruments', 'dc', [5, 15, 30], ['h', 6], 'day', 1],
  ['Radar', 'Instruments', 'dc', [20, 35, 60], ['h', 3], 'day', 1.5],
  ['Autopilot', 'Instruments', 'dc', [15, 40, 90], ['h', 5], 'day', 2],
  ['Radio, receiving', 'Instruments', 'dc', [3, 6, 10], ['h', 12], 'day', 1],
  ['Windlass', 'Instruments', 'dc', [600, 1000, 1500], ['h', 0.05], 'day', 2],
  ['Soldering station', 'Workshop', 'ac', [40, 70, 100], ['h', 1.5], 'day', 1],
  ['Cordless tool charger', 'Workshop', 'ac', [60, 90, 200], ['h', 1.5], 'day', 1],
  ['Drill, corded', 'Workshop', 'ac', [400, 650, 900], ['h', 0.2], 'day', 3],
  ['Angle grinder', 'Workshop', 'ac', [600, 900, 1400], ['h', 0.15], 'day', 3],
  ['Air compressor, small', 'Workshop', 'ac', [700, 1100, 1500], ['h', 0.2], 'day', 4],
  ['Vacuum cleaner', 'Workshop', 'ac', [500, 800, 1400], ['h', 0.15], 'day', 2],
  ['Breathing machine', 'Health', 'dc', [15, 30, 60], ['h', 8], 'night', 1],
  ['Medicine fridge', 'Health', 'dc', [30, 40, 50], ['share', 0.25], 'all-day', 3],
];

export interface GenericLoad {
  name: string;
  group: string;
  supply: 'dc' | 'ac';
  /** W while it runs: low, usual, high. */
  watts: readonly [number, number, number];
  make: (id: string) => Load;
}

export const GENERIC_LOADS: readonly GenericLoad[] = ROWS.map(([name, group, supply, watts, use, pattern, surge]) => ({
  name,
  group,
  supply,
  watts,
  make: (id) => ({
    ...newLoad(id, group),
    name,
    supply,
    power: { by: 'watts', powerW: watts[1] },
    use:
      use[0] === 'always'
        ? { by: 'always' }
        : use[0] === 'share'
          ? { by: 'share', dutyFraction: use[1] }
          : { by: 'hours', hoursPerDay: use[1] },
    // A compressor's usual share is meant for a mild day.
    climate:
      use[0] === 'share' && group === 'Cold'
        ? { by: 'compressor', setTempC: name.startsWith('Freezer') ? -15 : 5, refTempC: 22 }
        : { by: 'none' },
    pattern: { by: 'named', id: pattern },
    spread: { lowFraction: watts[0] / watts[1], highFraction: watts[2] / watts[1] },
    must: use[0] === 'always' || group === 'Health',
    surgeFactor: surge,
  }),
}));
