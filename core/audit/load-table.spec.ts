import { fc, test } from '@fast-check/vitest';
import { describe, expect, it } from 'vitest';
import { Load } from './load';
import { LIMITS } from '../rig/limits';
import { newLoad } from './fresh';
import { GENERIC_LOADS } from './generic-loads.data';
import { loadsFromTable, tableOfLoads } from './load-table';

let serial = 0;
const read = (text: string) => loadsFromTable(text, 'Loads', () => `l${serial++}`);

describe('loadsFromTable', () => {
  it('reads a block as copied from a spreadsheet, by its names', () => {
    const { loads, remarks } = read('Item\tQty\tVolts\tAmps\tHours/day\nFridge\t1\t12\t4,5\t8\nLamp\t6\t12\t0.2\t3,5');
    expect(remarks).toEqual([]);
    expect(loads.map(({ name, quantity, power, use }) => ({ name, quantity, power, use }))).toEqual([
      {
        name: 'Fridge',
        quantity: 1,
        power: { by: 'volts-amps', voltageV: 12, currentA: 4.5 },
        use: { by: 'hours', hoursPerDay: 8 },
      },
      {
        name: 'Lamp',
        quantity: 6,
        power: { by: 'volts-amps', voltageV: 12, currentA: 0.2 },
        use: { by: 'hours', hoursPerDay: 3.5 },
      },
    ]);
  });
  it('reads rows without names as name, watts, hours, quantity', () => {
    const { loads } = read('Radio;6 W;12;1\nLamp;3;4;2');
    expect(loads[1]).toMatchObject({ name: 'Lamp', power: { powerW: 3 }, use: { hoursPerDay: 4 }, quantity: 2 });
  });
  it('lists what it cannot take, with row and column', () => {
    const { loads, remarks } = read('name,watts,hours\nA,ten,2\n,5,1\nB,8,30\nC,5,1');
    expect(loads.map(({ name }) => name)).toEqual(['B', 'C']);
    expect(remarks.map(({ row, column, code }) => [row, column, code])).toEqual([
      [2, 2, 'not-a-number'],
      [2, 2, 'no-power'],
      [3, 1, 'no-name'],
      [4, 3, 'out-of-range'],
    ]);
  });
  it('takes shares and spreads up to their limits, and lists what lies beyond', () => {
    const row = (share: string, low: string, high: string) => {
      const { loads, remarks } = read(`name,watts,share %,low %,high %\nA,10,${share},${low},${high}`);
      return [loads[0]?.use, loads[0]?.spread, remarks.map(({ column, code }) => `${column} ${code}`)];
    };
    const spread = (lowFraction: number, highFraction: number) => ({ lowFraction, highFraction });
    expect(row('100', '100', '100')).toEqual([{ by: 'share', dutyFraction: 1 }, spread(1, 1), []]);
    expect(row('35', '0', '2000')).toEqual([{ by: 'share', dutyFraction: 0.35 }, spread(0, 20), []]);
    expect(row('100.1', '50', '150')[2]).toContain('3 out-of-range');
    expect(row('35', '101', '150').slice(1)).toEqual([null, ['4 out-of-range']]);
    expect(row('35', '50', '99').slice(1)).toEqual([null, ['5 out-of-range']]);
    expect(row('35', '50', '2001').slice(1)).toEqual([null, ['5 out-of-range']]);
  });
  it('takes a head at its word: kW, mA, minutes, hours of a week, and a cell against it', () => {
    const first = (head: string, row: string) => {
      const { loads, remarks } = read(`${head}\n${row}`);
      const [load] = loads;
      return [load?.power, load?.use, remarks.map(({ code }) => code)];
    };
    const watts = (powerW: number) => ({ by: 'watts', powerW });
    const hours = (hoursPerDay: number) => ({ by: 'hours', hoursPerDay: expect.closeTo(hoursPerDay, 9) as number });
    expect(first('Load,Power (kW),Hours', 'x,1.5,2')).toEqual([watts(1500), hours(2), []]);
    expect(first('Load,Power (kW),Hours', 'x,60 W,2')).toEqual([watts(60), hours(2), []]);
    expect(first('Load,Power (kW),Hours', 'x,51,2')[2]).toEqual(['out-of-range', 'no-power']);
    expect(first('Load,Rated power W,Run hours', 'x,60,2')).toEqual([watts(60), hours(2), []]);
    expect(first('Load,Current (mA),Voltage,Hrs/day', 'x,500,12,2')).toEqual([
      { by: 'volts-amps', voltageV: 12, currentA: 0.5 },
      hours(2),
      [],
    ]);
    expect(first('Load,mA,mV,h', 'x,500,5000,2')[0]).toEqual({ by: 'volts-amps', voltageV: 5, currentA: 0.5 });
    expect(first('Load,W,Minutes a day', 'x,60,30')).toEqual([watts(60), hours(0.5), []]);
    expect(first('Load,W,Minutes a day', 'x,60,2 h')).toEqual([watts(60), hours(2), []]);
    expect(first('Load,W,Hours per week', 'x,60,14')).toEqual([watts(60), hours(2), []]);
    expect(first('Load,W,Hours per week', 'x,60,14 h')).toEqual([watts(60), hours(2), []]);
    expect(first('Load,W,Minutes a week', 'x,60,420')).toEqual([watts(60), hours(1), []]);
    expect(first('Load,W,Hours a month', 'x,60,365.25')[1]).toEqual(hours(12));
    expect(first('Load,W,Hours a year', 'x,60,365.25')[1]).toEqual(hours(1));
    // Of the days of use: seven hours on each of two; and no more than all there are.
    expect(first('Load,W,Hours per week,Days a week', 'x,60,14,2')[1]).toEqual(hours(7));
    expect(first('Load,W,Hours per week,Days a week', 'x,60,48,2')[1]).toEqual(hours(24));
    expect(first('Load,W,Hours per week,Days a week', 'x,60,49,2')[2]).toEqual(['out-of-range']);
    // What is wrong about the days is said once.
    expect(first('Load,W,Hours per week,Days a week', 'x,60,14,9').slice(1)).toEqual([hours(2), ['out-of-range']]);
    expect(first('Load,W,Hours per week', 'x,60,169')[2]).toEqual(['out-of-range']);
    expect(read('Load,AC or DC,W,Hours\nKettle,AC,2000,0.1').loads[0]?.supply).toBe('ac');
  });
  it('reads nothing by its place under heads that name no power', () => {
    expect(read('Load,Wh per day\nLamp,100\nFan,50')).toEqual({
      loads: [],
      remarks: [{ row: 1, column: 0, code: 'unknown-head', text: 'Load, Wh per day' }],
    });
    // A title above, or a first row of its own, is none.
    expect(read('My loads\nLamp,5,4').loads.map(({ name }) => name)).toEqual(['Lamp']);
    expect(read('Lamp,5,4').loads).toHaveLength(1);
  });
  it('takes a share of the hours that are stated, and of the day where none or all of it are', () => {
    const use = (row: string) => read(`Load,W,Hours,Duty %\nx,60,${row}`).loads[0]?.use;
    expect([use('12,30'), use('24,30'), use(',30')]).toEqual([
      { by: 'hours', hoursPerDay: 3.6 },
      { by: 'share', dutyFraction: 0.3 },
      { by: 'share', dutyFraction: 0.3 },
    ]);
  });
  it('takes a cell at its word: 500 mA, 1.2 kW, 0:20 h, and thousands as people write them', () => {
    const { loads, remarks } = read(
      'name;watts;hours\nKettle;1.2 kW;0:20 h\nHeater;1 500;2\nRadio;500 mW;90 min\nPump;2,250.5;1\nLamp;12,5;0,5',
    );
    expect(remarks).toEqual([]);
    expect(loads.map(({ power }) => (power.by === 'watts' ? power.powerW : 0))).toEqual([
      1200, 1500, 0.5, 2250.5, 12.5,
    ]);
    expect(loads.map(({ use }) => (use.by === 'hours' ? Number(use.hoursPerDay.toFixed(4)) : 0))).toEqual([
      0.3333, 2, 1.5, 1, 0.5,
    ]);
    expect(read('name\tvolts\tamps\nFan\t12 V\t500 mA').loads[0]!.power).toEqual({
      by: 'volts-amps',
      voltageV: 12,
      currentA: 0.5,
    });
  });
  it('asks what 1,500 is, unless the rest of the table says it', () => {
    const asked = read('name;watts;hours\nHeater;1,500;2\nLamp;5;2');
    expect(asked.loads.map(({ name }) => name)).toEqual(['Lamp']);
    expect(asked.remarks.map(({ row, column, code }) => [row, column, code])).toEqual([
      [2, 2, 'two-readings'],
      [2, 2, 'no-power'],
    ]);
    expect(read('name;watts\nHeater;1,500\nLamp;0.5').loads[0]!.power).toEqual({ by: 'watts', powerW: 1500 });
    expect(read('name;watts\nHeater;1,500\nLamp;2,5').loads[0]!.power).toEqual({ by: 'watts', powerW: 1.5 });
  });
  it('says where an hour a day is only assumed', () => {
    const { loads, remarks } = read('name;watts;hours;share;use\nA;5;;;\nB;5;;20;\nC;5;;;always\nD;5;0;;\nE;5;x;;');
    expect(loads.map(({ use }) => (use.by === 'hours' ? use.hoursPerDay : use.by))).toEqual([
      1,
      'share',
      'always',
      0,
      1,
    ]);
    expect(remarks.map(({ row, column, code }) => [row, column, code])).toEqual([
      [2, 3, 'no-hours'],
      [6, 3, 'not-a-number'],
    ]);
  });
  it('refuses a unit of another kind', () => {
    const { loads, remarks } = read('name,watts\nA,5 Ah\nB,6 W');
    expect(loads.map(({ name }) => name)).toEqual(['B']);
    expect(remarks[0]).toMatchObject({ row: 2, column: 2, code: 'not-a-number', text: '5 Ah' });
  });
  it('reads back what it wrote', () => {
    const loads = GENERIC_LOADS.map((generic) => ({ ...generic.make('x'), climate: { by: 'none' } as const }));
    const { loads: back, remarks } = read(tableOfLoads(loads));
    expect(remarks).toEqual([]);
    const bare = (load: Load) => ({
      ...load,
      id: '',
      spread: load.spread && { low: load.spread.lowFraction.toFixed(6), high: load.spread.highFraction.toFixed(6) },
    });
    expect(back.map(bare)).toEqual(loads.map(bare));
  });
});

describe('a cell that a spreadsheet would run', () => {
  const named = (name: string, group = 'Galley') => ({
    ...newLoad('a', group),
    name,
    power: { by: 'watts' as const, powerW: 5 },
  });
  it.each(['=HYPERLINK("x")', '+1+1', '-2', '@SUM(1)', "'quoted", "'=1"])(
    '%s goes out as a text and comes back',
    (name) => {
      const out = tableOfLoads([named(name, name)]);
      expect(out.split('\n')[1]).not.toMatch(/^"?[=+\-@]|,"?[=+\-@]/);
      expect(read(out)).toMatchObject({ loads: [{ name, group: name }], remarks: [] });
    },
  );
  it('leaves an apostrophe that is none of ours', () =>
    expect(read("name,watts\n'tween deck lamp,5").loads[0]!.name).toBe("'tween deck lamp"));
});

describe('generic loads', () => {
  it('are about sixty, each a load that the schema takes', () => {
    expect(GENERIC_LOADS.length).toBeGreaterThanOrEqual(60);
    for (const generic of GENERIC_LOADS) {
      expect(Load.safeParse(generic.make('x')).success, generic.name).toBe(true);
      const [low, usual, high] = generic.watts;
      expect(low <= usual && usual <= high && high <= LIMITS.powerW.max, generic.name).toBe(true);
    }
  });
  it.each([
    ['share %', '1', 0.01],
    ['share %', '0.5', 0.005],
    ['duty', '0.5', 0.5],
    ['duty', '35', 0.35],
    ['duty', '1 %', 0.01],
    ['share', '1', 1],
  ])('a %s of %s is %d', (head, cell, dutyFraction) =>
    expect(read(`name,watts,${head}\nFridge,45,${cell}`).loads[0]!.use).toEqual({ by: 'share', dutyFraction }),
  );
  it.each([
    ['AC', 'ac'],
    ['230 V', 'ac'],
    ['by the inverter', 'ac'],
    ['DC backup', 'dc'],
    ['12 V', 'dc'],
    ['', 'dc'],
  ])('a supply of "%s" is %s', (cell, supply) =>
    expect(read(`name;watts;supply\nFridge;45;${cell}`).loads[0]!.supply).toBe(supply),
  );
  const loads = fc.record({
    name: fc.string({ minLength: 1, maxLength: 20 }).filter((name) => name.trim() === name && name !== ''),
    watts: fc.double({ min: 0.1, max: 5000, noNaN: true }).map((w) => Number(w.toFixed(3))),
    quantity: fc.integer({ min: 1, max: 20 }),
    duty: fc.double({ min: 0.0001, max: 1, noNaN: true }).map((share) => Number(share.toFixed(6))),
    supply: fc.constantFrom('ac' as const, 'dc' as const),
    days: fc.integer({ min: 1, max: 7 }),
    must: fc.boolean(),
  });
  test.prop([fc.array(loads, { minLength: 1, maxLength: 8 })])('any loads come back as they went out', (made) => {
    const out = made.map(({ name, watts, duty, days, ...more }, k): Load => ({
      ...newLoad(`l${k}`, 'Galley'),
      name,
      power: { by: 'watts', powerW: watts },
      use: { by: 'share', dutyFraction: duty },
      daysPerWeek: days,
      ...more,
    }));
    const { loads: back, remarks } = read(tableOfLoads(out));
    expect(remarks).toEqual([]);
    expect(back.map((load) => ({ ...load, id: '' }))).toEqual(out.map((load) => ({ ...load, id: '' })));
  });
});
