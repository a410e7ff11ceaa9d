import { describe, expect, it } from 'vitest';
import { newLoad } from '../audit/fresh';
import { newBank } from '../bank/fresh';
import { newBattery } from '../cells/new-battery';
import { answered, roundOf, seenAs, stepBy } from '../kept-spec/commissioned';
import { laidOut, provingOf, van } from '../kept-spec/van';
import { restate } from './adopt';
import type { WiringPlan } from '../wiring/plan';
import { freshCommissioning } from './fresh';
import { judgeFull } from './full-charge';
import { gateOf } from './gate';
import { judge } from './judge';
import { wrongFactors, wrongSettings } from './roll-call/shunt-ratings';
import { standings } from './standing';

const { steps, context } = provingOf(van);

describe('a breaker', () => {
  it('lets through what hangs on it at its most, and what stands behind those that are closed', () => {
    const order = steps.flatMap((step) => (step.kind === 'power' ? [step] : []));
    expect(order.map(({ id }) => id).slice(0, 3)).toEqual(['power:fuse-main', 'power:switch-main', 'power:fuse-block']);
    const rangeOf = (id: string, of = steps) => {
      const { from, to } = stepBy(of, 'power', `power:${id}`).expected[0]!;
      return [from.value, to!.value];
    };
    const call = (id: string) => stepBy(steps, 'roll-call', `roll-call:${id}`).item;
    const [lights, fridge, sun] = [call('load:lights'), call('load:fridge'), call('source:sun')];
    // Further on something is still open: what flows now leads past it.
    for (const id of ['fuse-main', 'switch-main', 'fuse-block']) expect(rangeOf(id)).toEqual([0, 0]);
    expect(rangeOf('fuse-source-sun')).toEqual([0, sun.toA]);
    expect(rangeOf('fuse-load-fridge')).toEqual([fridge.fromA, 0]);
    // The fridge must run: it is on where its breaker was closed before.
    const [cabinAt, fridgeAt] = ['group-Cabin', 'load-fridge'].map((id) =>
      order.findIndex((one) => one.id === `power:fuse-${id}`),
    );
    const withFridge = cabinAt! > fridgeAt! ? fridge.fromA : 0;
    expect(rangeOf('fuse-group-Cabin')).toEqual([expect.closeTo(lights.fromA + withFridge, 9), 0]);
    expect(rangeOf('fuse-inverter-inv')[0]).toBeLessThan(0);
  });
  it('fills an inverter’s capacitors where it closes the last gap to one, and nowhere else', () => {
    const filling = (of: typeof steps) =>
      of.flatMap((step) => (step.kind === 'power' && step.filling ? [step.id] : []));
    expect(filling(steps)).toEqual(['power:fuse-inverter-inv']);
    expect(filling(provingOf({ ...van, inverters: [] }).steps)).toEqual([]);
  });
  it('of a string lets nothing through before the main switch, nor that before those behind it', () => {
    const two = provingOf({ ...van, bank: newBank(newBattery('b', 'lfp', 4, 100), 1, 2) }).steps;
    const most = two.flatMap((step) => (step.kind === 'power' ? [[step.id, step.expected[0]!.to!.value]] : []));
    expect(most.slice(0, 4)).toEqual([
      ['power:fuse-battery-1', 0],
      ['power:fuse-battery-2', 0],
      ['power:switch-main', 0],
      ['power:fuse-block', 0],
    ]);
    expect(new Map(most as [string, number][]).get('power:fuse-source-sun')).toBeGreaterThan(1);
  });
  it('shows what the zero of its meter is off by, which is set later: so much of a shunt that is known', () => {
    const wiring = laidOut(van);
    const parts = wiring.parts.map((part) =>
      part.kind === 'shunt' ? { ...part, ratingA: 500, fullScaleV: 0.05 } : part,
    );
    const proving = provingOf(van, { ...wiring, parts });
    const main = stepBy(proving.steps, 'power', 'power:fuse-main');
    const facts = { ...proving, plan: { meterStepA: 0.1, voltmeterStepV: 0.01 }, standings: standings(steps, []) };
    const outcome = (shown: number) => judge(main, seenAs({ shown }), facts).outcome;
    // Two steps, and a thousandth twice.
    expect([-1.21, -1.19, 0, 1.19, 1.21].map(outcome)).toEqual(['fail', 'pass', 'pass', 'pass', 'fail']);
  });
  it('is judged to two steps of the meter and a seventh beyond', () => {
    const cabin = stepBy(steps, 'power', 'power:fuse-group-Cabin');
    const facts = { context, plan: { meterStepA: 0.1, voltmeterStepV: 0.01 }, standings: standings(steps, []) };
    const outcome = (shown: number) => judge(cabin, seenAs({ shown }), facts).outcome;
    const edge = cabin.expected[0]!.from.value * 1.15;
    expect([outcome(edge - 0.19), outcome(edge - 0.21)]).toEqual(['pass', 'fail']);
    expect([outcome(0.19), outcome(0.21)]).toEqual(['pass', 'fail']);
  });
});

describe('the pieces of a way', () => {
  const drop = stepBy(steps, 'drop', 'drop:inverter-inv');
  const piece = (name: string) => drop.stretches.flatMap(({ pieces }) => pieces).find((one) => one.name === name)!;
  it('a fuse has 30 to 150 mV at its rating, and two joints', () => {
    const ratingA = context.circuit.fuses.find(({ part }) => part.id === 'fuse-main')!.choice!.ratingA;
    expect(piece('Main fuse').lowOhm).toBeCloseTo(0.03 / ratingA, 12);
    expect(piece('Main fuse').highOhm).toBeCloseTo(0.15 / ratingA + 0.0002, 12);
  });
  it('a shunt is its mV by its A, to 3 %; one without a rating may be anything small', () => {
    const wiring = laidOut(van);
    const rated = wiring.parts.map((part) =>
      part.kind === 'shunt' ? { ...part, ratingA: 500, fullScaleV: 0.05 } : part,
    );
    const of = (parts: WiringPlan['parts']) =>
      stepBy(provingOf(van, { ...wiring, parts }).steps, 'drop', 'drop:inverter-inv')
        .stretches.flatMap(({ pieces }) => pieces)
        .find(({ name }) => name === 'Shunt')!;
    expect([of(rated).lowOhm, of(rated).highOhm]).toEqual([
      expect.closeTo(0.0001 * 0.97, 12) as number,
      expect.closeTo(0.0001 * 1.03 + 0.0002, 12) as number,
    ]);
    const bare = wiring.parts.map((part) => (part.kind === 'shunt' ? { ...part, ratingA: null } : part));
    expect([of(bare).lowOhm, of(bare).highOhm]).toEqual([0, 0.001]);
  });
  it('leads of one of two strings count by half', () => {
    const rig = { ...van, bank: newBank(newBattery('b', 'lfp', 4, 100), 1, 2) };
    const two = stepBy(provingOf(rig).steps, 'drop', 'drop:inverter-inv').stretches.flatMap(({ pieces }) => pieces);
    const { circuit } = provingOf(rig).context;
    const lead = circuit.runs.find(
      ({ run }) => /^battery-\d-plus$/.test(run.id) && two.some(({ id }) => id === run.id),
    )!;
    const own = two.find(({ id }) => id === lead.run.id)!;
    // A guessed length may be 1.7 times as long, warm at 60 °C, with a tenth of a milliohm a joint.
    const whole = (1.7241e-8 * lead.run.lengthM * 1.7 * (1 + 0.00393 * 40)) / (lead.areaMm2 * 1e-6) + 0.0002;
    expect(own.highOhm).toBeCloseTo(whole / 2, 9);
  });
  it('a circuit that has no whole way is not walked', () => {
    const wiring = laidOut(van);
    const runs = wiring.runs.filter(({ id }) => id !== 'inverter-inv-minus');
    const ids = provingOf(van, { ...wiring, runs }).steps.map(({ id }) => id);
    expect(ids).not.toContain('drop:inverter-inv');
    expect(ids).toContain('drop:load-fridge');
  });
});

describe('the edges of judgements', () => {
  const full = stepBy(steps, 'full-charge', 'full-charge');
  const at = (minute: number, volts: number, amps: number) => ({ atMs: minute * 60_000, volts, amps });
  it('no current at all is full too, at the voltage; the same instant twice does not hold', () => {
    expect(judgeFull(full, [at(0, full.absorptionV, 0), at(5, full.absorptionV, 0)]).reached).toBe(true);
    expect(judgeFull(full, [at(3, full.absorptionV, 0), at(3, full.absorptionV, 0)])).toMatchObject({
      reached: false,
      clockJumped: false,
      tailReached: true,
    });
  });
  it('batteries of a string at exactly what they may differ by stand alike', () => {
    const string = provingOf({ ...van, bank: newBank(newBattery('b', 'lfp', 4, 100), 2, 1) }).context;
    const rested = (volts: number) => ({ volts, hours: 1, tempC: 0, gravity: null, atMs: 0 });
    // 15 mV a cell of four.
    expect(gateOf(string, [[rested(13.3), rested(13.24)]]).faults).toEqual([]);
    expect(gateOf(string, [[rested(13.3), rested(13.239)]]).faults).toMatchObject([
      { code: 'uneven-string', mostV: 0.06 },
    ]);
    const lead = provingOf({ ...van, bank: newBank(newBattery('b', 'agm', 6, 100), 2, 1) }).context;
    const after = (hours: number, volts: number) => ({ ...rested(volts), hours });
    expect(gateOf(lead, [[after(6, 12.8), after(6, 12.68)]]).faults).toEqual([]);
    expect(gateOf(lead, [[after(5.9, 12.8), after(6, 12.67)]]).faults.map(({ code }) => code)).toEqual([
      'not-rested',
      'uneven-string',
    ]);
  });
  it('a single string has no gate of its own where it is one battery, and is named without a number', () => {
    expect(steps.some(({ kind }) => kind === 'gate')).toBe(false);
    expect(stepBy(steps, 'rest', 'rest:1.1').name).toBe('Battery');
    const { steps: two } = provingOf({ ...van, bank: newBank(newBattery('b', 'lfp', 4, 100), 2, 1) });
    expect(stepBy(two, 'rest', 'rest:1.2').name).toBe('String, battery 2');
    expect(two.some(({ kind }) => kind === 'gate')).toBe(true);
  });
  it('a recorded or logged load is not adopted: its power stands elsewhere', () => {
    const load = { ...newLoad('l', ''), name: 'l', power: { by: 'watts' as const, powerW: 20 } };
    const adopted = (more: Partial<typeof load>) => {
      const own = { ...load, ...more };
      return restate(own, -2, provingOf({ ...van, loads: [own] }).context);
    };
    expect(adopted({})?.power).toEqual({ by: 'watts', powerW: 25.6 });
    expect(
      adopted({ use: { by: 'logged', unit: 'Wh', side: 'bank', low: 1, typical: 2, high: 3, days: 5 } }),
    ).toBeNull();
    expect(adopted({ power: { by: 'watts', powerW: 0 } })).toBeNull();
  });
});

describe('settings of another shunt', () => {
  it('come nearest first, and none that no roll call could tell', () => {
    const settings = wrongSettings(500, 0.05);
    const sizes = settings.map(({ factor }) => Math.abs(Math.log(factor)));
    expect(sizes).toEqual([...sizes].sort((a, b) => a - b));
    expect(Math.min(...sizes)).toBeGreaterThan(Math.log(1.1));
    expect(settings.find(({ ratedA, fullV }) => ratedA === 100 && fullV === 0.1)?.factor).toBeCloseTo(0.1, 12);
  });
  it('weigh more where the mV are right, and add up to one', () => {
    const factors = wrongFactors({ ratedA: 500, fullV: 0.05 });
    expect(factors.reduce((sum, { weight }) => sum + weight, 0)).toBeCloseTo(1, 9);
    const weight = (of: number) => factors.find(({ factor }) => Math.abs(factor / of - 1) < 0.01)!.weight;
    // 400 A at 50 mV, or 600 at 75, against 250 A at 60 mV alone: 0.417.
    expect(weight(0.8)).toBeGreaterThan(2 * weight(0.25 / 0.6));
  });
});

describe('what is left of a round', () => {
  it('a monitor’s own lead that is laid elsewhere is to be looked at again', () => {
    const step = stepBy(steps, 'monitor-fused', 'monitor-fused');
    const wiring = laidOut(van);
    const runs = wiring.runs.map((run) => (run.id === 'monitor-plus' ? { ...run, from: 'plus.bar' } : run));
    const { steps: after } = provingOf(van, { ...wiring, runs });
    const state = standings(after, [roundOf([answered(step, 'pass')])]).find(
      (one) => one.step.id === 'monitor-fused',
    )!.state;
    expect(state).toBe('stale');
  });
  it('keeps what should have been seen', () => {
    const zero = stepBy(steps, 'full-charge', 'full-charge');
    expect(answered(zero, 'pass').expected.map(({ what, unit }) => [what, unit])).toEqual([
      ['volts', 'V'],
      ['tail', 'A'],
    ]);
    expect(freshCommissioning().rounds).toEqual([]);
  });
});
