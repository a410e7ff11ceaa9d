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
  it('takes along only the inverters of what is picked, and says how many of each', () => {
    const two = [...inverters, { ...newInverter('small'), name: '', efficiencyFraction: 0.8, standbyW: 4 }];
    const loads = [
      load('lamp', 5),
      load('phone', 9, { supply: 'ac' }),
      load('desk', 8, { supply: 'ac', inverterId: 'small' }),
    ];
    const running = (...picked: string[]) => runningOf(all(loads, two), new Set(picked)).map(({ says }) => says);
    expect(running('lamp')).toEqual(['lamp']);
    expect(running('phone')).toEqual(['phone', 'Inverter, standby']);
    expect(running('desk', 'standby:inv')).toEqual(['desk', 'Inverter, standby', 'Inverter, standby']);
    const together = (...picked: string[]) => drawTogether(runningOf(all(loads, two), new Set(picked)), 0).atBankW;
    expect(together('lamp', 'desk')).toMatchObject({
      value: 5 + 8 / 0.8 + 4,
      note: '2 loads and an inverter on standby',
    });
    expect(together('phone', 'desk').note).toBe('2 loads and 2 inverters on standby');
    expect(together('lamp').note).toBe('1 load');
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
