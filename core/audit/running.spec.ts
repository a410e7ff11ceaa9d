import { describe, expect, it } from 'vitest';
import { entered } from '../formula/figure';
import type { Load } from './load';
import { newInverter, newLoad } from './fresh';
import { newRig } from '../rig/new-rig';
import { auditDay } from './audit';
import { drawTogether, runnables, runningOf } from './running';

const load = (id: string, powerW: number, more: Partial<Load> = {}): Load => ({
  ...newLoad(id, ''),
  name: id,
  power: { by: 'watts', powerW },
  ...more,
});
const inverters = [{ ...newInverter('inv'), name: 'Inverter', efficiencyFraction: 0.9, standbyW: 15 }];
const all = (loads: Load[], own = inverters) =>
  runnables(loads, auditDay(loads, own, newRig('r', 'R', 'UTC').audit, entered(12.8)));
const drawn = (loads: Load[], picked: string[], extraW = 0) => {
  const { atBankW, atLoadsW } = drawTogether(runningOf(all(loads), new Set(picked)), extraW);
  return [atBankW.value, atLoadsW.value];
};

describe('what is left running', () => {
  it('an AC load takes its inverter along: 10 W ÷ 0.9 and 15 W of standby', () => {
    expect(drawn([load('phone', 10, { supply: 'ac' })], ['phone'])).toEqual([expect.closeTo(10 / 0.9 + 15, 9), 25]);
  });
  it('two AC loads share one standby', () => {
    const loads = [load('a', 90, { supply: 'ac' }), load('b', 45, { supply: 'ac' })];
    expect(drawn(loads, ['a', 'b'])[0]).toBeCloseTo(150 + 15, 9);
  });
  it('an inverter can idle by itself, and DC loads need none', () => {
    const loads = [load('lamp', 5)];
    expect(drawn(loads, ['standby:inv'])).toEqual([15, 15]);
    expect(drawn(loads, ['lamp'], 3)).toEqual([8, 8]);
    expect(drawTogether(runningOf(all(loads), new Set(['lamp', 'standby:inv'])), 3).atBankW.note).toBe(
      '1 load and an inverter on standby and watts typed in',
    );
  });
  it('without an inverter entered an AC load runs on a default one without standby', () => {
    const loads = [load('phone', 9, { supply: 'ac' })];
    const { atBankW } = drawTogether(runningOf(all(loads, []), new Set(['phone'])), 0);
    expect(atBankW.value).toBeCloseTo(10, 9);
  });
  it('what goes on and off by itself counts with its mean', () => {
    const fridge = load('fridge', 60, { use: { by: 'share', dutyFraction: 0.3 }, quantity: 2 });
    expect(drawn([fridge], ['fridge'])).toEqual([expect.closeTo(36, 9), expect.closeTo(36, 9)]);
  });
});
