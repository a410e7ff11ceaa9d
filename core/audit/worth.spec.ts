import { describe, expect, it } from 'vitest';
import { byDefault, entered } from '../formula/figure';
import { newLoad } from './fresh';
import { newRig } from '../rig/new-rig';
import type { Load, Recording } from './load';
import { auditDay } from './audit';
import { steadyDraw } from './running';
import { worthOfHalving } from './worth';

const load = (id: string, powerW: number, hoursPerDay: number, more: Partial<Load> = {}): Load => ({
  ...newLoad(id, ''),
  name: id,
  power: { by: 'watts', powerW },
  use: { by: 'hours', hoursPerDay },
  ...more,
});
const linesOf = (...loads: Load[]) => auditDay(loads, [], newRig('r', 'R', 'UTC').audit, byDefault(12.8)).lines;
const sun = entered(4);

describe('what halving a load is worth', () => {
  const bank = { autonomyDays: entered(2), ratedPerUsable: entered(1.25) };

  it('by hand: 60 W for 8 h are 37.5 Ah at 12.8 V; half of it, 2 days at 1.25: 46.9 Ah of bank, 80 W of solar', () => {
    const [fridge] = worthOfHalving(linesOf(load('fridge', 60, 8)), sun, bank);
    expect(fridge!.savedAh).toBeCloseTo(18.75, 9);
    expect(fridge!.bankAh!.value).toBeCloseTo(46.875, 9);
    // 240 Wh ÷ 4 h ÷ 0.75
    expect(fridge!.solarW.value).toBeCloseTo(80, 9);
  });
  it('has the largest first and leaves out what takes nothing', () => {
    const lines = linesOf(load('lamp', 5, 4), load('spare', 0, 0), load('heater', 100, 3));
    expect(worthOfHalving(lines, sun, bank).map(({ id }) => id)).toEqual(['heater', 'lamp']);
  });
  it('opens down to the load itself', () => {
    const [fridge] = worthOfHalving(linesOf(load('fridge', 60, 8)), sun, bank);
    const half = fridge!.bankAh!.working().terms[0]!;
    expect(half.working!().result.value).toBeCloseTo(2 * half.value, 9);
  });
  it('says nothing of a bank that is not chosen yet', () =>
    expect(worthOfHalving(linesOf(load('fridge', 60, 8)), sun, null)[0]!.bankAh).toBeNull());
});

describe('what loads draw while they are in use', () => {
  it('is what runs: two lamps of 10 W draw 20 W', () => {
    const [lamp] = linesOf(load('lamp', 10, 4, { quantity: 2 }));
    expect(steadyDraw(lamp!, 2, false)).toEqual({ atBankW: 20, atLoadW: 20 });
  });
  it('is a compressor’s mean: 60 W for 8 of 24 h, 20 W', () => {
    const [fridge] = linesOf(load('fridge', 60, 8));
    expect(steadyDraw(fridge!, 1, true).atBankW).toBeCloseTo(20, 9);
  });
  it('is the mean of its recording where there is one', () => {
    const recording: Recording = {
      from: 'stopwatch',
      atMs: 0,
      states: [
        { name: 'off', powerW: 2 },
        { name: 'on', powerW: 50 },
      ],
      // Ten minutes on, twenty off, five times over.
      spans: Array.from({ length: 10 }, (_, k) => ({ state: (k + 1) % 2, seconds: k % 2 === 0 ? 600 : 1200 })),
    };
    const [fridge] = linesOf(load('fridge', 50, 24, { use: { by: 'timed', recording, hoursPerDay: 24 } }));
    expect(steadyDraw(fridge!, 1, true).atLoadW).toBeCloseTo((50 * 10 + 2 * 20) / 30, 6);
  });
});
