import { fc, test } from '@fast-check/vitest';
import { describe, expect, it } from 'vitest';
import { menuRange, menuValue, SAFE_SIDE, stepDecimals, unitFactor, UNITS_OF, usualField } from './meter-unit';
import { SETTING_IDS } from './setting-id';

const FIELDS = SETTING_IDS.flatMap((id) => UNITS_OF[id].map((unit) => usualField(id, unit)));

describe('the unit of a meter’s menu', () => {
  it('in that in which the setting is kept', () => {
    expect(unitFactor('tail-current', 'percent', 250)).toBe(0.01);
    expect(unitFactor('tail-current', 'A', 250)).toBe(1 / 250);
    expect(unitFactor('dead-band', 'A', 250)).toBe(1);
    expect(unitFactor('reserve-alarm', 'Ah', 250)).toBe(1 / 250);
    expect(unitFactor('capacity', 'Ah', 250)).toBe(1);
    expect(unitFactor('averaging-time', 's', 250) * 60).toBeCloseTo(1, 12);
    expect([unitFactor('averaging-time', 'h', 250), unitFactor('averaging-time', 'min', 250)]).toEqual([60, 1]);
    expect([unitFactor('shunt-voltage', 'mV', 250), unitFactor('temperature-compensation', 'mV/K', 250)]).toEqual([
      0.001, 0.001,
    ]);
    expect([unitFactor('low-alarm', 'V', 250), unitFactor('days-since-full', 'days', 250)]).toEqual([1, 1]);
  });
  it.each([
    [1, 0],
    [60, 0],
    [0.5, 1],
    [0.1, 1],
    [0.05, 2],
    [0.01, 2],
    [0.001, 3],
    [0.000001, 4],
  ])('steps of %f show %d decimals', (step, decimals) => {
    expect(stepDecimals(step)).toBe(decimals);
  });
  test.prop([
    fc.constantFrom(...FIELDS),
    fc.double({ min: 0.001, max: 500, noNaN: true }),
    fc.integer({ min: 20, max: 900 }),
  ])('takes the step on the safe side, less than a step away, and shows what it means', (field, stored, capacityAh) => {
    const step = field.step * unitFactor(field.id, field.unit, capacityAh);
    const { value, stored: taken, misses } = menuValue(field, stored, { low: 0, high: Infinity }, capacityAh);
    expect(misses).toBe(false);
    expect(taken).toBeCloseTo(value * unitFactor(field.id, field.unit, capacityAh), 9);
    expect(Math.abs(value / field.step - Math.round(value / field.step))).toBeLessThan(1e-6);
    const off = (SAFE_SIDE[field.id] === 'up' ? taken - stored : stored - taken) / step;
    expect(off).toBeGreaterThan(-1e-6);
    expect(off).toBeLessThan(1);
  });
  it('takes the other side where the safe one is no longer allowed, and says where neither is', () => {
    const volts = usualField('full-voltage');
    const at = (low: number, high: number) => menuValue(volts, 14.45, { low, high }, 100);
    expect(at(14, 14.5)).toMatchObject({ value: 14.5, misses: false });
    expect(at(14, 14.499)).toMatchObject({ value: 14.4, misses: false });
    expect(at(14.401, 14.499)).toMatchObject({ value: 14.5, misses: true });
  });
  it('ranges from its first to its last step within what is allowed', () => {
    const percent = usualField('reserve-alarm', 'percent');
    const range = (low: number, high: number) => menuRange(percent, { low, high }, 100);
    expect(range(0.2, 0.4)).toEqual({ low: expect.closeTo(0.2, 12), high: expect.closeTo(0.4, 12) });
    expect(range(0.201, 0.399)).toEqual({ low: expect.closeTo(0.21, 12), high: expect.closeTo(0.39, 12) });
    expect(range(0.201, 0.209)).toBeNull();
  });
});
