import { describe, expect, it } from 'vitest';
import { answered, roundOf, stepBy } from '../kept-spec/commissioned';
import { newInverter } from '../audit/fresh';
import { circuitOf, lamp, laidOut, provingOf, type Rig, van } from '../kept-spec/van';
import { newSource } from '../sources/new-source';
import type { Source } from '../sources/source';
import { freshCommissioning } from './fresh';
import { chargeReadings, hoursToFull, judgeFull, withChargeReading } from './full-charge';
import { mergeCommissioning } from './merge';
import { CommissioningPlan, type Round } from './plan';
import { movedRests, rest } from './rests';
import { withSeen } from './seen';
import { notInCircuit } from './not-in-circuit';
import { wrongOnPaper } from './wrong-on-paper';
import { isOpen, leftSince, mayBegin, openPhase, provenAs, snagsOf, standings } from './standing';
import type { Step } from './step';

const { steps } = provingOf(van);
const all = (of: readonly Step[], but: string[] = []) =>
  of.filter(({ id }) => !but.includes(id)).map((step) => answered(step, 'pass'));
const staleIds = (of: readonly Step[], rounds: Round[]) =>
  standings(of, rounds).flatMap(({ step, state }) => (state === 'stale' ? [step.id] : []));

it('answers of a circuit of hundreds of fuses go into a plan that can be read', () => {
  const loads = Array.from({ length: 450 }, (_, k) => lamp(`lamp-${k}`, `Room ${k}`, 5));
  const large = provingOf({ ...van, loads }).steps;
  expect(stepBy(large, 'fuses', 'fuses').checks.length).toBeGreaterThan(450);
  const entries = large.map((step) => ({
    ...answered(step, 'pass'),
    seen: step.checks.map(({ id }) => ({ what: id, value: 1 })),
  }));
  const drafts = entries.map(({ stepId, seen }) => ({ stepId, seen, note: '' }));
  const plan = { ...freshCommissioning(), rounds: [roundOf(entries, { drafts })] };
  expect(CommissioningPlan.safeParse(plan).error?.issues ?? []).toEqual([]);
});

describe('how a step stands', () => {
  const [tools, breakers] = steps as [Step, Step];
  it('is by its newest answer, over all rounds', () => {
    const short = roundOf([answered(tools, 'pass')], { id: 'second', only: [tools.id] });
    const [first, second] = standings(steps, [roundOf([answered(tools, 'fail')]), short]);
    expect([first!.state, first!.history.length, second!.state]).toEqual(['pass', 2, 'open']);
  });
  it('asks everything anew in another round of all steps, and keeps what was answered before', () => {
    const [first] = standings(steps, [roundOf([answered(tools, 'fail')]), roundOf([], { id: 'second' })]);
    expect([first!.state, first!.history.length, first!.counted.length]).toEqual(['open', 1, 0]);
    expect(snagsOf([first!])).toEqual([]);
  });
  it('of the signature is that of its own round', () => {
    const done = roundOf(all(steps));
    const short = roundOf([], { id: 'short', only: ['zero', 'sign'] });
    const sign = (rounds: Round[]) => standings(steps, rounds).find(({ step }) => step.kind === 'sign')!.state;
    expect([sign([done]), sign([done, short])]).toEqual(['pass', 'open']);
  });
  it('a phase is a gate for those behind it', () => {
    const nothing = standings(steps, []);
    expect(openPhase(nothing)).toBe('before-power');
    expect(mayBegin(nothing, breakers)).toBe(true);
    expect(mayBegin(nothing, stepBy(steps, 'zero', 'zero'))).toBe(false);
    const before = steps.filter(({ phase }) => phase === 'before-power');
    expect(openPhase(standings(steps, [roundOf(all(before))]))).toBe('match');
    const failed = [...all(before), answered(tools, 'fail')];
    expect(openPhase(standings(steps, [roundOf(failed)]))).toBe('before-power');
    const accepted = [...failed, answered(tools, 'accepted')];
    expect(openPhase(standings(steps, [roundOf(accepted)]))).toBe('match');
  });
  it('every fail is a snag: open, mended, or accepted; what is not there is none', () => {
    const state = (...outcomes: Parameters<typeof answered>[1][]) =>
      snagsOf(standings(steps, [roundOf(outcomes.map((outcome) => answered(tools, outcome)))])).map(
        (snag) => snag.state,
      );
    expect(state('pass')).toEqual([]);
    expect(state('fail')).toEqual(['open']);
    expect(state('fail', 'pass')).toEqual(['mended']);
    expect(state('fail', 'accepted')).toEqual(['accepted']);
    expect(state('fail', 'not-here')).toEqual([]);
  });
  it('ends proven, or with its exceptions counted, and never while something is open', () => {
    expect(provenAs(standings(steps, [roundOf(all(steps, ['zero', 'sign']))]))).toBeNull();
    expect(provenAs(standings(steps, [roundOf(all(steps, ['sign']))]))).toEqual({ exceptions: 0 });
    const passed = [...all(steps, ['zero']), answered(stepBy(steps, 'zero', 'zero'), 'not-here')];
    expect(provenAs(standings(steps, [roundOf(passed)]))).toEqual({ exceptions: 1 });
    expect(provenAs([])).toBeNull();
    // What no step is about is an exception as well.
    expect(provenAs(standings(steps, [roundOf(passed)]), 2)).toEqual({ exceptions: 3 });
  });
});

describe('after a change', () => {
  const rounds = [roundOf(all(steps))];
  const wiring = laidOut(van);
  const after = (change: Parameters<typeof provingOf>[0], laid = wiring) =>
    staleIds(provingOf(change, laid).steps, rounds);

  it('nothing is stale while nothing changed', () => expect(after(van)).toEqual([]));
  it('another load makes its call stale, and what follows from its current alone', () => {
    const loads = van.loads.map((load) =>
      load.id === 'fridge' ? { ...load, power: { by: 'watts' as const, powerW: 61 } } : load,
    );
    const stale = after({ ...van, loads });
    expect(stale).toContain('roll-call:load:fridge');
    expect(stale).not.toContain('roll-call:load:lights');
    expect(stale.some((id) => id.startsWith('torque:') || id.startsWith('rest:'))).toBe(false);
  });
  it('another cable makes its crimp and the drop along it stale', () => {
    const runs = wiring.runs.map((run) => (run.id === 'inverter-inv-plus' ? { ...run, areaMm2: 95 } : run));
    const stale = after(van, { ...wiring, runs });
    expect(stale).toEqual(expect.arrayContaining(['crimp:inverter-inv-plus', 'drop:inverter-inv']));
    expect(stale.filter((id) => id.startsWith('roll-call:'))).toEqual([]);
  });
  it('a fuse of another size is read again, and closed again; by another name it is the same', () => {
    const parts = (changes: object) =>
      wiring.parts.map((part) => (part.id === 'fuse-inverter-inv' ? { ...part, ...changes } : part));
    const other = after(van, { ...wiring, parts: parts({ ratingA: 400 }) });
    expect(other).toEqual(expect.arrayContaining(['fuses', 'power:fuse-inverter-inv']));
    expect(other.filter((id) => id.startsWith('roll-call:'))).toEqual([]);
    expect(after(van, { ...wiring, parts: parts({ name: 'Large one' }) })).toEqual([]);
  });
  it('a negative that ends elsewhere makes the calls of its circuit stale, and the nuts at either end', () => {
    const runs = wiring.runs.map((run) => (run.id === 'group-Cabin-minus' ? { ...run, to: 'battery-1.-' } : run));
    const stale = after(van, { ...wiring, runs });
    expect(stale.filter((id) => id.startsWith('roll-call:'))).toEqual(['roll-call:load:lights']);
    expect(stale).toEqual(expect.arrayContaining(['torque:block-minus', 'torque:battery-1', 'roll-call:load:lights']));
  });
  it('another battery makes its match stale, and the first charge', () => {
    const battery = { ...van.bank.battery, capacityAh: van.bank.battery.capacityAh * 2 };
    const stale = after({ ...van, bank: { ...van.bank, battery } });
    expect(stale).toEqual(expect.arrayContaining(['rest:1.1', 'full-charge', 'set-full']));
  });
  it('a name is no change', () => {
    const loads = van.loads.map((load) => ({ ...load, name: `${load.name} by the door` }));
    expect(after({ ...van, loads })).toEqual([]);
  });
  it('a cable that may be thinner now still does; one that must be thicker does not', () => {
    const at = (is: string) => [rest('section', is)];
    expect(movedRests(at('from 16 mm²'), at('from 10 mm²'))).toEqual([]);
    expect(movedRests(at('from 16 mm²'), at('from 25 mm²'))).toHaveLength(1);
    expect(movedRests(at('from 16 mm²'), at('16 mm²'))).toEqual([]);
    expect(movedRests(at('16 mm²'), at('from 10 mm²'))).toEqual([]);
    expect(movedRests(at('16 mm²'), at('from 16 mm²'))).toEqual([]);
    expect(movedRests(at('16 mm²'), at('10 mm²'))).toHaveLength(1);
    expect(movedRests(at('from 16 mm²'), at('10 mm²'))).toHaveLength(1);
  });
  it('says what moved', () => {
    const moved = movedRests(
      [rest('section', '25 mm²'), rest('length', '2')],
      [rest('section', '35 mm²'), rest('stud', 'M8')],
    );
    expect(moved).toEqual([
      { what: 'section', before: '25 mm²', after: '35 mm²' },
      { what: 'length', before: '2', after: null },
      { what: 'stud', before: null, after: 'M8' },
    ]);
  });
  it('tells long things apart that begin alike', () => {
    const [a, b] = ['a', 'b'].map((end) => rest('way', 'x'.repeat(300) + end));
    expect(a!.is).not.toBe(b!.is);
    expect(a!.is.length).toBeLessThanOrEqual(120);
  });
});

describe('two devices that went on with one round', () => {
  const [tools, breakers, third] = steps as [Step, Step, Step];
  const shared = answered(tools, 'pass');
  const plan = (rounds: Round[]) => ({ ...freshCommissioning(), rounds });
  it('are laid together by their answers: none lost, none twice', () => {
    const mine = plan([roundOf([shared, answered(breakers, 'fail', {}, { atMs: 3_000_000 })])]);
    const theirs = plan([roundOf([shared, answered(third, 'pass', {}, { atMs: 2_000_000 })])]);
    const merged = mergeCommissioning(mine, theirs);
    expect(merged.rounds[0]!.entries.map(({ stepId }) => stepId)).toEqual([tools.id, third.id, breakers.id]);
    expect(mergeCommissioning(merged, theirs)).toEqual(merged);
    expect(mergeCommissioning(theirs, mine).rounds[0]!.entries).toEqual(merged.rounds[0]!.entries);
  });
  it('keep the rounds, drafts and photos that only one of them has', () => {
    const draft = { stepId: tools.id, seen: [], note: 'here' };
    const mine = { ...plan([roundOf([shared], { drafts: [draft] })]), photos: [{ id: 'p', data: 'x' }] };
    const theirs = {
      ...plan([
        roundOf([shared], {
          drafts: [
            { ...draft, note: 'there' },
            { stepId: 'zero', seen: [], note: '' },
          ],
        }),
        roundOf([], { id: 'later', startedAtMs: 9 }),
      ]),
      photos: [
        { id: 'p', data: 'x' },
        { id: 'q', data: 'y' },
      ],
    };
    const merged = mergeCommissioning(mine, theirs);
    expect(merged.rounds.map(({ id }) => id)).toEqual(['round', 'later']);
    expect(merged.rounds[0]!.drafts.map(({ note, stepId }) => [stepId, note])).toEqual([
      [tools.id, 'here'],
      ['zero', ''],
    ]);
    expect(merged.photos.map(({ id }) => id)).toEqual(['p', 'q']);
  });
  it('have not ended a round that one of them still walks', () => {
    const ended = { atMs: 5, by: 'A', exceptions: 0 };
    const merged = mergeCommissioning(plan([roundOf([shared], { ended })]), plan([roundOf([shared])]));
    expect(merged.rounds[0]!.ended).toBeNull();
  });
  it('have ended it when both have, by the later word', () => {
    const ended = (atMs: number) => plan([roundOf([shared], { ended: { atMs, by: 'A', exceptions: 0 } })]);
    expect(mergeCommissioning(ended(5), ended(7)).rounds[0]!.ended?.atMs).toBe(7);
    expect(mergeCommissioning(ended(9), ended(7)).rounds[0]!.ended?.atMs).toBe(9);
  });
  it('keep a round that the other device does not know', () =>
    expect(mergeCommissioning(plan([roundOf([shared])]), plan([])).rounds.map(({ id }) => id)).toEqual(['round']));
});

describe('the first full charge', () => {
  const step = stepBy(steps, 'full-charge', 'full-charge');
  const at = (minute: number, volts: number, amps: number) => ({ atMs: minute * 60_000, volts, amps });
  const [v, a] = [step.absorptionV, step.tailA];
  it('is full by voltage and tail together, held for five minutes', () => {
    expect(judgeFull(step, [at(0, v, a), at(5, v, a)]).reached).toBe(true);
    expect(judgeFull(step, [at(0, v, a), at(4, v, a)]).reached).toBe(false);
    expect(judgeFull(step, [at(0, v, a + 1), at(5, v, a)]).reached).toBe(false);
    expect(judgeFull(step, [at(0, v, a), at(3, v - 0.1, a), at(6, v, a)]).reached).toBe(false);
    expect(judgeFull(step, [at(0, v, -1), at(9, v, -1)])).toMatchObject({ reached: false, tailReached: false });
    expect(judgeFull(step, [])).toMatchObject({ reached: false, voltsReached: false });
  });
  it('does not go by a clock that went back', () =>
    expect(judgeFull(step, [at(10, v, a), at(2, v, a), at(20, v, a)])).toMatchObject({
      reached: false,
      clockJumped: true,
    }));
  it('takes what is missing ÷ the strongest source, and is not foretold without one, nor by one that would take days', () => {
    const hours = (sources: Rig['sources'], restedV: number | null = null) =>
      hoursToFull(provingOf({ ...van, sources }).context, restedV);
    const shore = (currentA: number) => ({ ...newSource('shore', `s${currentA}`), currentA }) as Rig['sources'][number];
    // 100 Ah as delivered, half full, at 10 A: 50 Ah ÷ 0.99 ÷ 10 A, and a taper of minutes.
    expect(hours([shore(10)])!.value).toBeCloseTo(5.1, 0);
    expect(hours([shore(2), shore(10)])!.value).toBe(hours([shore(10)])!.value);
    expect(hours([shore(10)], 13.4)!.value).toBeLessThan(0.6 * hours([shore(10)])!.value);
    expect([hours([]), hours([shore(0)]), hours([shore(0.1)])]).toEqual([null, null, null]);
  });
  it('keeps its readings among what was seen', () => {
    const seen = withChargeReading(withChargeReading(withSeen([], 'volts', 3), at(1, 14, 5)), at(2, 14.2, 4));
    expect(chargeReadings(seen)).toEqual([at(1, 14, 5), at(2, 14.2, 4)]);
    // One that lacks its time, its volts or its amps is none.
    for (const { what } of seen.slice(-3))
      expect(chargeReadings(seen.filter((one) => one.what !== what))).toEqual([at(1, 14, 5)]);
  });
});

describe('what is stored', () => {
  it('is what the schema takes, and nothing else', () => {
    const plan = { ...freshCommissioning(), rounds: [roundOf(all(steps))] };
    expect(CommissioningPlan.safeParse(plan).error).toBeUndefined();
    const photo = (data: string) => CommissioningPlan.safeParse({ ...plan, photos: [{ id: 'p', data }] }).success;
    expect(photo('data:image/jpeg;base64,AAAA')).toBe(true);
    expect(photo('data:text/html;base64,AAAA')).toBe(false);
    expect(photo('javascript:alert(1)')).toBe(false);
  });
  it('is open while nobody has answered', () => expect(standings(steps, []).every(isOpen)).toBe(true));
});

describe('a plan that grew since a round was signed', () => {
  const [lamps] = van.loads;
  const radio = { ...lamps!, id: 'radio', name: 'Radio', group: 'Desk' };
  const awning: Source = { ...newSource('solar', 'awning'), name: '' };
  const inverters = [...van.inverters, { ...newInverter('two'), name: 'Large inverter' }];
  const grown: Rig = { ...van, inverters, loads: [...van.loads, radio], sources: [...van.sources, awning] };
  it('names what the circuit has not, by itself and as batteries and AC loads that nothing joins', () => {
    const namesOf = (rig: Rig, wiring = laidOut(van)) => notInCircuit({ ...rig, circuit: circuitOf(rig, wiring) });
    expect(namesOf(van)).toEqual([]);
    expect(namesOf(grown)).toEqual(['Large inverter', 'a source of charge', 'Radio']);
    expect(namesOf(grown, laidOut(grown))).toEqual([]);
    expect(namesOf({ ...van, inverters: [] })).toEqual(['kettle']);
    expect(namesOf({ ...van, bank: { ...van.bank, parallelCount: 2 } })).toEqual(['Battery 2']);
  });
  it('names what its own figures find wrong, and no reading would show', () => {
    const laid = laidOut(van);
    const wrong = (change: (run: (typeof laid.runs)[number]) => object) => {
      const wiring = { ...laid, runs: laid.runs.map((run) => ({ ...run, ...change(run) })) };
      return wrongOnPaper({ circuit: circuitOf(van, wiring), wiring });
    };
    expect(wrong(() => ({}))).toEqual([]);
    const { label } = laid.runs.find(({ id }) => id === 'main-plus')!;
    // Too thin for its fuse, and with nothing that would make it warm today.
    expect(wrong(({ id }) => (id === 'main-plus' ? { areaMm2: 1 } : {}))).toContain(label);
    expect(wrong(({ id }) => (id === 'main-plus' ? { to: 'minus.bar', endsBy: 'hand' } : {}))).toContain(label);
    // A negative beside the shunt is what the roll call is for.
    expect(wrong(({ id }) => (id === 'load-fridge-minus' ? { to: 'battery-1.-', endsBy: 'hand' } : {}))).toEqual([]);
  });
  it('calls what hangs on no circuit all the same, the loads of an inverter after it', () => {
    const power = { by: 'watts', powerW: 1 } as const;
    const blender = { ...radio, id: 'blender', power, supply: 'ac' as const, inverterId: 'two' };
    const off = { ...awning, id: 'off', on: false };
    const rig = { ...grown, loads: [...grown.loads, blender], sources: [...grown.sources, off] };
    const called = provingOf(rig, laidOut(van)).steps.flatMap((step) => (step.kind === 'roll-call' ? [step] : []));
    const ids = called.map(({ item }) => item.id);
    expect(ids).toEqual(expect.arrayContaining(['inverter:two', 'load:radio', 'load:blender', 'source:awning']));
    expect(ids).not.toContain('source:off');
    expect(ids.indexOf('load:blender')).toBeGreaterThan(ids.indexOf('inverter:two'));
    expect(new Set(ids).size).toBe(ids.length);
    for (const { item, negativeRunId } of called) if (item.circuitId === item.id) expect(negativeRunId).toBeNull();
  });
  it('leaves the steps that came, with those that it made stale, and not the signature', () => {
    const done = roundOf(all(steps));
    expect(leftSince(standings(steps, [done]))).toEqual([]);
    expect(leftSince(standings(steps, [roundOf(all(steps, ['sign']))]))).toEqual([]);
    const now = provingOf(grown, laidOut(grown, laidOut(van))).steps;
    const left = leftSince(standings(now, [done]));
    const before = new Set(steps.map(({ id }) => id));
    const came = now.filter(({ id }) => !before.has(id)).map(({ id }) => id);
    expect(came).toContain('roll-call:load:radio');
    expect(left.filter(({ state }) => state === 'open').map(({ step }) => step.id)).toEqual(came);
    expect(left.filter(({ state }) => state === 'stale').map(({ step }) => step.id)).toEqual(staleIds(now, [done]));
  });
});
