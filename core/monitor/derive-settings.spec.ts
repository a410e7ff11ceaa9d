import { describe, expect, it } from 'vitest';
import { sizeBank } from '../bank/size-bank';
import { CHEMISTRY_IDS } from '../cells/chemistry';
import { entered } from '../formula/figure';
import type { Bank } from '../bank/plan';
import type { ChemistryEdits } from '../cells/chemistry-edit';
import type { MonitorPlan, SettingId } from './plan';
import { newBank, simpleBank } from '../bank/fresh';
import { newBattery } from '../cells/new-battery';
import { newRig } from '../rig/new-rig';
import { deriveSettings } from './derive-settings';

const plan: MonitorPlan = newRig('r', 'R', 'UTC').monitor;
const wagtail: Bank = newBank(newBattery('b', 'lfp', 8, 160), 1, 2);
const demand = { dayAh: entered(60), hoursWh: Array.from({ length: 24 }, () => 60) };

function derive(
  bank: Bank,
  more: Partial<MonitorPlan> = {},
  smallest: { says: string; currentA: number } | null = null,
  edits: ChemistryEdits = {},
) {
  const result = deriveSettings(bank, sizeBank(bank, demand, edits), { ...plan, ...more }, [], smallest);
  const value = (id: SettingId) => result.settings.find((setting) => setting.id === id)!;
  return { result, value };
}

describe('deriveSettings', () => {
  it('24 V lithium: full from 28.4 − 2 · 0.15 = 28.1 V, tail 4 % = 12.8 A of 320 Ah', () => {
    const { result, value } = derive(wagtail);
    expect(value('capacity').figure.value).toBe(320);
    expect(value('full-voltage').figure.value).toBeCloseTo(28.1, 9);
    expect(value('tail-current').figure.value).toBeCloseTo(0.04, 12);
    expect(result.tailA).toBeCloseTo(12.8, 9);
  });
  it('12 V flooded: full from 14.7 − 0.25 = 14.45 V, tail 2 %, efficiency 0.87', () => {
    const { value } = derive(simpleBank('flooded'));
    expect(value('full-voltage').figure.value).toBeCloseTo(14.45, 9);
    expect(value('tail-current').figure.value).toBe(0.02);
    expect(value('coulombic-efficiency').figure.value).toBe(0.87);
  });
  it('takes the charger’s absorption voltage when it is entered', () => {
    expect(derive(simpleBank('agm'), { lowestAbsorptionV: 14.1 }).value('full-voltage').figure.value).toBeCloseTo(
      13.9,
      9,
    );
  });
  it('says when no voltage fits between float and absorption', () => {
    const { value } = derive(simpleBank('agm'), { lowestAbsorptionV: 13.8 });
    expect(value('full-voltage').problems).toEqual(['no-room-for-full-voltage']);
  });
  it('takes an edited chemistry', () => {
    const edited = derive(wagtail, {}, null, { lfp: { tailFraction: { value: 0.05, source: 'its sheet' } } });
    expect(edited.result.tailA).toBeCloseTo(16, 9);
  });
  it('usable school: capacity and scale change, tail amps stay', () => {
    const { result, value } = derive(wagtail, { capacitySchool: 'usable' });
    expect(value('capacity').figure.value).toBeCloseTo(256, 9);
    expect(value('tail-current').figure.value * value('capacity').figure.value).toBeCloseTo(result.tailA, 9);
    expect(value('reserve-alarm').figure.value).toBeCloseTo(0.05, 12);
  });
  it('rated school: alarm at 20 % reserve + 5 %', () =>
    expect(derive(wagtail).value('reserve-alarm').figure.value).toBeCloseTo(0.25, 12));
  it('keeps the dead band under the smallest standing load, and prices the alternative', () => {
    const { result, value } = derive(wagtail, {}, { says: 'Alarm', currentA: 0.05 });
    expect(value('dead-band').figure.value).toBe(0.02);
    expect(result.uncountedPerWeek?.value).toBeCloseTo(8.4, 12);
  });
  it('warns when even the smallest band swallows a load', () => {
    expect(derive(wagtail, {}, { says: 'Clock', currentA: 0.008 }).value('dead-band').problems).toEqual([
      'dead-band-swallows-load',
    ]);
  });
  it('holds longer where the sun charges', () => {
    expect(derive(wagtail).value('hold-time').figure.value).toBeGreaterThan(
      derive(wagtail, { solarCharging: false }).value('hold-time').figure.value,
    );
  });
  it('marks a setting that no longer agrees with what was typed in', () => {
    const typed = {
      'full-voltage': { value: 28.1, atMs: 1, rests: null },
      capacity: { value: 160, atMs: 1, rests: null },
    };
    const { value } = derive(wagtail, { entered: typed });
    expect(value('full-voltage').entered?.agrees).toBe(true);
    expect(value('capacity').entered).toMatchObject({ agrees: false, stale: true, moved: null });
  });
  it.each(CHEMISTRY_IDS)('%s: every derived value lies in its own range', (id) => {
    for (const setting of derive(simpleBank(id)).result.settings) {
      expect(setting.figure.value).toBeGreaterThanOrEqual(setting.allowed.low - 1e-12);
      expect(setting.figure.value).toBeLessThanOrEqual(setting.allowed.high + 1e-12);
    }
  });
});
