import { fc, test } from '@fast-check/vitest';
import { describe, expect, it } from 'vitest';
import { byDefault, entered } from '../formula/figure';
import type { Inverter } from './inverter';
import type { AuditPlan } from './plan';
import type { Load } from './load';
import { newInverter, newLoad } from './fresh';
import { newRig } from '../rig/new-rig';
import { auditDay } from './audit';

const load = (more: Partial<Load>): Load => ({
  ...newLoad('a', ''),
  name: 'Lamp',
  power: { by: 'watts', powerW: 10 },
  use: { by: 'hours', hoursPerDay: 3 },
  ...more,
});
const BANK_V = entered(25.6);
const PLAN: AuditPlan = { ...newRig('r', 'R', 'UTC').audit, month: 7, ambientTempC: 22 };
const inverter: Inverter = { ...newInverter('inv'), efficiencyFraction: 0.8, standbyW: 12, hoursOnPerDay: 10 };
const audit = (loads: Load[], inverters: Inverter[] = [], plan: Partial<AuditPlan> = {}, volts = BANK_V) =>
  auditDay(loads, inverters, { ...PLAN, ...plan }, volts);

describe('auditDay', () => {
  it('DC: 10 W × 8 × 3 h = 240 Wh, ÷ 25.6 V = 9.375 Ah', () => {
    const { dayWh, dayAh } = audit([load({ quantity: 8 })]);
    expect([dayWh.value, dayAh.value]).toEqual([240, 9.375]);
  });
  it('volts × amps and a share of the time: 12 V × 4.5 A × 35 % of 24 h = 453.6 Wh', () => {
    const chiller = load({
      power: { by: 'volts-amps', voltageV: 12, currentA: 4.5 },
      use: { by: 'share', dutyFraction: 0.35 },
    });
    expect(audit([chiller]).dayWh.value).toBeCloseTo(453.6, 9);
  });
  it('AC: 400 W × 0.5 h ÷ 0.8 = 250 Wh, and 12 W × 10 h = 120 Wh standby as a standing loss', () => {
    const sheet = audit(
      [load({ supply: 'ac', power: { by: 'watts', powerW: 400 }, use: { by: 'hours', hoursPerDay: 0.5 } })],
      [inverter],
    );
    expect(sheet.dayWh.value).toBe(370);
    expect(sheet.standingAh.value).toBeCloseTo(120 / 25.6, 12);
    expect(sheet.peakW.value).toBe(512);
  });
  it('uses 0.90 for AC loads where no inverter is entered, and says that it is a default', () => {
    const [line] = audit([load({ supply: 'ac' })]).lines;
    expect(line!.dayWh.value).toBeCloseTo(30 / 0.9, 12);
    expect(line!.dayWh.working().terms[0]!.working!().terms[1]).toMatchObject({ origin: 'default', value: 0.9 });
  });
  it('keeps standing losses apart and names the smallest', () => {
    const sheet = audit([
      load({}),
      load({ id: 'b', name: 'Router', power: { by: 'watts', powerW: 7.68 }, use: { by: 'always' } }),
      load({ id: 'c', name: 'Alarm', power: { by: 'watts', powerW: 1.28 }, use: { by: 'always' } }),
    ]);
    expect(sheet.standingAh.value).toBeCloseTo((8.96 * 24) / 25.6, 12);
    expect(sheet.smallestStanding).toEqual({ says: 'Alarm', currentA: expect.closeTo(0.05, 12) });
  });
  it('says what a bare 24 V would make of it, and keeps quiet where nothing differs', () => {
    expect(audit([load({})]).dayAh.working().remark).toBe('Dividing by a bare 24 V would say 1.3 Ah.');
    expect(audit([load({})], [], {}, byDefault(12)).dayAh.working().remark).toBeUndefined();
  });
  it('is zero without loads', () => expect(audit([]).dayAh.value).toBe(0));
  it('two days a week: 30 Wh × 2 ÷ 7 on average; high is a day of use', () => {
    const sheet = audit([load({ daysPerWeek: 2, spread: { lowFraction: 0.5, highFraction: 2 } })]);
    expect(sheet.dayWh.value).toBeCloseTo(60 / 7, 12);
    expect(sheet.allHighAh.value).toBeCloseTo(60 / 25.6, 12);
  });
  it('surge: 60 W fridge that starts at three times, beside a 10 W lamp: 190 W', () => {
    const fridge = load({ id: 'f', name: 'Fridge', power: { by: 'watts', powerW: 60 }, surgeFactor: 3 });
    expect(audit([fridge, load({})]).surgeW.value).toBe(190);
    expect(audit([fridge, load({})]).surgeW.says).toBe('all at once, Fridge starting');
  });
});

describe('how a load is known', () => {
  it('logged: 11 Ah a day of a 25.6 V bank, and its own low and high', () => {
    const logged = load({
      known: 'logged',
      use: { by: 'logged', unit: 'Ah', side: 'bank', low: 9, typical: 11, high: 16, days: 12 },
    });
    const [line] = audit([logged]).lines;
    expect(line!.dayAh.value).toBeCloseTo(11, 12);
    expect([line!.lowAh, line!.highAh]).toEqual([expect.closeTo(9, 9), expect.closeTo(16, 9)]);
  });
  it('timed: 38 W for 15 min, 2 W for 27 min: mean 14.857 W through 24 h', () => {
    const cycle = [
      { state: 1, seconds: 900 },
      { state: 0, seconds: 1620 },
    ];
    const states = [
      { name: 'off', powerW: 2 },
      { name: 'on', powerW: 38 },
    ];
    const spans = [...cycle, ...cycle, ...cycle, ...cycle];
    const timed = load({
      known: 'timed',
      use: { by: 'timed', recording: { from: 'stopwatch', atMs: 0, states, spans }, hoursPerDay: 24 },
    });
    const [line] = audit([timed]).lines;
    expect(line!.dayWh.value).toBeCloseTo(((38 * 900 + 2 * 1620) / 2520) * 24, 9);
    expect(line!.powerW.value).toBe(38);
  });
  it('a nameplate is trusted less than a log, and one’s own word goes first', () => {
    const range = (more: Partial<Load>) => {
      const [line] = audit([load(more)]).lines;
      return line!.highAh - line!.lowAh;
    };
    expect(range({ known: 'nameplate' })).toBeGreaterThan(range({ known: 'clamp' }));
    expect(audit([load({ spread: { lowFraction: 1, highFraction: 1 } })]).lines[0]!.spread.origin).toBe('entered');
  });
});

describe('season and temperature', () => {
  const hours = (climate: Load['climate'], plan: Partial<AuditPlan>) =>
    audit([load({ use: { by: 'share', dutyFraction: 0.25 }, climate })], [], plan).lines[0]!.hoursPerDay.value;
  const cases: [string, Load['climate'], Partial<AuditPlan>, number][] = [
    ['in season', { by: 'months', months: [6, 7, 8] }, {}, 6],
    ['out of season', { by: 'months', months: [1] }, {}, 0],
    ['a heater in the cold', { by: 'below', tempC: 12 }, { ambientTempC: 3 }, 6],
    ['a heater in the warm', { by: 'below', tempC: 12 }, { ambientTempC: 20 }, 0],
    ['a fan in the warm', { by: 'above', tempC: 24 }, { ambientTempC: 30 }, 6],
    // (32 − 5) ÷ (20 − 5) = 1.8
    ['a compressor in the heat', { by: 'compressor', setTempC: 5, refTempC: 20 }, { ambientTempC: 32 }, 10.8],
    [
      'a compressor colder than its inside',
      { by: 'compressor', setTempC: 5, refTempC: 20 } as const,
      { ambientTempC: 0 },
      0,
    ],
    [
      'a compressor that can do no more',
      { by: 'compressor', setTempC: 5, refTempC: 10 } as const,
      { ambientTempC: 40 },
      24,
    ],
  ];
  it.each(cases)('%s', (_name, climate, plan, expected) => expect(hours(climate, plan)).toBeCloseTo(expected, 9));
});

describe('the day by hours', () => {
  it('puts an evening load into the evening, and finds the peak hour', () => {
    const sheet = audit([load({ pattern: { by: 'named', id: 'evening' }, use: { by: 'hours', hoursPerDay: 6 } })]);
    expect(sheet.hoursWh[12]).toBe(0);
    expect(sheet.hoursWh[18]).toBeCloseTo(10, 12);
    expect(sheet.peakHour).toEqual({ hour: 17, meanW: expect.closeTo(10, 9) });
  });
  it('takes hours of one’s own, as far as they suffice', () => {
    const at = (hours: number[]) => Array.from({ length: 24 }, (_, hour) => (hours.includes(hour) ? 1 : 0));
    const hoursWh = (hours: number[]) => audit([load({ pattern: { by: 'hours', weights: at(hours) } })]).hoursWh;
    expect(hoursWh([3, 4, 5])[3]).toBeCloseTo(10, 12);
    expect(hoursWh([3, 4, 5])[6]).toBe(0);
    expect(hoursWh([3])[3]).toBeCloseTo(10, 12);
    expect(hoursWh([3])[6]).toBeCloseTo(20 / 23, 12);
  });
});

describe('inverters', () => {
  const ac = (more: Partial<Load> = {}) =>
    load({
      supply: 'ac',
      power: { by: 'watts', powerW: 100 },
      use: { by: 'hours', hoursPerDay: 8 },
      pattern: { by: 'named', id: 'day' },
      ...more,
    });
  it('left on all day against switched on when needed: 12 W × 24 h and × 8 h', () => {
    const [use] = audit([ac()], [inverter]).inverters;
    expect(use!.leftOnAh.value).toBeCloseTo((12 * 24) / 25.6, 9);
    expect(use!.whenNeededAh.value).toBeCloseTo((12 * 8) / 25.6, 9);
  });
  it('bench pairs give standby and draw: P = 8 + 1.05·P + 0.0002·P²', () => {
    const bench = [0, 50, 100, 200, 400, 800].map((acW) => ({
      acW,
      dcV: 25,
      dcA: (8 + 1.05 * acW + 0.0002 * acW * acW) / 25,
    }));
    const sheet = audit([ac()], [{ ...inverter, bench }]);
    expect(sheet.inverters[0]!.standbyW.value).toBeCloseTo(8, 6);
    expect(sheet.lines[0]!.dayWh.value).toBeCloseTo((1.05 * 100 + 0.0002 * 10_000) * 8, 4);
    expect(sheet.inverters[0]!.efficiencyAt(400)).toBeCloseTo(400 / (8 + 420 + 32), 6);
  });
  it('serves each load by the inverter it names', () => {
    const small = { ...newInverter('small'), efficiencyFraction: 0.5 };
    expect(audit([ac({ inverterId: 'small' })], [inverter, small]).lines[0]!.dayWh.value).toBe(1600);
  });
  it('says when its loads are too much for it', () => {
    const [use] = audit([ac({ surgeFactor: 5 })], [{ ...inverter, continuousW: 80, surgeW: 400 }]).inverters;
    expect(use!.problems.map(({ code }) => code)).toEqual(['over-continuous', 'over-surge']);
  });
});

const anyLoad = fc.record({
  powerW: fc.double({ min: 0, max: 5000, noNaN: true }),
  hours: fc.double({ min: 0, max: 24, noNaN: true }),
  quantity: fc.integer({ min: 1, max: 20 }),
  ac: fc.boolean(),
  days: fc.integer({ min: 0, max: 7 }),
});

test.prop([fc.array(anyLoad, { maxLength: 12 })])(
  'the day is the sum of its lines and of its hours, and the working says the same number',
  (specs) => {
    const loads = specs.map((spec, k) =>
      load({
        id: `l${k}`,
        supply: spec.ac ? 'ac' : 'dc',
        power: { by: 'watts', powerW: spec.powerW },
        use: { by: 'hours', hoursPerDay: spec.hours },
        quantity: spec.quantity,
        daysPerWeek: spec.days,
      }),
    );
    const sheet = audit(loads, [inverter]);
    const close = (a: number, b: number) => expect(Math.abs(a - b)).toBeLessThanOrEqual(1e-9 * Math.max(1, b));
    close(
      sheet.lines.reduce((ah, line) => ah + line.dayAh.value, 0),
      sheet.dayAh.value,
    );
    close(
      sheet.hoursWh.reduce((sum, wh) => sum + wh, 0),
      sheet.dayWh.value,
    );
    for (const line of sheet.lines) {
      expect(line.dayAh.working().result.value).toBe(line.dayAh.value);
      expect(line.lowAh).toBeLessThanOrEqual(line.highAh);
    }
  },
);

describe('an inverter and what is behind it', () => {
  const bench = [0, 100, 400, 900, 1600].map((acW) => ({
    acW,
    dcV: 25,
    dcA: (9 + 1.04 * acW + 1e-4 * acW * acW) / 25,
  }));
  const onBench: Inverter = { ...newInverter('inv'), bench, switched: 'when-needed' };
  const quarter = (powerW: number): Load['use'] => ({
    by: 'timed',
    hoursPerDay: 24,
    recording: {
      from: 'table',
      atMs: 0,
      states: [
        { name: 'off', powerW: 0 },
        { name: 'on', powerW },
      ],
      spans: Array.from({ length: 16 }, (_, k) => ({ state: k % 2, seconds: k % 2 ? 900 : 2700 })),
    },
  });
  it('loses by each state, not by their mean: a quarter of the time at 1000 W draws 0.25 · (1040 + 100) W', () => {
    const [line] = audit([load({ supply: 'ac', known: 'timed', use: quarter(1000) })], [onBench]).lines;
    expect(line!.dayWh.value).toBeCloseTo(0.25 * 1140 * 24, 4);
    expect(line!.recordedW).toEqual({ atBank: expect.closeTo(285, 6), atLoad: expect.closeTo(250, 9) });
  });
  it('does the same for a compressor that runs more in the warm, up to never pausing', () => {
    const warm = (ambientTempC: number) =>
      audit(
        [
          load({
            supply: 'ac',
            known: 'timed',
            use: quarter(1000),
            climate: { by: 'compressor', setTempC: 5, refTempC: 20 },
          }),
        ],
        [onBench],
        { ambientTempC },
      ).lines[0]!.dayWh.value;
    expect(warm(35)).toBeCloseTo(2 * 0.25 * 1140 * 24, 3);
    expect(warm(70)).toBeCloseTo(1140 * 24, 3);
  });
  it('one pair is not counted twice: 100 W draw the 122 W that were measured, standby among them', () => {
    const onePair: Inverter = { ...newInverter('inv'), standbyW: 12, bench: [{ acW: 100, dcV: 25, dcA: 4.88 }] };
    const sheet = audit([load({ supply: 'ac', power: { by: 'watts', powerW: 100 } })], [onePair]);
    expect(sheet.peakW.value).toBeCloseTo(122, 9);
  });
  it('counts the standby as a standing loss where it is left on, and not where it is switched on when needed', () => {
    const standing = (switched: Inverter['switched']) =>
      audit([load({ supply: 'ac' })], [{ ...inverter, switched }]).standingAh.value;
    expect(standing('left-on')).toBeCloseTo(120 / 25.6, 12);
    expect(standing('when-needed')).toBe(0);
  });
  it('asks on which side Wh were logged: 1200 Wh at the load are 1500 before an inverter of 0.8', () => {
    const use = { by: 'logged', unit: 'Wh', low: 900, typical: 1200, high: 1500, days: 9 } as const;
    const sheet = (side: 'bank' | 'load', supply: Load['supply'], unit: 'Wh' | 'Ah' = 'Wh') =>
      audit([load({ supply, known: 'logged', use: { ...use, side, unit } })], [inverter]).lines[0]!;
    expect(sheet('bank', 'ac').dayWh.value).toBe(1200);
    expect(sheet('load', 'ac').dayWh.value).toBeCloseTo(1500, 9);
    expect(sheet('load', 'ac').highAh).toBeCloseTo(1875 / 25.6, 9);
    expect(sheet('load', 'dc').dayWh.value).toBe(1200);
    expect(sheet('load', 'ac', 'Ah').dayAh.value).toBeCloseTo(1200, 9);
  });
});

describe('what is possible', () => {
  const line = (more: Partial<Load>) => audit([load(more)]).lines[0]!;
  it('hours beyond those of the pattern go to the rest of the day: 100 W for 20 h never draw 500 W', () => {
    const meals = line({
      power: { by: 'watts', powerW: 100 },
      use: { by: 'hours', hoursPerDay: 20 },
      pattern: { by: 'named', id: 'meals' },
    });
    expect(Math.max(...meals.hoursWh)).toBeCloseTo(100, 9);
    expect(meals.hoursWh.reduce((sum, wh) => sum + wh, 0)).toBeCloseTo(2000, 9);
    expect(meals.hoursWh[12]).toBeCloseTo(100, 9);
    expect(meals.hoursWh[3]).toBeCloseTo((100 * 16) / 20, 9);
  });
  it('the high day of a nameplate at 100 % duty is the nameplate, at half duty half as much again', () => {
    const high = (use: Load['use'], known: Load['known'] = 'nameplate') => {
      const one = line({ known, use });
      return one.highAh / one.dayAh.value;
    };
    expect(high({ by: 'share', dutyFraction: 1 })).toBeCloseTo(1, 12);
    expect(high({ by: 'hours', hoursPerDay: 20 })).toBeCloseTo(1.2, 12);
    expect(high({ by: 'hours', hoursPerDay: 12 })).toBeCloseTo(1.5, 12);
    expect(high({ by: 'always' })).toBe(1);
    expect(high({ by: 'share', dutyFraction: 1 }, 'clamp')).toBeCloseTo(1.1, 12);
  });
  it('a log of 0, 0 and 1200 Wh has a high day of 1200 Wh', () => {
    const rare = line({
      known: 'logged',
      use: { by: 'logged', unit: 'Wh', side: 'bank', low: 0, typical: 0, high: 1200, days: 30 },
    });
    expect([rare.lowAh, rare.dayAh.value, rare.highAh]).toEqual([0, 0, expect.closeTo(1200 / 25.6, 9)]);
    expect(
      audit([
        load({
          known: 'logged',
          use: { by: 'logged', unit: 'Wh', side: 'bank', low: 0, typical: 0, high: 1200, days: 30 },
        }),
      ]).allHighAh.value,
    ).toBeCloseTo(1200 / 25.6, 9);
  });
});
