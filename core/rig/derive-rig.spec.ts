import { describe, expect, it } from 'vitest';
import { DAY_SEED, simulateDays } from '../audit/simulate-day';
import { daysOfLoads } from '../audit/sizing-day';
import { type StampInput, stampOf } from '../plan/stamped';
import type { KeyedEntry } from '../monitor/plan';
import type { SettingId } from '../monitor/setting-id';
import { deriveRig, rigDeriver, staleValues } from './derive-rig';
import { movedFigures } from './moved-figures';
import { newLoad } from '../audit/fresh';
import { newRig } from './new-rig';
import { simpleBank } from '../bank/fresh';
import type { Rig } from './rig';
import { STAGES } from './stages';

const rig: Rig = {
  ...newRig('r', 'R', 'UTC'),
  loads: [
    { ...newLoad('a', ''), name: 'Lamp', power: { by: 'watts', powerW: 16 }, use: { by: 'hours', hoursPerDay: 8 } },
  ],
  bank: simpleBank('lfp'),
};
rig.audit = { ...rig.audit, sizeFor: 'typical' };
const capacity = deriveRig(rig, null).monitor!.settings.find(({ id }) => id === 'capacity')!;
const keyed = (id: SettingId, value: number, rests: StampInput[] | null): KeyedEntry => ({
  ...{ id: `keyed-${id}`, atMs: 0, by: '', profileId: 'usual', note: '', photo: null },
  values: [{ id, value, rests }],
});
const stamp = stampOf(capacity.figure, 0);
rig.monitor = { ...rig.monitor, entries: [keyed('capacity', stamp.value, stamp.rests)] };

describe('deriveRig', () => {
  it('chains audit, bank and monitor: 128 Wh ÷ 12.8 V = 10 Ah; 20 Ah ÷ 0.8 = 25 Ah', () => {
    const derived = deriveRig(rig, null);
    expect(derived.audit.dayAh.value).toBeCloseTo(10, 12);
    expect(derived.bank?.need?.requiredAh.value).toBeCloseTo(25, 12);
    expect(staleValues(derived)).toEqual([]);
  });
  it('counts with the efficiency that was typed into the meter', () => {
    expect(deriveRig(rig, null).coulombicFraction).toMatchObject({ value: 0.99, origin: 'default' });
    const typed = {
      ...rig,
      monitor: { ...rig.monitor, entries: [keyed('coulombic-efficiency', 0.95, null)] },
    };
    expect(deriveRig(typed, null).coulombicFraction).toMatchObject({ value: 0.95, origin: 'entered' });
  });
});

describe('deriving plan after plan', () => {
  it('keeps what a stage came to while nothing that it follows from has changed', () => {
    const derive = rigDeriver();
    const first = derive(rig, null);
    const named = derive({ ...rig, monitor: { ...rig.monitor, alarmMarginFraction: 0.1 } }, null);
    expect(named.audit).toBe(first.audit);
    expect(named.bank).toBe(first.bank);
    expect(named.monitor).not.toBe(first.monitor);
    expect(derive({ ...rig, loads: [] }, null).bank).not.toBe(first.bank);
  });
  it('works a stage out when it is first asked for, and then once', () => {
    const bankless: Rig = { ...rig, bank: null };
    const asked: string[] = [];
    // A plan that tells what is read of it.
    const told = new Proxy(bankless, {
      get: (of, key) => {
        asked.push(String(key));
        return of[key as keyof Rig];
      },
    });
    const derived = rigDeriver()(told, null);
    expect(asked).toEqual([]);
    expect(derived.audit.dayAh.value).toBeGreaterThan(0);
    expect(asked).not.toContain('wiring');
    expect(derived.circuit).toBeNull();
    expect(asked).toContain('wiring');
    const reads = asked.length;
    expect([derived.audit, derived.demand, derived.circuit]).toHaveLength(3);
    expect(asked).toHaveLength(reads);
  });
  it('is not put out by a former plan that is asked for late', () => {
    const derive = rigDeriver();
    const wider: Rig = { ...rig, bank: { ...rig.bank!, parallelCount: 3 } };
    const [former, later] = [derive(rig, null), derive(wider, null)];
    expect(later.bank!.capacityAh.value).toBe(300);
    expect(former.bank!.capacityAh.value).toBe(100);
    expect(later.monitor!.settings[0]!.figure.value).toBe(300);
    expect(former.monitor!.settings[0]!.figure.value).toBe(100);
  });
  it('knows of every stage what it adds', () => {
    for (const stage of STAGES) {
      const names = (own: object) => Object.keys(own).sort();
      const context = { plan: rig, earlier: deriveRig(rig, null) } as never;
      expect(names(stage.derive(context))).toEqual([...stage.adds].sort());
      expect(names(stage.none(context))).toEqual([...stage.adds].sort());
    }
  });
  it('comes to the same as deriving it alone', () => {
    const derive = rigDeriver();
    derive(rig, null);
    const wider: Rig = { ...rig, bank: { ...rig.bank!, parallelCount: 3 } };
    const values = (derived: ReturnType<typeof derive>) =>
      movedFigures(deriveRig(newRig('x', 'X', 'UTC'), null), derived);
    expect(values(derive(wider, null)).map(({ after }) => after?.value)).toEqual(
      values(deriveRig(wider, null)).map(({ after }) => after?.value),
    );
  });
  it('names a stage that cannot be worked out, and lets the others stand', () => {
    const broken = { ...rig, bank: { ...rig.bank!, usableFraction: Number.NaN, lossSchool: 'itemised' as const } };
    broken.bank.battery = { ...broken.bank.battery, capacityAh: -1 };
    const derived = deriveRig(broken, null);
    expect(derived.failures.map(({ stage }) => stage)).toEqual(['bank']);
    expect(derived.bank).toBeNull();
    expect(derived.audit.dayAh.value).toBeCloseTo(10, 12);
  });
});

describe('the day that the bank is sized for', () => {
  const quantiles = { p10Ah: 8, p50Ah: 10.5, p90Ah: 14, meanAh: 10.4, typicalAh: 10, draws: 100_000 };
  const sized = (sizeFor: Rig['audit']['sizeFor']) =>
    deriveRig({ ...rig, audit: { ...rig.audit, sizeFor } }, quantiles).demand;
  it('is the typical one, nine days in ten, or all loads high', () => {
    expect(sized('typical').dayAh.value).toBeCloseTo(10, 12);
    expect(sized('nine-in-ten').dayAh.value).toBe(14);
    expect(sized('all-high').dayAh.value).toBeCloseTo(15, 12);
  });
  it('spreads over the hours as the typical day does', () => {
    const { hoursWh } = sized('nine-in-ten');
    expect(hoursWh.reduce((sum, wh) => sum + wh, 0)).toBeCloseTo(128 * 1.4, 9);
  });
  it('is drawn on the spot, roughly, until the simulation has answered', () => {
    const nineInTen: Rig = { ...rig, audit: { ...rig.audit, sizeFor: 'nine-in-ten' } };
    const exact = simulateDays(daysOfLoads(deriveRig(rig, null).audit), 100_000, DAY_SEED).p90Ah;
    const quick = deriveRig(nineInTen, null).demand.dayAh.value;
    expect(Math.abs(quick / exact - 1)).toBeLessThan(0.02);
    expect(deriveRig({ ...nineInTen, loads: [] }, null).quantiles).toBeNull();
    // Twice the lamps, before they have been drawn: the last answer is stretched to them.
    const twice = { ...rig, loads: rig.loads.map((one) => ({ ...one, quantity: 2 })) };
    const { p10Ah, p50Ah, p90Ah } = deriveRig(twice, quantiles).quantiles!;
    expect([p10Ah, p50Ah, p90Ah].map(({ value }) => value)).toEqual([16, 21, 28]);
  });
});

describe('what an edit moves', () => {
  const moved = (after: Rig) => movedFigures(deriveRig(rig, null), deriveRig(after, null)).map((row) => row.says);
  it('a load moves the day and everything sized by it, and nothing else', () => {
    const louder: Rig = { ...rig, loads: [{ ...rig.loads[0]!, quantity: 2 }] };
    expect(moved(louder)).toEqual([
      'all loads a day',
      'all at once',
      'nine days in ten take less',
      'needed at the 20-hour rate',
      'lasts without charge',
    ]);
  });
  it('a second battery moves the capacity and makes the entered capacity stale', () => {
    const wider: Rig = { ...rig, bank: { ...rig.bank!, parallelCount: 2 } };
    expect(moved(wider)).toContain('rated capacity');
    expect(staleValues(deriveRig(wider, null)).map(({ stage, id }) => [stage, id])).toEqual([['monitor', 'capacity']]);
  });
  it('names figures that appear and vanish', () => {
    const rows = movedFigures(deriveRig(rig, null), deriveRig({ ...rig, bank: null }, null));
    expect(rows.find((row) => row.says === 'rated capacity')).toMatchObject({ after: null });
  });
  it('is empty when nothing changed', () => expect(moved({ ...rig })).toEqual([]));
});

describe('a new rig', () => {
  it('is audited for a summer’s day: July, and January south of the equator', () => {
    const month = (timeZone: string) => newRig('r', 'R', timeZone).audit.month;
    expect(['Europe/Berlin', 'UTC', 'America/Santiago', 'Australia/Hobart'].map(month)).toEqual([7, 7, 1, 1]);
  });
});
