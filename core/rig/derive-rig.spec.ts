import { describe, expect, it } from 'vitest';
import { deriveRig, movedFigures, staleSettings } from './derive-rig';
import { newBank, newLoad, newRig } from './new-rig';
import type { Rig } from './rig';

const rig: Rig = {
  ...newRig('r', 'R', 'UTC'),
  loads: [
    { ...newLoad('a', ''), name: 'Lamp', power: { by: 'watts', powerW: 16 }, use: { by: 'hours', hoursPerDay: 8 } },
  ],
  bank: newBank('lfp'),
};
rig.monitor = { ...rig.monitor, entered: { capacity: { value: 100, atMs: 0 } } };

describe('deriveRig', () => {
  it('chains audit, bank and monitor: 128 Wh ÷ 12.8 V = 10 Ah; 20 Ah ÷ 0.8 = 25 Ah', () => {
    const derived = deriveRig(rig);
    expect(derived.audit.dayAh.value).toBeCloseTo(10, 12);
    expect(derived.bank?.need?.requiredAh.value).toBeCloseTo(25, 12);
    expect(staleSettings(derived)).toEqual([]);
  });
  it('counts with the efficiency that was typed into the meter', () => {
    expect(deriveRig(rig).coulombicFraction).toMatchObject({ value: 0.99, origin: 'default' });
    const typed = {
      ...rig,
      monitor: { ...rig.monitor, entered: { 'coulombic-efficiency': { value: 0.95, atMs: 0 } } },
    };
    expect(deriveRig(typed).coulombicFraction).toMatchObject({ value: 0.95, origin: 'entered' });
  });
});

describe('what an edit moves', () => {
  const moved = (after: Rig) => movedFigures(deriveRig(rig), deriveRig(after)).map((row) => row.says);
  it('a load moves the day and everything sized by it, and nothing else', () => {
    const louder: Rig = { ...rig, loads: [{ ...rig.loads[0]!, quantity: 2 }] };
    expect(moved(louder)).toEqual([
      'all loads a day',
      'all at once',
      'needed at the 20-hour rate',
      'lasts without charge',
    ]);
  });
  it('a second battery moves the capacity and makes the entered capacity stale', () => {
    const wider: Rig = { ...rig, bank: { ...rig.bank!, parallelCount: 2 } };
    expect(moved(wider)).toContain('rated capacity');
    expect(staleSettings(deriveRig(wider)).map((setting) => setting.id)).toEqual(['capacity']);
  });
  it('names figures that appear and vanish', () => {
    const rows = movedFigures(deriveRig(rig), deriveRig({ ...rig, bank: null }));
    expect(rows.find((row) => row.says === 'rated capacity')).toMatchObject({ after: null });
  });
  it('is empty when nothing changed', () => expect(moved({ ...rig })).toEqual([]));
});
