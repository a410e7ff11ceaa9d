import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CHEMISTRY_IDS } from '../cells/chemistry';
import { deriveRig } from './derive-rig';
import { LIMITS } from './limits';
import { newArray, newSource } from '../sources/new-source';
import { newBank } from '../bank/fresh';
import { newBattery } from '../cells/new-battery';
import { newInverter, newLoad } from '../audit/fresh';
import { newRig } from './new-rig';
import { freshMonitor } from '../monitor/fresh';
import { UNITS_OF } from '../monitor/meter-unit';
import type { MonitorPlan } from '../monitor/plan';
import { SETTING_IDS } from '../monitor/setting-id';
import { Rig } from './rig';
import { parseRigFile } from './rig-file';
import { RIG_FORMAT, RIG_VERSION } from './version';

type LimitName = keyof typeof LIMITS;

/** Any number that a field takes, its ends among them. */
const any = (name: LimitName): fc.Arbitrary<number> => {
  const { min, max } = LIMITS[name];
  const whole = 'integer' in LIMITS[name];
  const inside = whole ? fc.integer({ min, max }) : fc.double({ min, max, noNaN: true });
  return fc.oneof({ weight: 2, arbitrary: inside }, { weight: 1, arbitrary: fc.constantFrom(min, max) });
};
const anyOrNull = (name: LimitName) => fc.option(any(name));
const text = fc.constantFrom('', 'x');

const load = fc
  .record({
    supply: fc.constantFrom('dc' as const, 'ac' as const),
    known: fc.constantFrom('logged', 'timed', 'clamp', 'wattmeter', 'nameplate'),
    power: fc.oneof(
      fc.record({ by: fc.constant('watts' as const), powerW: any('powerW') }),
      fc.record({
        by: fc.constant('volts-amps' as const),
        voltageV: any('loadVoltageV'),
        currentA: any('loadCurrentA'),
      }),
    ),
    use: fc.oneof(
      fc.record({ by: fc.constant('hours' as const), hoursPerDay: any('hoursPerDay') }),
      fc.record({ by: fc.constant('share' as const), dutyFraction: any('dutyFraction') }),
      fc.constant({ by: 'always' as const }),
      fc.record({
        by: fc.constant('timed' as const),
        hoursPerDay: any('hoursPerDay'),
        recording: fc.record({
          from: fc.constantFrom('stopwatch', 'table', 'sound'),
          atMs: fc.constant(0),
          states: fc.array(fc.record({ name: text, powerW: any('powerW') }), { minLength: 1, maxLength: 3 }),
          spans: fc.array(fc.record({ state: fc.integer({ min: 0, max: 7 }), seconds: any('spanS') }), {
            minLength: 1,
            maxLength: 4,
          }),
        }),
      }),
      fc
        .tuple(any('loggedPerDay'), any('loggedPerDay'), any('loggedPerDay'), any('loggedDays'))
        .map(([a, b, c, days]) => {
          const [low, typical, high] = [a, b, c].sort((x, y) => x - y);
          return {
            by: 'logged' as const,
            unit: 'Wh' as const,
            side: 'load' as const,
            low: low!,
            typical: typical!,
            high: high!,
            days,
          };
        }),
    ),
    spread: fc.option(fc.record({ lowFraction: any('spreadLow'), highFraction: any('spreadHigh') })),
    pattern: fc.oneof(
      fc.record({
        by: fc.constant('named' as const),
        id: fc.constantFrom('all-day', 'day', 'evening', 'night', 'meals'),
      }),
      fc
        .array(fc.constantFrom(0, 1e-300, 0.5, 1), { minLength: 24, maxLength: 24 })
        .filter((weights) => weights.some((weight) => weight > 0))
        .map((weights) => ({ by: 'hours' as const, weights })),
    ),
    daysPerWeek: any('daysPerWeek'),
    climate: fc.oneof(
      fc.constant({ by: 'none' as const }),
      fc.record({ by: fc.constant('below' as const), tempC: any('ambientTempC') }),
      fc
        .tuple(any('ambientTempC'), any('ambientTempC'))
        .filter(([a, b]) => a !== b)
        .map(([a, b]) => ({ by: 'compressor' as const, setTempC: Math.min(a, b), refTempC: Math.max(a, b) })),
    ),
    quantity: any('quantity'),
    surgeFactor: any('surgeFactor'),
  })
  .map((own) => ({ ...newLoad('', 'g'), ...own }));

const inverter = fc
  .record({
    continuousW: anyOrNull('powerW'),
    surgeW: anyOrNull('powerW'),
    cutOffV: anyOrNull('chargerV'),
    efficiencyFraction: any('efficiencyFraction'),
    standbyW: any('standbyW'),
    switched: fc.constantFrom('left-on' as const, 'when-needed' as const),
    hoursOnPerDay: any('hoursPerDay'),
    bench: fc.array(fc.record({ acW: any('powerW'), dcV: any('loadVoltageV'), dcA: any('loadCurrentA') }), {
      maxLength: 5,
    }),
  })
  .map((own) => ({ ...newInverter('inv'), ...own }));

const battery = fc
  .record({
    chemistryId: fc.constantFrom(...CHEMISTRY_IDS),
    cellsInSeries: any('cellsInSeries'),
    capacityAh: any('capacityAh'),
    resistanceOhm: anyOrNull('resistanceOhm'),
    dischargeA: anyOrNull('batteryA'),
    chargeA: anyOrNull('batteryA'),
  })
  .map(({ chemistryId, ...own }) => ({ ...newBattery('b', chemistryId, 4, 100), ...own }));

const own = (name: LimitName) => fc.option(fc.record({ value: any(name), source: text }), { nil: undefined });
const bank = fc
  .record({
    battery,
    seriesCount: any('seriesCount'),
    parallelCount: any('parallelCount'),
    usableFraction: any('usableFraction'),
    ageingFraction: any('ageingFraction'),
    coldestTempC: any('bankTempC'),
    autonomyDays: any('autonomyDays'),
    lossSchool: fc.constantFrom('itemised' as const, 'flat' as const, 'plain' as const),
    flatLossFraction: any('flatLossFraction'),
    currentSchool: fc.constantFrom('sum' as const, 'one-may-drop-out' as const, 'single' as const),
  })
  .map((more) => ({ ...newBank(more.battery), ...more }));

const keyed = fc.record({
  id: fc.constantFrom(...SETTING_IDS),
  value: any('settingValue'),
  rests: fc.constant(null),
});
const monitor = fc
  .record({
    capacitySchool: fc.constantFrom('rated' as const, 'usable' as const),
    alarmMarginFraction: any('alarmMarginFraction'),
    starterA: anyOrNull('starterA'),
    relayBy: fc.constantFrom('charge' as const, 'volts' as const),
    asked: fc.subarray([...SETTING_IDS]),
    step: any('meterStep'),
    profile: fc.record({
      lowestAbsorptionV: anyOrNull('chargerV'),
      highestFloatV: anyOrNull('chargerV'),
      stopsAtA: anyOrNull('stopsAtA'),
      healthFraction: any('healthFraction'),
      tempC: anyOrNull('bankTempC'),
    }),
    values: fc.array(keyed, { maxLength: 6 }),
  })
  .map(({ relayBy, asked, step, profile, values, ...own }): MonitorPlan => {
    const fresh = freshMonitor();
    return {
      ...fresh,
      ...own,
      meter: {
        ...fresh.meter,
        relayBy,
        fields: asked.map((id) => ({ id, unit: UNITS_OF[id].at(-1)!, step })),
      },
      profiles: [{ ...fresh.profiles[0]!, ...profile }],
      entries: [{ id: 'e', atMs: 0, by: '', profileId: 'usual', values, note: '', photo: null }],
    };
  });

const plans = fc
  .record({
    loads: fc.array(load, { maxLength: 4 }),
    inverters: fc.array(inverter, { maxLength: 2 }),
    bank: fc.option(bank),
    month: fc.integer({ min: 1, max: 12 }),
    ambientTempC: any('ambientTempC'),
    sizeFor: fc.constantFrom('typical' as const, 'nine-in-ten' as const, 'all-high' as const),
    exponent: own('peukertExponent'),
    tail: own('tailFraction'),
    absorption: own('cellV'),
    chargerV: anyOrNull('chargerV'),
    watts: any('arrayW'),
    monitor,
  })
  .map((of) => {
    const rig = newRig('r', 'R', 'UTC');
    const edits = Object.fromEntries(
      Object.entries({ peukertExponent: of.exponent, tailFraction: of.tail, absorptionCellV: of.absorption }).filter(
        ([, edit]) => edit !== undefined,
      ),
    );
    return {
      ...rig,
      audit: { ...rig.audit, month: of.month, ambientTempC: of.ambientTempC, sizeFor: of.sizeFor },
      loads: of.loads.map((one, k) => ({ ...one, id: `l${k}` })),
      inverters: of.inverters.map((one, k) => ({ ...one, id: `i${k}` })),
      bank: of.bank,
      chemistryEdits: of.bank ? { [of.bank.battery.chemistryId]: edits } : {},
      charging: {
        ...rig.charging,
        sources: [{ ...newSource('solar', 's'), absorptionV: of.chargerV, arrays: [newArray('a', of.watts)] }],
      },
      monitor: of.monitor,
    };
  });

describe('whatever the schema accepts', () => {
  // 10,000 drawn plans, in four parts: no part may be taken for one that hangs, however slow the machine.
  it.each([1, 2, 3, 4])(
    'derives without throwing, and comes back out of a file as it went in: 2,500 drawn plans, part %d of 4',
    () => {
      fc.assert(
        fc.property(plans, (drawn) => {
          const parsed = Rig.safeParse(drawn);
          if (!parsed.success) throw new Error(JSON.stringify(parsed.error.issues[0]));
          const text = JSON.stringify({ format: RIG_FORMAT, version: RIG_VERSION, rig: parsed.data, logs: [] });
          const read = parseRigFile(text);
          const { failures, audit, demand, bank } = deriveRig(parsed.data, null);
          const figures = [audit.dayAh, audit.peakW, demand.dayAh, ...(bank ? [bank.usableAh] : [])];
          // One look at all of it: ten thousand times five would be a tenth of the time.
          expect({
            rig: read.ok && JSON.stringify(read.file.rig),
            failures,
            endless: figures.filter(({ value }) => !Number.isFinite(value)).map(({ id }) => id),
          }).toEqual({ rig: JSON.stringify(parsed.data), failures: [], endless: [] });
        }),
        { numRuns: 2500 },
      );
    },
    120_000,
  );
  it('the plan that once could not be opened: 999 times 50 kW all day, sixty days without charge', () => {
    const rig = newRig('r', 'R', 'UTC');
    const huge = {
      ...newLoad('a', ''),
      quantity: 999,
      power: { by: 'watts' as const, powerW: 50_000 },
      use: { by: 'always' as const },
    };
    const plan = { ...rig, loads: [huge], bank: { ...newBank(newBattery('b', 'agm', 6, 0.5)), autonomyDays: 60 } };
    expect(Rig.safeParse(plan).success).toBe(true);
    expect(deriveRig(plan, null)).toMatchObject({ failures: [], bank: { need: { fits: false } } });
  });
});
