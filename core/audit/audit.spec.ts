import { fc, test } from '@fast-check/vitest';
import { describe, expect, it } from 'vitest';
import { byDefault, entered } from '../formula/figure';
import type { Load } from '../rig/load';
import { auditDay } from './audit';

const load = (more: Partial<Load>): Load => ({
  id: 'a',
  name: 'Lamp',
  group: '',
  supply: 'dc',
  power: { by: 'watts', powerW: 10 },
  use: { by: 'hours', hoursPerDay: 3 },
  quantity: 1,
  ...more,
});
const BANK_V = entered(25.6);
const inverter = { name: 'Inverter', efficiencyFraction: 0.8, standbyW: 12, hoursOnPerDay: 10 };

describe('auditDay', () => {
  it('DC: 10 W × 8 × 3 h = 240 Wh, ÷ 25.6 V = 9.375 Ah', () => {
    const { dayWh, dayAh } = auditDay([load({ quantity: 8 })], null, BANK_V);
    expect([dayWh.value, dayAh.value]).toEqual([240, 9.375]);
  });
  it('volts × amps and a share of the time: 12 V × 4.5 A × 35 % of 24 h = 453.6 Wh', () => {
    const chiller = load({
      power: { by: 'volts-amps', voltageV: 12, currentA: 4.5 },
      use: { by: 'share', dutyFraction: 0.35 },
    });
    expect(auditDay([chiller], null, BANK_V).dayWh.value).toBeCloseTo(453.6, 9);
  });
  it('AC: 400 W × 0.5 h ÷ 0.8 = 250 Wh, and 12 W × 10 h = 120 Wh standby as a standing loss', () => {
    const audit = auditDay(
      [load({ supply: 'ac', power: { by: 'watts', powerW: 400 }, use: { by: 'hours', hoursPerDay: 0.5 } })],
      inverter,
      BANK_V,
    );
    expect(audit.dayWh.value).toBe(370);
    expect(audit.standingAh.value).toBeCloseTo(120 / 25.6, 12);
    expect(audit.peakW.value).toBe(500);
  });
  it('uses 0.90 for AC loads where no inverter is entered, and says that it is a default', () => {
    const { lines } = auditDay([load({ supply: 'ac' })], null, BANK_V);
    expect(lines[0]!.dayWh.value).toBeCloseTo(30 / 0.9, 12);
    expect(lines[0]!.dayWh.working.terms.at(-1)).toMatchObject({ origin: 'default', value: 0.9 });
  });
  it('keeps standing losses apart and names the smallest', () => {
    const audit = auditDay(
      [
        load({}),
        load({ id: 'b', name: 'Router', power: { by: 'watts', powerW: 7.68 }, use: { by: 'always' } }),
        load({ id: 'c', name: 'Alarm', power: { by: 'watts', powerW: 1.28 }, use: { by: 'always' } }),
      ],
      null,
      BANK_V,
    );
    expect(audit.standingAh.value).toBeCloseTo((8.96 * 24) / 25.6, 12);
    expect(audit.smallestStanding).toEqual({ says: 'Alarm', currentA: expect.closeTo(0.05, 12) });
  });
  it('says what a bare 24 V would make of it, and keeps quiet where nothing differs', () => {
    expect(auditDay([load({})], null, BANK_V).dayAh.working.remark).toBe('Dividing by a bare 24 V would say 1.3 Ah.');
    expect(auditDay([load({})], null, byDefault(12)).dayAh.working.remark).toBeUndefined();
  });
  it('is zero without loads', () => expect(auditDay([], null, BANK_V).dayAh.value).toBe(0));
});

const anyLoad = fc.record({
  powerW: fc.double({ min: 0, max: 5000, noNaN: true }),
  hours: fc.double({ min: 0, max: 24, noNaN: true }),
  quantity: fc.integer({ min: 1, max: 20 }),
  ac: fc.boolean(),
});

test.prop([fc.array(anyLoad, { maxLength: 12 })])(
  'the day is the sum of its lines, and the working says the same number',
  (specs) => {
    const loads = specs.map((spec, k) =>
      load({
        id: `l${k}`,
        supply: spec.ac ? 'ac' : 'dc',
        power: { by: 'watts', powerW: spec.powerW },
        use: { by: 'hours', hoursPerDay: spec.hours },
        quantity: spec.quantity,
      }),
    );
    const audit = auditDay(loads, inverter, BANK_V);
    const sum = audit.lines.reduce((ah, line) => ah + line.dayAh.value, 0);
    expect(audit.dayAh.value).toBeCloseTo(sum, 6);
    for (const line of audit.lines) expect(line.dayAh.working.result.value).toBe(line.dayAh.value);
  },
);
