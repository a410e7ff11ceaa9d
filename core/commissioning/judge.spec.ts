import { describe, expect, it } from 'vitest';
import { answered, roundOf, seenAs, stepBy } from '../kept-spec/commissioned';
import { laidOut, provingOf, van } from '../kept-spec/van';
import { restate } from './adopt';
import { freshCommissioning } from './fresh';
import { withChargeReading } from './full-charge';
import { judge, restedOf } from './judge';
import type { Entry, Seen } from './plan';
import { withSeen } from './seen';
import { standings } from './standing';
import { judgeZero } from './zero';

const proving = provingOf(van);
const { context, steps } = proving;
const factsOf = (entries: Entry[] = []) => ({
  context,
  plan: freshCommissioning(),
  standings: standings(steps, [roundOf(entries)]),
});
const rest = stepBy(steps, 'rest', 'rest:1.1');
const fridge = stepBy(steps, 'roll-call', 'roll-call:load:fridge');
const lights = stepBy(steps, 'roll-call', 'roll-call:load:lights');
const restOf = (restedV: number) => judge(rest, seenAs({ restedV, restedH: 5, tempC: 20 }), factsOf());

describe('what is ticked', () => {
  it('is done once every line is', () => {
    const tools = stepBy(steps, 'tools', 'tools');
    expect(judge(tools, [], factsOf())).toEqual({ kind: 'ticked', outcome: 'incomplete', left: 5 });
    const all = Object.fromEntries(tools.checks.map(({ id }) => [id, 1]));
    expect(judge(tools, seenAs(all), factsOf()).outcome).toBe('pass');
  });
});

describe('volts at rest', () => {
  it.each([
    ['of a battery as it is', 13.2, 'pass', null],
    ['with a sign', -13.2, 'fail', 'negative'],
    ['of another system', 26.4, 'ask', 'other-system'],
    ['of half a string', 6.6, 'ask', 'other-system'],
    ['while a charger is on', 15.2, 'fail', 'beyond-the-battery'],
    ['of one that is deeply empty', 9.2, 'fail', 'deeply-empty'],
  ] as const)('%s', (_name, volts, outcome, doubt) => expect(restOf(volts)).toMatchObject({ outcome, doubt }));
  it('are nothing without hours and warmth', () =>
    expect(judge(rest, seenAs({ restedV: 13.2 }), factsOf()).outcome).toBe('incomplete'));
  it('of another system are no battery here: 13.2 on one of 24 V', () => {
    const { steps: of24, context: at24 } = provingOf({ ...van, bank: { ...van.bank, seriesCount: 2 } });
    const [first] = of24.filter(({ kind }) => kind === 'rest');
    const facts = { context: at24, plan: freshCommissioning(), standings: standings(of24, []) };
    // Each battery of the string is one of 12 V.
    expect(judge(first!, seenAs({ restedV: 26.4, restedH: 5, tempC: 20 }), facts)).toMatchObject({
      doubt: 'other-system',
    });
  });
  it('count for the gate until the match is marked anew, or the battery is another', () => {
    const entry = answered(rest, 'pass', { restedV: 13.2, restedH: 5, tempC: 20 });
    expect(restedOf(factsOf([entry]))[0]![0]).toMatchObject({ volts: 13.2, tempC: 20, gravity: null });
    // Each of the three is needed: one alone says nothing of the charge.
    const twoOfThree: Record<string, number>[] = [
      { restedV: 13.2, restedH: 5 },
      { restedV: 13.2, tempC: 20 },
      { restedH: 5, tempC: 20 },
    ];
    for (const seen of twoOfThree) expect(restedOf(factsOf([answered(rest, 'pass', seen)]))[0]![0]).toBeNull();
    const mark = answered({ id: 'mark:match', rests: [] }, 'pass');
    expect(restedOf(factsOf([entry, mark]))[0]![0]).toBeNull();
    expect(restedOf(factsOf([{ ...entry, rests: [{ what: 'battery', is: 'another' }] }]))[0]![0]).toBeNull();
  });
});

describe('a breaker that is closed', () => {
  const power = stepBy(steps, 'power', 'power:fuse-load-fridge');
  it('may let through what hangs behind it, and no more', () => {
    const [range] = power.expected;
    expect(judge(power, seenAs({ shown: range!.from.value * 0.5 }), factsOf()).outcome).toBe('pass');
    expect(judge(power, seenAs({ shown: range!.from.value * 1.3 - 1 }), factsOf()).outcome).toBe('fail');
    expect(judge(power, seenAs({ shown: 5 }), factsOf()).outcome).toBe('fail');
    expect(judge(power, [], factsOf()).outcome).toBe('incomplete');
  });
  it('shows a source that was to stay away, as far as that one can give', () => {
    // 30 A of the roof, 5 % more in a cold noon, 15 % beyond what is expected, and two steps of the meter.
    expect(power.away).toEqual({ names: ['Roof'], mostA: 31.5 });
    const shown = (amps: number) => judge(power, seenAs({ shown: amps }), factsOf());
    expect(shown(12)).toMatchObject({ outcome: 'fail', bySource: true });
    expect(shown(36)).toMatchObject({ outcome: 'fail', bySource: true });
    expect(shown(40)).toMatchObject({ outcome: 'fail', bySource: false });
    expect(shown(-40)).toMatchObject({ outcome: 'fail', bySource: false });
    const roof = stepBy(steps, 'power', 'power:fuse-source-sun');
    expect(roof.away).toEqual({ names: [], mostA: 0 });
    expect(judge(roof, seenAs({ shown: 12 }), factsOf())).toMatchObject({ outcome: 'pass', bySource: false });
    expect(judge(roof, seenAs({ shown: 40 }), factsOf())).toMatchObject({ outcome: 'fail', bySource: false });
  });
});

describe('the steps that other pages judge', () => {
  const two = provingOf({ ...van, bank: { ...van.bank, parallelCount: 2 } });
  const factsOfTwo = (volts: readonly number[]) => ({
    context: two.context,
    plan: freshCommissioning(),
    standings: standings(two.steps, [
      roundOf(
        volts.map((restedV, k) =>
          answered(stepBy(two.steps, 'rest', `rest:${k + 1}.1`), 'pass', { restedV, restedH: 12, tempC: 20 }),
        ),
      ),
    ]),
  });
  it('the gate is not passed before all is measured, and then by what was', () => {
    const [gate] = two.steps.filter(({ kind }) => kind === 'gate');
    const outcomeOf = (volts: readonly number[]) => judge(gate!, [], factsOfTwo(volts)).outcome;
    expect([outcomeOf([]), outcomeOf([13.2])]).toEqual(['incomplete', 'incomplete']);
    expect([outcomeOf([13.2, 13.2]), outcomeOf([13.2, 11.9])]).toEqual(['pass', 'fail']);
  });
  it('the zero is open until something is read, and stands by what is read last', () => {
    const zero = stepBy(steps, 'zero', 'zero');
    expect(judge(zero, [], factsOf())).toEqual({ kind: 'zero', outcome: 'incomplete', zero: null });
    expect(judge(zero, seenAs({ shown: 0.4 }), factsOf()).outcome).toBe('fail');
    expect(judge(zero, seenAs({ shown: 0.4, again: 0 }), factsOf())).toMatchObject({
      outcome: 'pass',
      zero: { shownA: 0, zeroed: true },
    });
  });
  it('the drop along a way is open until it is walked', () => {
    const drop = stepBy(steps, 'drop', 'drop:inverter-inv');
    expect(judge(drop, [], factsOf())).toEqual({ kind: 'drop', outcome: 'incomplete', drop: null });
    const seen = seenAs({ amps: -50, atPosts: 13.2, atBar: 13.2, atEnd: 11.2 });
    expect(judge(drop, seen, factsOf())).toMatchObject({ outcome: 'fail', drop: { outcome: 'fail' } });
  });
  it('the first full charge is open until it is full', () => {
    const full = stepBy(steps, 'full-charge', 'full-charge');
    const at = (minute: number) => ({ atMs: minute * 60_000, volts: full.absorptionV, amps: full.tailA });
    const [one, both] = [[at(0)], [at(0), at(5)]].map((readings) => readings.reduce(withChargeReading, [] as Seen[]));
    expect(judge(full, one!, factsOf())).toMatchObject({ outcome: 'incomplete', readings: [at(0)] });
    expect(judge(full, both!, factsOf())).toMatchObject({ outcome: 'pass', full: { reached: true } });
  });
  it('a value that is changed stands once; one that is taken out is gone', () => {
    const seen = seenAs({ shown: 1, again: 2 });
    expect(withSeen(seen, 'shown', 3)).toEqual(seenAs({ again: 2, shown: 3 }));
    expect(withSeen(seen, 'shown', null)).toEqual(seenAs({ again: 2 }));
  });
});

describe('the zero of the meter', () => {
  it('is a step at most, and a week of it is counted', () => {
    expect(judgeZero(0.01, null, 0.01).outcome).toBe('pass');
    expect(judgeZero(-0.05, null, 0.01)).toMatchObject({ outcome: 'fail', zeroed: false });
    expect(judgeZero(-0.05, null, 0.01).adrift.value).toBeCloseTo(-8.4, 9);
    expect(judgeZero(-0.05, 0, 0.01)).toMatchObject({ outcome: 'pass', zeroed: true });
    expect(judgeZero(0.05, 0.04, 0.01)).toMatchObject({ outcome: 'fail', zeroed: true });
  });
});

describe('a load that is called', () => {
  it('expects watts ÷ volts, by how it is known: 60 W ÷ 12.8 V, a nameplate', () => {
    const [change] = fridge.expected;
    expect(change!.from.value).toBeCloseTo(-(60 / 12.8) * 0.4, 9);
    expect(change!.to!.value).toBeCloseTo(-(60 / 12.8) * 1.1, 9);
    expect([fridge.item.fromA, fridge.item.toA]).toEqual([change!.to!.value, change!.from.value]);
  });
  it('is judged with the others that hold', () => {
    const read = answered(lights, 'pass', { before: 0, after: -2.5 });
    const judged = judge(fridge, seenAs({ before: -2.5, after: -2.5 }), factsOf([read]));
    expect(judged).toMatchObject({ outcome: 'fail', change: { value: 0, unit: 'A' } });
    if (judged.kind !== 'roll-call') throw new Error(judged.kind);
    const [first] = judged.causes;
    expect(first!.cause).toBe('bypass');
    // How likely it is opens what it was judged by.
    expect(first!.figure.value).toBe(first!.probability);
    expect(first!.figure.working().terms[0]).toMatchObject({ value: judged.change!.value });
    const marked = judge(
      fridge,
      seenAs({ before: 0, after: -4 }),
      factsOf([read, answered({ id: 'mark:roll-call', rests: [] }, 'pass')]),
    );
    expect(marked.kind === 'roll-call' && marked.verdict.items.size).toBe(1);
  });
  it('is judged with none that is stale, or was passed over', () => {
    const size = (entry: Entry) => {
      const judged = judge(fridge, seenAs({ before: 0, after: -4 }), factsOf([entry]));
      return judged.kind === 'roll-call' && judged.verdict.items.size;
    };
    const values = { before: 0, after: -2.5 };
    expect(size(answered(lights, 'pass', values))).toBe(2);
    expect(size(answered(lights, 'fail', values))).toBe(2);
    expect(size(answered(lights, 'not-here', values))).toBe(1);
    expect(size(answered(lights, 'pass', values, { rests: [] }))).toBe(1);
  });
  it('says nothing before both readings are there', () =>
    expect(judge(fridge, seenAs({ before: 0 }), factsOf())).toMatchObject({ outcome: 'incomplete', change: null }));
  it('names the run of its negative', () => expect(fridge.negativeRunId).toBe('load-fridge-minus'));
  it('goes into the audit as measured: 3 A at 12.8 V', () => {
    const load = van.loads.find(({ id }) => id === 'fridge')!;
    expect(restate(load, -3, context)).toEqual({ power: { by: 'watts', powerW: 38.4 }, known: 'clamp' });
    expect(
      restate({ ...load, quantity: 2 }, -3, provingOf({ ...van, loads: [{ ...load, quantity: 2 }] }).context)?.power,
    ).toEqual({
      by: 'watts',
      powerW: 19.2,
    });
    expect(restate(load, 3, context)).toBeNull();
  });
  it('on an inverter goes in as what it draws behind it', () => {
    const kettle = van.loads.find(({ id }) => id === 'kettle')!;
    const line = context.audit.lines.find(({ id }) => id === 'kettle')!;
    const power = restate(kettle, -line.runningW / 12.8, context)!.power;
    expect(power.by === 'watts' && power.powerW).toBeCloseTo(800, 0);
  });
});

describe('the steps of a rig', () => {
  it('name every cable, every part with lugs, every battery, every load and source once', () => {
    const of = (kind: string) => steps.filter((step) => step.kind === kind);
    expect(of('crimp')).toHaveLength(context.circuit.runs.length);
    expect(of('rest')).toHaveLength(1);
    expect(
      of('roll-call')
        .map(({ id }) => id)
        .sort(),
    ).toEqual([
      'roll-call:inverter:inv',
      'roll-call:load:fridge',
      'roll-call:load:kettle',
      'roll-call:load:lights',
      'roll-call:source:sun',
    ]);
    expect(new Set(steps.map(({ id }) => id)).size).toBe(steps.length);
    const nuts = steps.flatMap((step) => (step.kind === 'torque' ? step.checks : []));
    expect(nuts).toHaveLength(2 * context.circuit.runs.length);
  });
  it('have every fuse read: what the circuit has there, or that its sheet says', () => {
    const inverter = context.circuit.fuses.find(({ part }) => part.id === 'fuse-inverter-inv')!;
    const { checks, rests } = stepBy(steps, 'fuses', 'fuses');
    expect(checks.map(({ id }) => id)).toEqual(context.circuit.fuses.map(({ part }) => part.id));
    const of = (id: string) => checks.find((check) => check.id === id)!;
    expect(of('fuse-inverter-inv').reads).toBe(`${inverter.choice!.ratingA} A, ${inverter.choice!.family}`);
    expect(of('fuse-monitor').reads).toMatch(/^1 A, for 14\.\d V, breaking \d+ A$/);
    expect(rests.find(({ what }) => what === 'fuse-inverter-inv')!.is).toBe(of('fuse-inverter-inv').reads);
    const readsOf = (changes: object, on = 'fuse-inverter-inv') => {
      const wiring = laidOut(van);
      const parts = wiring.parts.map((part) => (part.id === on ? { ...part, ...changes } : part));
      const step = stepBy(provingOf(van, { ...wiring, parts }).steps, 'fuses', 'fuses');
      return step.checks.find(({ id }) => id === on)!.reads;
    };
    expect(readsOf({ ratingA: null }, 'fuse-monitor')).toBe('as the sheet of what it feeds says');
    expect(readsOf({ ratingA: 7.5, family: null })).toMatch(/^7\.5 A, /);
    expect(readsOf({ ratingA: 160, sheet: { standsV: 58, breaksA: 10_000 } })).toMatch(
      /^160 A, by its sheet: 58 V, breaking 10\D000 A$/,
    );
  });
  it('take torques off the sheet where it is typed, and a placeholder by the stud where not', () => {
    const wiring = laidOut(van);
    const parts = wiring.parts.map((part) =>
      part.kind === 'shunt' ? { ...part, torqueNm: 17, stud: 'M10' as const } : part,
    );
    const shunt = stepBy(provingOf(van, { ...wiring, parts }).steps, 'torque', 'torque:shunt');
    expect(shunt.checks[0]!.nut).toEqual({ stud: 'M10', torqueNm: 17, by: 'sheet' });
    expect(stepBy(steps, 'torque', 'torque:plus').checks[0]!.nut).toEqual({ stud: 'M8', torqueNm: 10, by: 'stud' });
  });
  it('call what hangs on no circuit too', () => {
    const wiring = laidOut(van);
    const parts = wiring.parts.map((part) => (part.kind === 'loads' ? { ...part, loadIds: [] } : part));
    const loose = provingOf(van, { ...wiring, parts }).steps.filter(({ kind }) => kind === 'roll-call');
    expect(loose.map(({ id }) => id)).toContain('roll-call:load:lights');
  });
});
