import { describe, expect, it } from 'vitest';
import { auditDay } from '../audit/audit';
import { newInverter, newLoad } from '../audit/fresh';
import type { Inverter } from '../audit/inverter';
import { newBank, simpleBank } from '../bank/fresh';
import type { Bank } from '../bank/plan';
import { sizeBank } from '../bank/size-bank';
import { CHEMISTRY_IDS, type ChemistryId } from '../cells/chemistry';
import type { ChemistryEdits } from '../cells/chemistry-edit';
import { newBattery } from '../cells/new-battery';
import { entered } from '../formula/figure';
import { newRig } from '../rig/new-rig';
import { newSource } from '../sources/new-source';
import { standardTrace, tracesFor } from '../counter/standard-traces';
import { tryOn } from '../counter/trial';
import { benchBank, reckoningBank } from './bench/bench-bank';
import { allowedOf, derivedSet, gridOf, setValues } from './bench/grid';
import { checkSettings, FINDING_CODES, type FindingCode } from './checks/check-settings';
import { counterOf } from './counter-of';
import { deriveSettings, menuValues, settingOf } from './derive-settings';
import { nowKeyed, withKeyed } from './entries';
import type { MonitorRig } from './facts';
import { missingCredit } from './missing-credit';
import { newProfile } from './fresh';
import type { MeterUnit } from './plan';
import { menuFigure } from './menu-figure';
import { menuRange, menuValue, SAFE_SIDE, unitFactor, usualField, UNITS_OF } from './meter-unit';
import { comparedShares, onUsableScale } from './two-scales';
import { SETTING_IDS, type SettingId, type SettingValues } from './setting-id';

const fresh = newRig('r', 'R', 'UTC');
const wagtail: Bank = newBank(newBattery('b', 'lfp', 8, 160), 1, 2);
const demand = { dayAh: entered(60), hoursWh: Array.from({ length: 24 }, () => 60) };

function rigOf(bank: Bank, more: Partial<MonitorRig> = {}, edits: ChemistryEdits = {}): MonitorRig {
  const sized = sizeBank(bank, demand, edits);
  return {
    ...{ plan: fresh.monitor, bank, sized, chemistryEdits: edits, inverters: [], sources: [] },
    ...{ audit: auditDay([], [], fresh.audit, sized.nominalV), wiring: fresh.wiring, circuit: null },
    ...more,
  };
}
function derive(bank: Bank, more: Partial<MonitorRig> = {}, edits: ChemistryEdits = {}) {
  const result = deriveSettings(rigOf(bank, more, edits));
  const value = (id: SettingId) => result.settings.find((setting) => setting.id === id)!;
  return { result, value };
}
const plan = (more: Partial<MonitorRig['plan']>) => ({ ...fresh.monitor, ...more });
const usual = (more: object) => plan({ profiles: [{ ...fresh.monitor.profiles[0]!, ...more }] });
/** A rig with one small load that never pauses. */
function standing(bank: Bank, currentA: number): Partial<MonitorRig> {
  const { nominalV } = sizeBank(bank, demand, {});
  const load = {
    ...newLoad('a', 'g'),
    name: 'Alarm',
    power: { by: 'watts', powerW: currentA * nominalV.value },
    use: { by: 'always' },
  } as const;
  return { audit: auditDay([load], [], fresh.audit, nominalV) };
}

describe('settings that follow', () => {
  it('24 V lithium: full from 28.4 − 2 · 0.15 = 28.1 V, tail 4 % = 12.8 A of 320 Ah', () => {
    const { result, value } = derive(wagtail);
    expect(value('capacity').figure.value).toBe(320);
    expect(value('full-voltage').figure.value).toBeCloseTo(28.1, 9);
    expect(value('tail-current').figure.value).toBeCloseTo(0.04, 12);
    expect(result.tailA).toBeCloseTo(12.8, 9);
    expect(value('peukert').figure.value).toBe(1.03);
    expect(value('empty-voltage').figure.value).toBeCloseTo(23.2, 9);
    expect(value('high-alarm').figure.value).toBeCloseTo(28.7, 9);
    expect(value('days-since-full').figure.value).toBe(30);
    expect(value('temperature-compensation').figure.value).toBeCloseTo(0, 12);
    expect(result.findings).toEqual([]);
  });
  it('says where the high alarm has no room below what the cells stand: from 14.5 V of absorption on in a 12 V lithium bank', () => {
    const alarm = (absorptionV: number) => {
      const sources = [{ ...newSource('shore', 'm'), absorptionV, floatV: 13.5 }];
      return derive(newBank(newBattery('b', 'lfp', 4, 100)), { sources }).value('high-alarm');
    };
    expect(alarm(14.4).figure.value).toBeCloseTo(14.55, 9);
    expect([14.2, 14.4, 14.45, 14.5].map((volts) => alarm(volts).problems)).toEqual([
      [],
      [],
      [],
      ['no-room-for-alarm'],
    ]);
  });
  it('12 V flooded: full from 14.7 − 0.25 = 14.45 V, tail 2 %, efficiency 0.87, equalised, −30 mV/K', () => {
    const { value } = derive(simpleBank('flooded'));
    expect(value('full-voltage').figure.value).toBeCloseTo(14.45, 9);
    expect(value('tail-current').figure.value).toBe(0.02);
    expect(value('coulombic-efficiency').figure.value).toBe(0.87);
    expect(value('equalise-days').figure.value).toBe(30);
    expect(value('temperature-compensation').figure.value).toBeCloseTo(-0.03, 12);
    // Equalising goes higher than any absorption: 2.6 V · 6 + 0.15.
    expect(value('high-alarm').figure.value).toBeCloseTo(15.75, 9);
  });
  it('are all of them there, each by its id', () => {
    const { result } = derive(simpleBank('flooded'));
    expect(result.settings.map(({ id }) => settingOf(result.settings, id).id)).toEqual(
      result.settings.map(({ id }) => id),
    );
    expect(() => settingOf([], 'capacity')).toThrow('no setting is called capacity');
  });
  it('without an efficiency a meter credits too much: 100 Ah a day at 87 %, seven times 14.94 Ah a week', () => {
    const { result } = derive(simpleBank('flooded'));
    const credited = missingCredit(result.facts, entered(100));
    expect(credited.value).toBeCloseTo(7 * 100 * (1 / 0.87 - 1), 9);
    expect(credited.working().result.value).toBe(credited.value);
  });
  it('AGM: the tail is what is still taken when 1.4 % are missing, 1.8 · 1.4 % = 2.52 %, as a meter takes it 2.5', () => {
    const { value } = derive(simpleBank('agm'));
    expect(value('tail-current').figure.value).toBeCloseTo(0.0252, 12);
    expect(value('tail-current').menu).toMatchObject({ value: 2.5, unit: 'percent', misses: false });
  });
  it('follow the chargers: what was entered, the plan’s lowest and highest, where they stop, and their warmth', () => {
    const sources = [
      { ...newSource('solar', 's'), absorptionV: 14.4, floatV: 13.5 },
      { ...newSource('shore', 'm'), absorptionV: 14.2, floatV: 13.8 },
    ];
    const agm = simpleBank('agm');
    const { result, value } = derive(agm, { sources });
    expect(result.facts.chargers).toMatchObject({
      absorptionV: { value: 14.2 },
      highestAbsorptionV: { value: 14.4 },
      floatV: { value: 13.8 },
      sunCharges: true,
      stopsAtA: null,
    });
    expect(value('full-voltage').figure.value).toBeCloseTo(14, 9);
    expect(value('full-voltage').allowed).toEqual({ low: 13.8, high: 14.2 });
    expect(derive(agm, { sources: [sources[1]!] }).value('hold-time').figure.value).toBe(3);
    expect(derive(agm, { plan: usual({ solarCharging: false }) }).value('hold-time').figure.value).toBe(3);
    expect(
      derive(agm, { sources, plan: usual({ lowestAbsorptionV: 14.1 }) }).value('full-voltage').figure.value,
    ).toBeCloseTo(13.9, 9);
    const stops = derive(agm, { plan: usual({ stopsAtA: 3 }) });
    // 1.25 · 3 A of 100 Ah
    expect(stops.value('tail-current').figure.value).toBeCloseTo(0.0375, 12);
    const cold = derive(agm, { plan: usual({ tempC: 5 }) });
    expect(cold.value('full-voltage').figure.value).toBeCloseTo(14.4 + 0.004 * 6 * 20 - 0.2, 9);
    expect(derive(wagtail, { plan: usual({ tempC: 5 }) }).value('full-voltage').figure.value).toBeCloseTo(28.1, 9);
  });
  it('say when no voltage fits between float and absorption, and when the chargers stop above every usual tail', () => {
    const agm = simpleBank('agm');
    expect(derive(agm, { plan: usual({ lowestAbsorptionV: 13.8 }) }).value('full-voltage').problems).toEqual([
      'no-room-for-full-voltage',
    ]);
    expect(derive(agm, { plan: usual({ stopsAtA: 60 }) }).value('tail-current').problems).toEqual([
      'charger-stops-above-tail',
    ]);
  });
  it('take an edited chemistry', () => {
    const edited = derive(wagtail, {}, { lfp: { tailFraction: { value: 0.05, source: 'its sheet' } } });
    expect(edited.result.tailA).toBeCloseTo(16, 9);
  });
  it('usable school: capacity and scale change, tail amps stay; an old bank holds less', () => {
    const { result, value } = derive(wagtail, { plan: plan({ capacitySchool: 'usable' }) });
    expect(value('capacity').figure.value).toBeCloseTo(256, 9);
    expect(value('tail-current').figure.value * value('capacity').figure.value).toBeCloseTo(result.tailA, 9);
    expect(value('reserve-alarm').figure.value).toBeCloseTo(0.05, 12);
    expect(derive(wagtail, { plan: usual({ healthFraction: 0.8 }) }).value('capacity').figure.value).toBeCloseTo(
      256,
      9,
    );
  });
  it('rated school: alarm at 20 % reserve + 5 %, loads off at the reserve, on again a tenth above', () => {
    const { value } = derive(wagtail);
    expect(value('reserve-alarm').figure.value).toBeCloseTo(0.25, 12);
    expect(value('cut-off').figure.value).toBeCloseTo(0.2, 12);
    expect(value('cut-in').figure.value).toBeCloseTo(0.3, 12);
  });
  it('a relay by volts: below what a peak makes of the reserve, and on again above what it springs back', () => {
    const { nominalV } = sizeBank(wagtail, demand, {});
    const load = {
      ...newLoad('a', 'g'),
      power: { by: 'watts', powerW: 840 },
      use: { by: 'hours', hoursPerDay: 1 },
    } as const;
    const { result, value } = derive(wagtail, {
      plan: plan({ meter: { ...fresh.monitor.meter, relayBy: 'volts' } }),
      audit: auditDay([load], [], fresh.audit, nominalV),
    });
    // 840 W at 21 V are 40 A.
    expect(result.facts.peakA.value).toBeCloseTo(40, 9);
    const ohm = result.facts.bankOhm.value;
    expect(value('cut-off').figure.value).toBeCloseTo(3.245 * 8 - 40 * ohm, 9);
    expect(value('cut-in').figure.value).toBeCloseTo(3.245 * 8 + 0.8, 9);
    expect(value('cut-off').menu.unit).toBe('V');
  });
  it('keep the dead band under the smallest standing load, and price the alternative', () => {
    const { result, value } = derive(wagtail, standing(wagtail, 0.05));
    expect(value('dead-band').figure.value).toBe(0.02);
    expect(result.uncountedPerWeek?.value).toBeCloseTo(8.4, 12);
    expect(derive(wagtail, standing(wagtail, 0.008)).value('dead-band').problems).toEqual(['dead-band-swallows-load']);
    expect(derive(wagtail).result.uncountedPerWeek).toBeNull();
  });
  it('choose a shunt from the largest current on: 1.25 times, with its headroom, step and heat', () => {
    const { result, value } = derive(wagtail, { plan: plan({ starterA: 350 }) });
    expect(value('shunt-rating').figure.value).toBe(500);
    expect(result.shunt.headroom!.value).toBeCloseTo(500 / 350, 9);
    expect(result.shunt.resolution.value).toBeCloseTo(0.01, 9);
    // 0.1 mΩ at 350 A
    expect(result.shunt.heat.value).toBeCloseTo(12.25, 9);
    const wiring = {
      ...fresh.wiring,
      parts: [{ id: 's', kind: 'shunt' as const, name: 'Shunt', ratingA: 100, fullScaleV: 0.075, posts: {} }],
    } as unknown as MonitorRig['wiring'];
    const small = derive(wagtail, { plan: plan({ starterA: 350 }), wiring });
    expect(small.value('shunt-rating')).toMatchObject({ figure: { value: 100 }, problems: ['shunt-too-small'] });
    expect(small.value('shunt-voltage').menu).toMatchObject({ value: 75, unit: 'mV' });
  });
  it.each(CHEMISTRY_IDS)(
    '%s: every value lies in its own range and fits a step of the meter, and nothing contradicts',
    (id) => {
      const { result } = derive(simpleBank(id));
      for (const { figure, allowed, menu, id: setting } of result.settings) {
        expect(figure.value, setting).toBeGreaterThanOrEqual(allowed.low - 1e-12);
        expect(figure.value, setting).toBeLessThanOrEqual(allowed.high + 1e-12);
        expect(menu.misses, setting).toBe(false);
      }
      expect(result.findings).toEqual([]);
    },
  );
});

describe('what the search tries', () => {
  it('is what is allowed and a quarter beyond, in steps of the menu, with the derived set among it', () => {
    const { result } = derive(wagtail);
    const grid = gridOf(result.settings, 320);
    // 27.6 to 28.4 V, 0.2 beyond on either side; 4 to 5 %, 0.25 beyond, of 320 Ah.
    expect([grid.fullV[0], grid.fullV.at(-1)]).toEqual([27.4, 28.6]);
    expect([grid.tailA[0], grid.tailA.at(-1)]).toEqual(
      [0.038 * 320, 0.053 * 320].map((amps) => expect.closeTo(amps, 9)),
    );
    expect(grid.holdMs).toContain(600_000);
    const set = derivedSet(result.settings, 320);
    expect(set).toEqual({ fullV: 28.1, tailA: expect.closeTo(12.8, 9), holdMs: 600_000 });
    expect(grid.fullV).toContain(set.fullV);
    expect(allowedOf(result.settings, 320)).toEqual({
      fullV: { low: expect.closeTo(27.6, 9), high: expect.closeTo(28.4, 9) },
      tailA: { low: expect.closeTo(12.8, 9), high: expect.closeTo(16, 9) },
      holdMs: { low: 420_000, high: 1_800_000 },
    });
  });
  it('a set comes to settings and back', () => {
    const { result } = derive(wagtail);
    expect(setValues(derivedSet(result.settings, 320), 320)).toEqual({
      ...{ 'full-voltage': 28.1, 'hold-time': 10 },
      'tail-current': expect.closeTo(0.04, 12),
    });
    expect(setValues({ fullV: 28, tailA: null, holdMs: null }, 320)).toEqual({ 'full-voltage': 28 });
  });
  it('charge of an own log is reckoned from what nobody doubts: 0.1 V under 28.4, the chemistry’s tail, twenty minutes', () => {
    expect(reckoningBank(derive(wagtail, { plan: usual({ healthFraction: 0.8 }) }).result.facts)).toEqual({
      ...{ capacityAh: 256, coulombicFraction: 0.99 },
      sure: { fullV: expect.closeTo(28.3, 9), tailA: expect.closeTo(12.8, 9), holdMs: 1_200_000 },
    });
  });
  it('of a meter without hold and tail is the voltage alone', () => {
    const fields = [usualField('full-voltage')];
    const { result } = derive(wagtail, { plan: plan({ meter: { ...fresh.monitor.meter, fields } }) });
    expect(gridOf(result.settings, 320)).toMatchObject({ tailA: [null], holdMs: [null] });
    expect(derivedSet(result.settings, 320)).toMatchObject({ tailA: null, holdMs: null });
  });
  it('on a usable scale the tail and its range are the same amps', () => {
    const { value, result } = derive(wagtail, { plan: plan({ capacitySchool: 'usable' }) });
    const { low, high } = value('tail-current').allowed;
    expect([low * 256, high * 256]).toEqual([expect.closeTo(12.8, 9), expect.closeTo(16, 9)]);
    const counter = counterOf(menuValues(result.settings), result.facts);
    expect(counter).toMatchObject({ capacityAh: 256, zeroAh: expect.closeTo(64, 9) });
    expect(counterOf({ 'tail-current': 0.05, 'full-voltage': 28 }, result.facts)).toMatchObject({
      capacityAh: expect.closeTo(256, 9),
      full: { tailA: expect.closeTo(12.8, 9) },
    });
  });
});

describe('the two scales of capacity', () => {
  it('are full together, and the usable one is empty at the reserve', () => {
    const usable = entered(0.8);
    expect(comparedShares(0.8)).toEqual([1, 0.75, 0.5, 0.2]);
    expect(comparedShares(0.5)).toEqual([1, 0.75, 0.5]);
    const shown = comparedShares(0.8).map((share) => onUsableScale(share, usable).value);
    expect(shown.map((value) => Number(value.toFixed(6)))).toEqual([1, 0.6875, 0.375, 0]);
    expect(onUsableScale(0.1, usable).value).toBe(0);
  });
});

describe('as the menu of a meter takes it', () => {
  it('rounds to the safe side, or to the other where that is not allowed, and says when no step fits', () => {
    const wide = { low: 0, high: 100 };
    expect(menuValue(usualField('full-voltage'), 14.45, wide, 100).value).toBe(14.5);
    expect(menuValue(usualField('full-voltage'), 14.45, { low: 14, high: 14.48 }, 100).value).toBe(14.4);
    expect(menuValue(usualField('full-voltage'), 14.45, { low: 14.42, high: 14.48 }, 100)).toMatchObject({
      value: 14.5,
      misses: true,
    });
    expect(menuValue(usualField('dead-band'), 0.029, wide, 100).value).toBe(0.02);
    expect(menuValue(usualField('coulombic-efficiency'), 0.93, wide, 100)).toMatchObject({ value: 93, stored: 0.93 });
  });
  it('may be keyed in from the first step within what is allowed to the last; in no other', () => {
    const volts = usualField('full-voltage');
    expect(menuRange(volts, { low: 10.83, high: 12.28 }, 100)).toEqual({
      low: expect.closeTo(10.9, 9),
      high: expect.closeTo(12.2, 9),
    });
    // Sums of decimals that come out a hair beside a step are that step.
    expect(menuRange(volts, { low: 0.1 + 0.2, high: 14.400000000000002 }, 100)).toEqual({
      low: expect.closeTo(0.3, 9),
      high: expect.closeTo(14.4, 9),
    });
    expect(menuRange(volts, { low: 14.42, high: 14.48 }, 100)).toBeNull();
    expect(menuRange({ id: 'tail-current', unit: 'A', step: 1 }, { low: 0.02, high: 0.04 }, 210)).toEqual({
      low: expect.closeTo(5 / 210, 9),
      high: expect.closeTo(8 / 210, 9),
    });
  });
  it('in its own unit: tail in A, hold in s, alarm in Ah', () => {
    const wide = { low: 0, high: 100 };
    expect(menuValue({ id: 'tail-current', unit: 'A', step: 0.5 }, 0.04, wide, 320)).toMatchObject({ value: 12.5 });
    expect(menuValue({ id: 'hold-time', unit: 's', step: 30 }, 3.2, wide, 320)).toMatchObject({
      value: 210,
      stored: 3.5,
    });
    expect(menuValue({ id: 'reserve-alarm', unit: 'Ah', step: 1 }, 0.25, wide, 320)).toMatchObject({ value: 80 });
    expect(unitFactor('averaging-time', 'h', 1)).toBe(60);
    expect(unitFactor('shunt-voltage', 'mV', 1)).toBe(0.001);
  });
  it('knows a unit, a step and a safe side of each', () => {
    for (const id of SETTING_IDS)
      for (const unit of UNITS_OF[id]) {
        expect(usualField(id, unit).step).toBeGreaterThan(0);
        expect(['up', 'down']).toContain(SAFE_SIDE[id]);
      }
  });
});

describe('what was keyed in', () => {
  const sitting = (atMs: number, newId = `e${atMs}`) => ({ profileId: 'usual', atMs, by: '', newId });
  const HOUR = 3_600_000;
  const of = (value: number) => ({ value, rests: null });
  it('is one entry for a sitting, a new one after a while, and the last counts', () => {
    let entries = withKeyed([], sitting(0), 'capacity', of(100));
    entries = withKeyed(entries, sitting(60_000), 'peukert', of(1.1));
    entries = withKeyed(entries, sitting(120_000), 'capacity', of(101));
    expect(entries).toHaveLength(1);
    entries = withKeyed(entries, sitting(HOUR), 'capacity', of(200));
    entries = withKeyed(entries, { ...sitting(HOUR), profileId: 'winter' }, 'capacity', of(50));
    expect(entries.map(({ id }) => id)).toEqual(['e0', `e${HOUR}`, `e${HOUR}`]);
    const now = nowKeyed(entries, 'usual');
    expect(now.get('capacity')).toMatchObject({ value: 200, atMs: HOUR });
    expect(now.get('peukert')).toMatchObject({ value: 1.1, atMs: 120_000 });
    expect(nowKeyed(entries, 'winter').size).toBe(1);
    // A clock that was set back between two sittings: what was keyed in last by the clock stands.
    expect(nowKeyed([...entries].reverse(), 'usual')).toEqual(now);
  });
  it('goes on for less than half an hour after its last value', () => {
    const halfAnHour = 1_800_000;
    const first = withKeyed([], sitting(0), 'capacity', of(100));
    expect(withKeyed(first, sitting(halfAnHour - 1), 'peukert', of(1.1))).toHaveLength(1);
    expect(withKeyed(first, sitting(halfAnHour), 'peukert', of(1.1))).toHaveLength(2);
  });

  it('is taken back out of its sitting; what was before stands again', () => {
    let entries = withKeyed([], sitting(0), 'capacity', of(100));
    entries = withKeyed(entries, sitting(HOUR), 'capacity', of(200));
    entries = withKeyed(entries, sitting(HOUR + 1), 'capacity', null);
    expect(nowKeyed(entries, 'usual').get('capacity')?.value).toBe(100);
    expect(entries).toHaveLength(1);
    expect(withKeyed(entries, sitting(3 * HOUR), 'capacity', null)).toBe(entries);
  });
  it('agrees within half a step of the menu, and turns stale only where it is wrong by now', () => {
    const entered = (value: number, bank: Bank) => {
      const first = derive(wagtail).value('capacity').figure;
      const entries = [
        {
          ...{ id: 'e', atMs: 0, by: 'x', profileId: 'usual', note: '', photo: null },
          values: [
            {
              id: 'capacity' as const,
              value,
              rests: [{ says: 'rated capacity, C20, strings in parallel', unit: 'Count' as const, value: 2 }],
            },
          ],
        },
      ];
      expect(first.value).toBe(320);
      return derive(bank, { plan: plan({ entries }) }).value('capacity').entered!;
    };
    expect(entered(320.4, wagtail)).toMatchObject({ agrees: true, stale: false });
    expect(entered(320, newBank(newBattery('b', 'lfp', 8, 160), 1, 3))).toMatchObject({ agrees: false, stale: true });
  });
});

describe('what stands in the menu', () => {
  const of = (id: SettingId, unit: MeterUnit, step: number) => {
    const fields = fresh.monitor.meter.fields.map((field) => (field.id === id ? { id, unit, step } : field));
    const { result } = derive(wagtail, { plan: plan({ meter: { ...fresh.monitor.meter, fields } }) });
    const setting = result.settings.find((one) => one.id === id)!;
    return { setting, figure: menuFigure(setting, entered(320)) };
  };
  it('opens what it was rounded from, and by which step, in the unit of the meter', () => {
    const amps = of('tail-current', 'A', 0.5);
    expect(amps.figure).toMatchObject({ unit: 'A', value: amps.setting.menu.value });
    expect(amps.figure.working().terms).toMatchObject([
      { value: amps.setting.figure.value },
      { value: 320, unit: 'Ah' },
      { value: 0.5, unit: 'A' },
    ]);
    const percent = of('tail-current', 'percent', 0.1);
    expect(percent.figure).toMatchObject({ unit: 'Fraction', value: percent.setting.menu.value / 100 });
    expect(percent.figure.working().terms[1]).toMatchObject({ value: 0.001, unit: 'Fraction' });
    expect(percent.figure.working().words).toBe('as derived, down to a step of the menu');
  });
  it('says where no step is allowed, or only the one on the other side', () => {
    const { setting } = of('full-voltage', 'V', 0.1);
    const remark = (menu: object) =>
      menuFigure({ ...setting, menu: { ...setting.menu, ...menu } }, entered(320)).working().remark;
    expect(remark({ stored: setting.figure.value })).toBeUndefined();
    expect(remark({ stored: setting.figure.value - 0.1 })).toContain('not allowed');
    expect(remark({ misses: true })).toContain('No step');
  });
});

describe('checks across the settings', () => {
  const flooded = simpleBank('flooded');
  const facts = (bank: Bank, more: Partial<MonitorRig> = {}) => deriveSettings(rigOf(bank, more)).facts;
  const codes = (values: SettingValues, of = facts(flooded)) => checkSettings(values, of).map(({ code }) => code);
  const inverter = newInverter('i');
  const heavy = (() => {
    const { nominalV } = sizeBank(wagtail, demand, {});
    const kettle = {
      ...newLoad('k', 'g'),
      supply: 'ac' as const,
      power: { by: 'watts', powerW: 6000 },
      use: { by: 'hours', hoursPerDay: 0.5 },
    } as const;
    return { inverters: [inverter], audit: auditDay([kettle], [inverter], fresh.audit, nominalV) };
  })();
  /** What is held against the other setting, a count, or nothing at all: no figure to open. */
  const BARE: readonly FindingCode[] = [
    ...(['hold-shorter-than-clouds', 'shunt-not-as-fitted', 'former-chemistry', 'relay-chatters'] as const),
    ...(['equalise-sealed', 'cut-before-alarm', 'alarms-crossed', 'empty-above-alarm'] as const),
  ];
  const byVolts = { plan: plan({ meter: { ...fresh.monitor.meter, relayBy: 'volts' as const } }) };
  const cases: [FindingCode, SettingValues, SettingValues, ReturnType<typeof facts>?][] = [
    ['never-full', { 'full-voltage': 14.8 }, { 'full-voltage': 14.6 }],
    [
      'not-every-charger',
      { 'full-voltage': 14.3 },
      { 'full-voltage': 14.1 },
      facts(flooded, {
        sources: [
          { ...newSource('solar', 's'), absorptionV: 14.4 },
          { ...newSource('shore', 'm'), absorptionV: 14.2 },
        ],
      }),
    ],
    ['full-at-rest', { 'full-voltage': 13.5 }, { 'full-voltage': 13.6 }],
    [
      'marked-short',
      { 'full-voltage': 14.4 },
      { 'full-voltage': 14.5 },
      facts(flooded, { sources: [{ ...newSource('shore', 'm'), absorptionV: 14.4 }] }),
    ],
    ['tail-below-stop', { 'tail-current': 0.01 }, { 'tail-current': 0.011 }],
    ['dead-band-hides', { 'dead-band': 0.06 }, { 'dead-band': 0.05 }, facts(wagtail, standing(wagtail, 0.05))],
    ['hold-shorter-than-clouds', { 'hold-time': 6 }, { 'hold-time': 7 }],
    [
      'shunt-too-small',
      { 'shunt-rating': 400 },
      { 'shunt-rating': 500 },
      facts(wagtail, { plan: plan({ starterA: 350 }) }),
    ],
    [
      'shunt-not-as-fitted',
      { 'shunt-rating': 100, 'shunt-voltage': 0.05 },
      { 'shunt-rating': 500, 'shunt-voltage': 0.05 },
      facts(wagtail, {
        wiring: {
          ...fresh.wiring,
          parts: [{ id: 's', kind: 'shunt', name: 'Shunt', ratingA: 500, fullScaleV: 0.05 }],
        } as unknown as MonitorRig['wiring'],
      }),
    ],
    [
      'former-chemistry',
      { 'coulombic-efficiency': 0.85, peukert: 1.25 },
      { 'coulombic-efficiency': 0.99, peukert: 1.25 },
      facts(wagtail),
    ],
    ['empty-below-own', { 'empty-voltage': 10.4 }, { 'empty-voltage': 10.5 }],
    ['alarm-after-inverter', { 'reserve-alarm': 0 }, { 'reserve-alarm': 0.9 }, facts(wagtail, heavy)],
    ['relay-chatters', { 'cut-off': 0.2, 'cut-in': 0.2 }, { 'cut-off': 0.2, 'cut-in': 0.21 }],
    ['equalise-sealed', { 'equalise-days': 30 }, { 'equalise-days': 0 }, facts(wagtail)],
    ['cut-before-alarm', { 'cut-off': 0.5, 'reserve-alarm': 0.5 }, { 'cut-off': 0.5, 'reserve-alarm': 0.51 }],
    ['alarms-crossed', { 'low-alarm': 12, 'high-alarm': 12 }, { 'low-alarm': 12, 'high-alarm': 15 }],
    ['high-below-charge', { 'high-alarm': 14.7 }, { 'high-alarm': 14.8 }],
    ['empty-above-alarm', { 'empty-voltage': 12, 'low-alarm': 11.9 }, { 'empty-voltage': 11.9, 'low-alarm': 11.9 }],
  ];
  it.each(cases)('%s is found, and is not where all is well', (code, wrong, right, of) => {
    expect(codes(wrong, of)).toContain(code);
    expect(codes(right, of)).not.toContain(code);
  });
  it.each(cases)('%s: what it is held against opens its working', (code, wrong, _right, of) => {
    const finding = checkSettings(wrong, of ?? facts(flooded)).find((one) => one.code === code)!;
    const { rests } = finding;
    if (rests === null) return expect(BARE).toContain(code);
    expect(BARE).not.toContain(code);
    expect([finding.bound, finding.is]).toContain(rests.value);
    expect(rests.working().result.value).toBe(rests.value);
  });
  it('what a profile says of the chargers does not hide one that is set otherwise under Charging', () => {
    const sources = [{ ...newSource('shore', 'm'), name: 'Shore', absorptionV: 14.1, floatV: 13.9 }];
    const of = (lowestAbsorptionV: number | null, highestFloatV: number | null) => {
      const [usual] = fresh.monitor.profiles;
      const profiles = [{ ...usual!, lowestAbsorptionV, highestFloatV }];
      return facts(flooded, { sources, plan: plan({ profiles }) });
    };
    const at = (fullV: number, own: ReturnType<typeof facts>) => codes({ 'full-voltage': fullV }, own);
    expect(at(14.2, of(14.4, 13.5))).toContain('not-every-charger');
    // Which marks full, and early: this bank asks for 14.7 V.
    expect(at(14.1, of(14.4, 13.5))).toEqual(['marked-short']);
    expect(at(13.9, of(14.4, 13.5))).toContain('full-at-rest');
    // What is entered lower, or floats higher, counts as well.
    expect(at(14.1, of(14, 13.5))).toContain('not-every-charger');
    expect(at(14, of(14, 14))).toContain('full-at-rest');
    expect(at(14, of(14, null))).toEqual(['marked-short']);
  });
  it('of two inverters the first to go off counts, each by its own cut-off', () => {
    const [weak, strong] = [
      { ...newInverter('w'), cutOffV: 24 },
      { ...newInverter('s'), cutOffV: 20 },
    ];
    const { nominalV } = sizeBank(wagtail, demand, {});
    const kettleOn = (inverterId: string) => ({
      ...newLoad(inverterId, 'g'),
      ...{ supply: 'ac' as const, inverterId, power: { by: 'watts' as const, powerW: 3000 } },
      use: { by: 'hours' as const, hoursPerDay: 0.5 },
    });
    const both = [weak, strong];
    const audit = auditDay(
      both.map(({ id }) => kettleOn(id)),
      both,
      fresh.audit,
      nominalV,
    );
    const off = (inverters: Inverter[]) => facts(wagtail, { inverters, audit }).inverterOff!;
    expect(off([strong, weak]).value).toBe(off([weak]).value);
    expect(off([weak]).value).toBeGreaterThan(off([strong]).value);
    // All that the audit draws at once, and the weaker one's own cut-off.
    expect(off([strong, weak]).working().terms).toMatchObject([
      { value: audit.peakW.value },
      { value: 24, origin: 'entered' },
      {},
      {},
    ]);
    expect(facts(wagtail, { inverters: [{ ...weak, id: 'idle' }], audit }).inverterOff).toBeNull();
  });
  it('each has its case', () => expect(cases.map(([code]) => code)).toEqual([...FINDING_CODES]));
  it('a relay by volts chatters under the audit’s peak, and comes before its alarm', () => {
    const of = facts(wagtail, { ...heavy, ...byVolts });
    const springs = of.peakA.value * of.bankOhm.value;
    expect(springs).toBeGreaterThan(0.1);
    expect(codes({ 'cut-off': 24, 'cut-in': 24 + springs }, of)).toContain('relay-chatters');
    expect(codes({ 'cut-off': 24, 'cut-in': 24.01 + springs }, of)).not.toContain('relay-chatters');
    expect(codes({ 'cut-off': 25, 'low-alarm': 25 }, of)).toContain('cut-before-alarm');
  });
  it('the relay comes on again no lower than the bank springs back, or a fiftieth of charge above off', () => {
    const low = (more: Partial<MonitorRig>) => {
      const { settings, facts: of } = deriveSettings(rigOf(wagtail, more));
      const [off, on] = (['cut-off', 'cut-in'] as const).map((id) => settings.find((one) => one.id === id)!);
      return { above: on!.allowed.low - off!.figure.value, springs: of.peakA.value * of.bankOhm.value };
    };
    expect(low(heavy).above).toBeCloseTo(0.02, 12);
    const volts = low({ ...heavy, ...byVolts });
    expect(volts.springs).toBeGreaterThan(0.1);
    expect(volts.above).toBeCloseTo(volts.springs, 9);
  });
  it('judges nothing that is not set, and the alarm of a usable scale by what it is of the bank', () => {
    expect(codes({})).toEqual([]);
    const usable = facts(wagtail, { ...heavy, plan: plan({ capacitySchool: 'usable' }) });
    const off = usable.inverterOff!.value;
    expect(codes({ 'reserve-alarm': (off - 0.2) / 0.8 - 0.01 }, usable)).toContain('alarm-after-inverter');
    expect(codes({ 'reserve-alarm': (off - 0.2) / 0.8 + 0.01 }, usable)).not.toContain('alarm-after-inverter');
  });
});

describe('the derived set on every day that ships', () => {
  it.each(CHEMISTRY_IDS)('%s: marks no day falsely, and every full one, or says why it cannot', (id: ChemistryId) => {
    const { result } = derive(simpleBank(id));
    const bank = benchBank(result.facts);
    let [fulls, marked] = [0, 0];
    for (const seed of [1, 2, 3])
      for (const trace of tracesFor(bank)) {
        const { trial } = tryOn(
          standardTrace(trace, bank, seed, 20),
          counterOf(menuValues(result.settings), result.facts),
          bank.capacityAh,
        );
        expect(trial.falseMarks, `${trace} ${seed}`).toBe(0);
        // Where the charger lets go of absorption early, or never reaches it, no meter can know.
        const knowable = trial.missed.filter(({ cause }) => cause === 'current-not-small');
        fulls += trial.marked! + knowable.length;
        marked += trial.marked!;
        for (const miss of trial.missed) expect(miss.cause).not.toBe('never-by-itself');
      }
    expect(fulls).toBeGreaterThan(20);
    expect(marked / fulls).toBeGreaterThanOrEqual(0.95);
  });
  it('another profile is derived beside the usual one', () => {
    const old = { ...newProfile('old', 'Old bank'), healthFraction: 0.7 };
    const rig = rigOf(wagtail, { plan: plan({ profiles: [fresh.monitor.profiles[0]!, old] }) });
    expect(deriveSettings(rig, old).settings[0]!.figure.value).toBeCloseTo(224, 9);
    expect(deriveSettings(rig).settings[0]!.figure.value).toBe(320);
  });
  it('a meter without hold, tail or efficiency counts as it can', () => {
    const { result } = derive(wagtail);
    expect(counterOf({ 'full-voltage': 28 }, result.facts)).toMatchObject({
      full: { fullV: 28, tailA: null, holdMs: 0 },
      coulombicFraction: 1,
      peukertExponent: 1,
      capacityAh: 320,
      relay: null,
    });
    expect(counterOf({}, result.facts).full).toBeNull();
  });
});
