import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { newInverter } from '../audit/fresh';
import { newBank } from '../bank/fresh';
import type { Bank } from '../bank/plan';
import { newBattery } from '../cells/new-battery';
import { CHEMISTRIES } from '../cells/chemistry.data';
import { CHEMISTRY_IDS } from '../cells/chemistry';
import { FUSE_FAMILIES } from '../conductors/fuses.data';
import { newSource } from '../sources/new-source';
import type { Source } from '../sources/source';
import type { Circuit } from './circuit-figures';
import type { Finding } from './finding';
import { broughtTo } from './edit-circuit';
import { freshWiring } from './fresh';
import { bankStrings } from './battery-posts';
import { fuseText } from './fuse-text';
import { inverterPath, loadWayM } from './inverter-path';
import { MINUS_BAR, newRun } from './new-parts';
import { solve } from '../network/solve';
import { at } from '../quantity/guard';
import { type Part, postOf } from './part';
import { WiringPlan } from './plan';
import { asDrawn } from './parallel/as-drawn';
import { parallelShares } from './parallel/shares';
import { through } from './through';
import { circuitOf, designA, laidOut, lamp, type Rig, van } from '../kept-spec/van';

const banks = fc
  .record({
    chemistryId: fc.constantFrom(...CHEMISTRY_IDS),
    blocks: fc.constantFrom(1, 2, 4),
    parallelCount: fc.integer({ min: 1, max: 4 }),
    capacityAh: fc.integer({ min: 60, max: 300 }),
    currentSchool: fc.constantFrom('sum' as const, 'one-may-drop-out' as const, 'single' as const),
  })
  .map(({ chemistryId, blocks, capacityAh, ...more }): Bank => {
    const battery = newBattery('b', chemistryId, CHEMISTRIES[chemistryId].cellsPer12V, capacityAh);
    return { ...newBank(battery, blocks, more.parallelCount), ...more };
  });
function sourceOf(kind: 'solar' | 'shore' | 'engine' | 'relay', id: string, limitA: number): Source {
  if (kind !== 'relay') return newSource(kind, id);
  const mode = { by: 'relay', alternatorV: 14.2, pathOhm: 0.02, limitA } as const;
  return { ...newSource('engine', id), mode } as Source;
}
/** 150 mm² at 105 °C, outside an engine space. */
const THICKEST_A = 475;
/** A that a wire would have to bear, were a fuse the next of its family that is selective: at a string’s, what the other strings then feed. */
function selectiveA(
  on: NonNullable<Finding['on']>,
  { behindA, ratio }: { behindA: number; ratio: number },
  { fuses, currents: { stringCount } }: Circuit,
): number {
  const fuse = fuses.find(({ part }) => 'part' in on && part.id === on.part)!;
  const isOfString = /^fuse-(battery|string)-/.test(fuse.part.id);
  const wantedA = (behindA * ratio) / (isOfString ? stringCount : 1);
  const family = FUSE_FAMILIES.find((one) => one.family === fuse.choice!.family)!;
  const nextA = family.stepsA.find((stepA) => stepA >= wantedA) ?? Number.POSITIVE_INFINITY;
  return nextA * (isOfString ? stringCount - 1 : 1);
}
/** Some of the mains and generators come out of the inverter, or of the charger of one before. */
function cameOutOf(rig: Rig, ways: readonly number[]): Rig {
  const sources = rig.sources.map((source, k): Source => {
    if (source.kind !== 'shore') return source;
    const [inverter] = rig.inverters;
    const before = rig.sources.slice(0, k).find(({ kind }) => kind === 'shore');
    const way = at(ways, k % ways.length);
    if (way === 1 && inverter) return { ...source, through: { inverterId: inverter.id } };
    return way === 2 && before ? { ...source, supply: 'generator', through: { sourceId: before.id } } : source;
  });
  return { ...rig, sources };
}
const plainRigs: fc.Arbitrary<Rig> = fc.record({
  bank: banks,
  loads: fc
    .array(
      fc.record({
        // A pump or a lamp, and now and then a windlass.
        watts: fc.oneof(
          { weight: 5, arbitrary: fc.integer({ min: 1, max: 250 }) },
          fc.integer({ min: 251, max: 1200 }),
        ),
        group: fc.constantFrom('Cabin', 'Galley', 'Deck'),
        must: fc.boolean(),
      }),
      { minLength: 1, maxLength: 6 },
    )
    .map((rows) => rows.map(({ watts, group, must }, k) => lamp(`load-${k}`, group, watts, { must }))),
  inverters: fc
    .option(fc.integer({ min: 100, max: 1000 }), { nil: null })
    .map((watts) => (watts === null ? [] : [{ ...newInverter('inv'), continuousW: watts }])),
  sources: fc
    .array(
      fc.record({
        kind: fc.constantFrom('solar' as const, 'shore' as const, 'engine' as const, 'relay' as const),
        limitA: fc.integer({ min: 30, max: 120 }),
      }),
      { maxLength: 3 },
    )
    .map((rows) => rows.map(({ kind, limitA }, k) => ({ ...sourceOf(kind, `s${k}`, limitA), name: `Source ${k}` }))),
});
const rigs = fc
  .tuple(plainRigs, fc.array(fc.integer({ min: 0, max: 2 }), { minLength: 1, maxLength: 3 }))
  .map(([rig, ways]) => cameOutOf(rig, ways));

describe('lay it out', () => {
  it('puts a whole circuit down: every consumer and source has its way and a fuse, and nothing is wrong', () => {
    const circuit = circuitOf(van, laidOut(van));
    expect(circuit.findings).toEqual([]);
    expect(circuit.loops.map(({ part, hasOut, hasBack }) => [part.id, hasOut && hasBack])).toEqual([
      ['inverter-inv', true],
      ['source-sun', true],
      ['group-Cabin', true],
      ['load-fridge', true],
    ]);
    expect(circuit.runs.every(({ run }) => run.lengthBy === 'guessed')).toBe(true);
    expect(new Set(circuit.runs.map(({ run }) => run.label)).size).toBe(circuit.runs.length);
  });
  it('as drawn is a network that carries what is drawn, on any rig and with any one run missing', () => {
    fc.assert(
      fc.property(rigs, fc.nat(), (rig, pick) => {
        const plan = laidOut(rig);
        const gone = at(plan.runs, pick % plan.runs.length);
        for (const runs of [plan.runs, plan.runs.filter((run) => run !== gone)]) {
          const join = asDrawn(circuitOf(rig, { ...plan, runs }), plan.parts, 0.0001);
          if (join === null) continue;
          const batteries = bankStrings(rig.bank).map((_, k) => ({ emfV: 13 + k / 100, ohm: 0.01, looseOhm: 0 }));
          const { batteryA } = parallelShares(join(batteries), { by: 'current', currentA: 40 })!;
          expect(batteryA.reduce((sum, amps) => sum + amps, 0)).toBeCloseTo(40, 6);
        }
      }),
    );
  });
  it('gives a load from 250 W on a circuit of its own, and a smaller one that of its group', () => {
    const rig = { ...van, loads: [lamp('oven', 'Galley', 250), lamp('hob', 'Galley', 249)] };
    const ids = laidOut(rig).parts.map(({ id }) => id);
    expect(['load-oven', 'load-hob', 'group-Galley'].map((id) => ids.includes(id))).toEqual([true, false, true]);
  });
  it('takes what draws 40 A or more to the main bars as it takes an inverter, and the rest to the block', () => {
    const ofDeck = (powerW: number, blocks: number) => {
      const rig: Rig = { ...van, loads: [lamp('windlass', 'Deck', powerW), lamp('light', 'Deck', 5)] };
      const { runs } = laidOut({ ...rig, bank: { ...rig.bank, seriesCount: blocks } });
      const ends = (id: string) => [
        runs.find((run) => run.id === `${id}-bar`),
        runs.find((run) => run.id === `${id}-minus`),
      ];
      return ['load-windlass', 'group-Deck'].map((id) =>
        ends(id).map((run) => (run?.from === `${id}.-` ? run.to : run?.from)),
      );
    };
    const [main, block] = [
      ['plus.bar', 'minus.bar'],
      ['block-plus.bar', 'block-minus.bar'],
    ];
    const unitV = 12.8;
    expect(ofDeck(40 * unitV, 1)).toEqual([main, block]);
    expect(ofDeck(40 * unitV - 0.1, 1)).toEqual([block, block]);
    expect(ofDeck(40 * unitV, 2)).toEqual([block, block]);
    expect(ofDeck(80 * unitV, 2)).toEqual([main, block]);
  });
  it('leaves a circuit that was measured where it hangs, however much it draws later; one that is a guess moves', () => {
    const light: Rig = { ...van, loads: [lamp('windlass', 'Deck', 300), lamp('light', 'Deck', 5)] };
    const first = laidOut(light);
    const heavy: Rig = { ...light, loads: [lamp('windlass', 'Deck', 900), lamp('light', 'Deck', 5)] };
    const hangsOn = (wiring: WiringPlan) => wiring.runs.find(({ id }) => id === 'load-windlass-bar')!.from;
    expect([hangsOn(first), hangsOn(laidOut(heavy, first))]).toEqual(['block-plus.bar', 'plus.bar']);
    const runs = first.runs.map((run) =>
      run.id === 'load-windlass-plus' ? { ...run, lengthM: 2.2, lengthBy: 'measured' as const } : run,
    );
    expect(hangsOn(laidOut(heavy, { ...first, runs }))).toBe('block-plus.bar');
    // And back: what lies on the main bars stays there.
    const onMain = laidOut(heavy);
    const made = { ...onMain, runs: onMain.runs.map((run) => ({ ...run, lengthBy: 'measured' as const })) };
    expect(hangsOn(laidOut(light, made))).toBe('plus.bar');
    expect(hangsOn(laidOut(light, onMain))).toBe('block-plus.bar');
  });
  it('over a relay lets 3 % be lost, there and back as far as the battery of the engine: 100 A at 12 V have nothing wrong', () => {
    const mode = { by: 'relay', alternatorV: 14.3, pathOhm: 0.008, limitA: 100 } as const;
    const engine = { ...newSource('engine', 'eng'), mode } as Source;
    const bank = newBank(newBattery('b', 'flooded', 3, 225), 2, 2);
    const plain = { loads: [lamp('light', 'Cabin', 50)], inverters: [] };
    const boat: Rig = { ...van, ...plain, bank, sources: [engine, newSource('solar', 'sun')] };
    const laid = laidOut(boat);
    const circuit = circuitOf(boat, laid);
    expect(circuit.findings).toEqual([]);
    expect(circuit.loops.map(({ part, demand }) => [part.id, demand.dropFraction])).toEqual(
      expect.arrayContaining([
        ['source-eng', 0.03],
        ['source-sun', 0.01],
      ]),
    );
    const ofWay = (role: string) =>
      laid.runs.filter((run) => run.id.startsWith('source-eng-') && run.role === role && run.lengthM > 0.2);
    const lengthM = (role: string) => ofWay(role).reduce((sum, run) => sum + run.lengthM, 0);
    expect(lengthM('positive')).toBeCloseTo(6.5, 9);
    expect(lengthM('negative')).toBeCloseTo(6.5, 9);
  });
  it('has no block where everything is heavy; a windlass of 1 kW and a thruster of 1.5 kW at 12 V have nothing wrong', () => {
    const heavy = [lamp('windlass', 'Deck', 1000), lamp('thruster', 'Deck', 1500)];
    const ids = (loads: Rig['loads']) => laidOut({ ...van, loads }).parts.map(({ id }) => id);
    expect(ids(heavy).filter((id) => id.startsWith('block'))).toEqual([]);
    const bank = newBank(newBattery('b', 'lfp', 4, 300), 1, 1);
    const boat: Rig = { ...van, inverters: [], bank, loads: [...heavy, lamp('light', 'Cabin', 50)] };
    const circuit = circuitOf(boat, laidOut(boat));
    expect(circuit.findings).toEqual([]);
    expect(circuit.loops.map(({ share, demand }) => share.value <= demand.dropFraction)).not.toContain(false);
  });
  it('has no finding but what no wire or fuse on the lists can do, on any rig', () => {
    fc.assert(
      fc.property(rigs, (rig) => {
        const circuit = circuitOf(rig, laidOut(rig));
        const isOfList = ({ fault, on }: Finding) =>
          fault.code === 'beyond-list' ||
          fault.code === 'no-fuse' ||
          (fault.code === 'fuse-large' && fault.listEnds && fault.ratingA > THICKEST_A) ||
          (fault.code === 'not-selective' && on !== null && selectiveA(on, fault, circuit) > THICKEST_A);
        const ours = circuit.findings.filter((one) => !isOfList(one));
        expect(ours).toEqual([]);
      }),
      { numRuns: 150 },
    );
  });
  it('has ways enough on its bars and blocks: sixteen strings, and thirty circuits that must never stop', () => {
    const loads = Array.from({ length: 30 }, (_, k) => lamp(`alarm ${k}`, 'Cabin', 2, { must: true }));
    const rig: Rig = { ...van, loads: [...van.loads, ...loads], bank: { ...van.bank, parallelCount: 16 } };
    const plan = laidOut(rig);
    const ways = (id: string) => plan.parts.find((part) => part.id === id)!.lugsMost;
    // Sixteen leads and the trunk; thirty-two circuits and the feeder; few on the main bar.
    expect(['bank-plus', 'block-plus', 'plus'].map(ways)).toEqual([24, 36, 12]);
    expect(circuitOf(rig, plan).findings.filter(({ fault }) => fault.code === 'lugs')).toEqual([]);
  });
  it('laid out again, keeps what was measured, and takes up what is new', () => {
    const first = laidOut(van);
    const measured = {
      ...first,
      runs: first.runs.map((run) =>
        run.id === 'inverter-inv-plus' ? { ...run, lengthM: 2.4, lengthBy: 'measured' as const } : run,
      ),
    };
    const more: Rig = { ...van, loads: [...van.loads, lamp('pump', 'Deck', 30)] };
    const again = laidOut(more, measured);
    expect(again.runs.find(({ id }) => id === 'inverter-inv-plus')).toMatchObject({
      lengthM: 2.4,
      lengthBy: 'measured',
    });
    expect(again.runs.map(({ id }) => id)).toContain('group-Deck-plus');
    for (const { id, label } of first.runs) expect(again.runs.find((run) => run.id === id)!.label).toBe(label);
    expect(laidOut(van, first)).toEqual(first);
  });
});

describe('the way to the inverter, for the sag map', () => {
  it('is the one run until a circuit is laid out, and then all of its runs, the leads of two batteries side by side', () => {
    const older = { ...freshWiring(), inverterRun: { lengthM: 2, areaMm2: 50, lengthBy: 'measured' as const } };
    const ohm = (metres: number, areaMm2: number) => (1.7241e-8 * metres * (1 + 0.00393 * 20)) / (areaMm2 * 1e-6);
    expect(inverterPath(older, null)).toEqual({
      ohm: expect.closeTo(ohm(4, 50), 12) as number,
      lengthM: 2,
      from: 'one-run',
    });
    const two = { ...van, bank: { ...van.bank, parallelCount: 2 } };
    const circuit = circuitOf(two, laidOut(two));
    const loop = circuit.loops.find(({ part }) => part.kind === 'inverter')!;
    const byHand = circuit.runs
      .filter(({ run }) => loop.runIds.includes(run.id))
      .reduce(
        (sum, { run, areaMm2 }) => sum + ohm(run.lengthM, areaMm2) * (run.id.startsWith('battery-') ? 0.5 : 1),
        0,
      );
    // A lead of half a metre to each battery, two pieces of half a metre to the bar, two short ones at the bars, a metre to it; back a piece less.
    expect(inverterPath(freshWiring(), circuit)).toMatchObject({
      ohm: expect.closeTo(byHand, 12) as number,
      lengthM: expect.closeTo((0.5 + 1 + 0.1 + 1 + (1 + 0.1 + 0.5 + 0.5)) / 2, 12) as number,
      from: 'circuit',
    });
  });
  it('to a load on DC is that of its circuit; there is none before one is laid out, or where it has no way back', () => {
    const circuit = circuitOf(van, laidOut(van));
    // Out by the main fuse and the switch, through the block’s four metres and three of its own; back the same but for the fuses.
    expect(loadWayM(circuit, 'lights')).toBeCloseTo((0.1 + 1 + 0.1 + 4 + 0.1 + 3 + (3 + 4 + 0.1 + 0.5)) / 2, 9);
    expect(loadWayM(null, 'lights')).toBeNull();
    const cutOff = laidOut(van);
    const runs = cutOff.runs.filter(({ id }) => id !== 'group-Cabin-minus');
    expect(loadWayM(circuitOf(van, { ...cutOff, runs }), 'lights')).toBeNull();
    expect(loadWayM(circuit, 'kettle')).toBeNull();
  });
});

describe('an older rig', () => {
  it('takes the one run to the inverter over as it was measured', () => {
    const older = { ...freshWiring(), inverterRun: { lengthM: 2.2, areaMm2: 35, lengthBy: 'measured' as const } };
    const { runs } = laidOut(van, older);
    for (const end of ['plus', 'minus'])
      expect(runs.find(({ id }) => id === `inverter-inv-${end}`)).toMatchObject({
        lengthM: 2.2,
        areaMm2: 35,
        lengthBy: 'measured',
      });
  });
});

describe('what is laid out can be stored', () => {
  it('whatever things are called, and however many there are', () => {
    const long = (mark: string) => mark.repeat(60);
    const many: Rig = {
      ...van,
      loads: Array.from({ length: 500 }, (_, k) =>
        lamp(`${k}${long('i')}`.slice(0, 60), long('g').repeat(2), 5, { name: long('n').repeat(2), must: k % 2 === 0 }),
      ),
      inverters: [{ ...newInverter(long('v')), name: long('w').repeat(2) }],
      sources: [{ ...van.sources[0]!, id: long('s'), name: long('q').repeat(2) } as Source],
      bank: { ...van.bank, parallelCount: 64 },
    };
    const plan = laidOut(many);
    expect(WiringPlan.safeParse(plan).error).toBeUndefined();
    const ids = [...plan.parts, ...plan.runs].map(({ id }) => id);
    expect(new Set(ids).size).toBe(ids.length);
    // 250 loads that must never stop have each a circuit of their own.
    expect(plan.parts.filter(({ kind }) => kind === 'loads')).toHaveLength(251);
  });
  it('on any rig', () => {
    fc.assert(
      fc.property(rigs, (rig) => {
        expect(WiringPlan.safeParse(laidOut(rig)).error).toBeUndefined();
      }),
      { numRuns: 60 },
    );
  });
});

describe('laid out again', () => {
  it('follows the bank from one battery to two and back, and what things are called', () => {
    const two = {
      ...van,
      bank: { ...van.bank, parallelCount: 2 },
      loads: van.loads.map((load) => ({ ...load, name: `new ${load.name}` })),
    };
    const first = laidOut(van);
    const grown = laidOut(two, first);
    expect(circuitOf(two, grown).findings).toEqual([]);
    expect(grown.parts.find(({ id }) => id === 'load-fridge')!.name).toBe('new fridge');
    const back = laidOut(van, grown);
    expect(circuitOf(van, back).findings).toEqual([]);
    expect(back.runs.map(({ id, from, to }) => [id, from, to])).toEqual(
      first.runs.map(({ id, from, to }) => [id, from, to]),
    );
  });
  it('leaves an end where a hand put it, as long as its post is there', () => {
    const moved = (to: string) => ({
      ...laidOut(van),
      runs: laidOut(van).runs.map((run) =>
        run.id === 'load-fridge-minus' ? { ...run, to, endsBy: 'hand' as const } : run,
      ),
    });
    const endOf = (plan: WiringPlan) => laidOut(van, plan).runs.find(({ id }) => id === 'load-fridge-minus')!.to;
    expect(endOf(moved('minus.bar'))).toBe('minus.bar');
    expect(endOf(moved('gone.bar'))).toBe('block-minus.bar');
    // Nor on the post from which it comes.
    expect(endOf(moved('load-fridge.-'))).toBe('block-minus.bar');
  });
  it('gives a circuit of its own to what was watched to draw much, whatever its plate says', () => {
    const recording = {
      from: 'table' as const,
      atMs: 0,
      states: [{ name: 'runs', powerW: 400 }],
      spans: [{ state: 0, seconds: 3600 }],
    };
    const heater = lamp('heater', 'Cabin', 10, { known: 'timed', use: { by: 'timed', recording, hoursPerDay: 2 } });
    expect(laidOut({ ...van, loads: [...van.loads, heater] }).parts.map(({ id }) => id)).toContain('load-heater');
  });
});

describe('against the physics', () => {
  it('what is lost on every way is what a network of all conductors gives, with all consumers drawing', () => {
    fc.assert(
      fc.property(rigs, (drawn) => {
        const rig = { ...drawn, sources: [], bank: { ...drawn.bank, parallelCount: 1 } };
        const { runs, loops, strings } = circuitOf(rig, laidOut(rig));
        const numbers = new Map<string, number>([[postOf(strings[0]!.id, '-'), 0]]);
        const numberOf = (post: string) => numbers.get(post) ?? numbers.set(post, numbers.size).get(post)!;
        const tiny = 1e-9;
        const resistors = [
          ...runs.map(({ run, areaMm2 }) => ({
            from: numberOf(run.from),
            to: numberOf(run.to),
            ohm: (1.7241e-8 * run.lengthM * (1 + 0.00393 * 30)) / (areaMm2 * 1e-6),
          })),
          ...laidOut(rig).parts.flatMap(({ id, kind }) => {
            const ends = { fuse: ['in', 'out'], switch: ['in', 'out'], shunt: ['bank', 'system'] }[kind as string];
            return ends
              ? [{ from: numberOf(postOf(id, ends[0]!)), to: numberOf(postOf(id, ends[1]!)), ohm: tiny }]
              : [];
          }),
        ];
        const sinks = loops.map(({ part, demand }) => ({
          from: numberOf(postOf(part.id, '+')),
          to: numberOf(postOf(part.id, '-')),
          currentA: demand.current.value,
        }));
        // Within a string there is one way, behind whose resistance its voltage lies.
        const links = runs.filter(({ run }) => run.role === 'link');
        const linkOhm = links.reduce(
          (sum, { run, areaMm2 }) => sum + (1.7241e-8 * run.lengthM * (1 + 0.00393 * 30)) / (areaMm2 * 1e-6),
          tiny,
        );
        const battery = { plus: numberOf(postOf(strings[0]!.id, '+')), minus: 0, emfV: 12, ohm: linkOhm };
        const { postV } = solve({ posts: numbers.size, resistors, sources: [battery], sinks });
        for (const { part, drop } of loops) {
          const there = postV[numberOf(postOf(part.id, '+'))]! - postV[numberOf(postOf(part.id, '-'))]!;
          expect(battery.emfV - there).toBeCloseTo(drop.value, 4);
        }
      }),
      { numRuns: 40 },
    );
  });
});

/** Every section and fuse as the rules chose them. */
function built(rig: Rig, wiring: WiringPlan): WiringPlan {
  const { runs, fuses } = circuitOf(rig, wiring);
  const areas = new Map(runs.map(({ run, areaMm2 }) => [run.id, areaMm2]));
  const sizes = new Map(fuses.map(({ part, choice }) => [part.id, choice]));
  return {
    ...wiring,
    runs: wiring.runs.map((run) => ({ ...run, areaMm2: areas.get(run.id) ?? null })),
    parts: wiring.parts.map((part) => (part.kind === 'fuse' ? { ...part, ...sizes.get(part.id) } : part)),
  };
}

describe('the negative path', () => {
  it('any one negative moved to the bank’s side is found, and nothing else is reported', () => {
    fc.assert(
      fc.property(rigs, fc.nat(), (rig, pick) => {
        // As it was built: what lies there does not change with what is moved.
        const wiring = built(rig, laidOut(rig));
        const before = circuitOf(rig, wiring).findings;
        const shuntRun = wiring.runs.find(({ id }) => id === 'main-shunt')!;
        const feeders = wiring.runs.filter(
          ({ id, role, from }) =>
            role === 'negative' && /^(group|load|source|inverter)-/.test(id) && from.endsWith('.-'),
        );
        fc.pre(feeders.length > 0);
        const moved = feeders[pick % feeders.length]!;
        const runs = wiring.runs.map((run) => (run === moved ? { ...run, to: shuntRun.from } : run));
        const { findings } = circuitOf(rig, { ...wiring, runs });
        const part = moved.from.slice(0, moved.from.lastIndexOf('.'));
        const bypass = findings.filter(({ fault }) => fault.code === 'bypass');
        expect(bypass).toEqual([
          {
            severity: 'error',
            on: { part },
            fault: {
              code: 'bypass',
              runLabels: expect.arrayContaining([moved.label]) as string[],
              overIds: expect.any(Array) as string[],
              move: { runId: moved.id, end: 'to', to: MINUS_BAR },
            },
          },
        ]);
        const known = ['bypass', 'lugs'];
        const others = (of: typeof findings) => of.filter(({ fault }) => !known.includes(fault.code));
        expect(others(findings).length).toBeLessThanOrEqual(others(before).length);
      }),
      { numRuns: 100 },
    );
  });
  it('moves no bound of a string’s own negative: a lamp and an inverter on two strings, the inverter’s moved', () => {
    const rig: Rig = {
      bank: { ...newBank(newBattery('b', 'gel', 6, 186), 2, 2), currentSchool: 'sum' },
      loads: [lamp('lamp', 'Cabin', 251)],
      inverters: [{ ...newInverter('inv'), continuousW: 908 }],
      sources: [],
    };
    const wiring = built(rig, laidOut(rig));
    const runs = wiring.runs.map((run) => (run.id === 'inverter-inv-minus' ? { ...run, to: 'bank-minus.bar' } : run));
    const { runs: after, findings } = circuitOf(rig, { ...wiring, runs });
    // What comes back to a string has come through its fuse: 90 A, not the 110 A of the block that the lamp hangs on.
    for (const id of ['battery-1-minus', 'battery-2-minus', 'battery-1-plus'])
      expect(after.find(({ run }) => run.id === id)!.bears.value).toBe(90);
    expect(findings.map(({ fault }) => fault.code)).toEqual(['bypass']);
  });
  it('names the way over the chassis: a bond on the bank’s side, and a case that is earthed', () => {
    const wiring = laidOut(van);
    const bond = { ...newRun('own-bond', 'bond', 'chassis.bolt', 'battery-1.-', 1), label: 'W90' };
    const { bypasses, findings } = circuitOf(van, { ...wiring, runs: [...wiring.runs, bond] });
    // Chassis bonded on both sides: everything on the system side finds its way round the shunt.
    expect(bypasses.map(({ partId }) => partId)).toEqual([
      'inverter-inv',
      'source-sun',
      'group-Cabin',
      'load-fridge',
      'chassis',
    ]);
    expect(findings[0]!.fault).toMatchObject({ code: 'bypass', move: { runId: 'own-bond', end: 'to', to: MINUS_BAR } });
  });
  it.each(['minus.bar', 'chassis.bolt'])(
    'of the bank’s own cable that lies on %s says that it goes to the shunt, and so it is mended; the bar or the chassis stay',
    (to) => {
      const plan = laidOut(van);
      const astray = { ...plan, runs: plan.runs.map((run) => (run.id === 'main-shunt' ? { ...run, to } : run)) };
      const found = circuitOf(van, astray).bypasses;
      expect(found.map(({ partId }) => partId)).toContain('inverter-inv');
      for (const { crossing, move } of found) {
        expect([crossing!.run.id, crossing!.end, move]).toEqual([
          'main-shunt',
          'from',
          { end: 'to', to: 'shunt.bank' },
        ]);
        const runs = astray.runs.map((run) => (run.id === 'main-shunt' ? broughtTo(run, move!) : run));
        expect(circuitOf(van, { ...astray, runs }).findings).toEqual([]);
      }
      // What lies on the battery by itself goes to the bar all the same.
      const both = astray.runs.map((run) => (run.id === 'load-fridge-minus' ? { ...run, to: 'battery-1.-' } : run));
      const fridge = circuitOf(van, { ...astray, runs: both }).bypasses.find(({ partId }) => partId === 'load-fridge');
      expect(fridge!.move).toEqual({ end: 'to', to: MINUS_BAR });
    },
  );
  it('of a battery’s own lead that lies on the chassis or the negative bar says that it goes to the others’', () => {
    const rig = { ...van, bank: { ...van.bank, parallelCount: 2 } };
    const plan = laidOut(rig);
    for (const to of ['minus.bar', 'chassis.bolt']) {
      const astray = plan.runs.map((run) => (run.id === 'battery-2-minus' ? { ...run, to } : run));
      const { bypasses } = circuitOf(rig, { ...plan, runs: astray });
      expect(bypasses.length).toBeGreaterThan(0);
      for (const { move } of bypasses) {
        expect(move).toEqual({ end: 'to', to: 'bank-minus.bar' });
        const runs = astray.map((run) => (run.id === 'battery-2-minus' ? broughtTo(run, move!) : run));
        expect(circuitOf(rig, { ...plan, runs }).findings).toEqual([]);
      }
    }
    // A strap besides its lead is one negative too many: that goes to the bar.
    const strap = { ...newRun('own-strap', 'negative', 'battery-2.-', 'chassis.bolt', 1), label: 'W90' };
    const strapped = circuitOf(rig, { ...plan, runs: [...plan.runs, strap] }).bypasses;
    expect(strapped.map(({ move }) => move)).toContainEqual({ end: 'from', to: MINUS_BAR });
  });
  it('says of every negative where it comes back: through the shunt, beside it, or nowhere', () => {
    const wiring = laidOut(van);
    const runs = wiring.runs.flatMap((run) => {
      if (run.id === 'source-sun-minus') return [{ ...run, to: 'battery-1.-' }];
      return run.id === 'inverter-inv-minus' || run.id === 'bond' ? [] : [run];
    });
    expect(new Map(circuitOf(van, { ...wiring, runs }).landings.map(({ partId, lands }) => [partId, lands]))).toEqual(
      new Map([
        ['inverter-inv', 'nowhere'],
        ['source-sun', 'beside'],
        ['group-Cabin', 'through-shunt'],
        ['load-fridge', 'through-shunt'],
        ['chassis', 'nowhere'],
      ]),
    );
  });
  it('what passes a bar is what its strongest run carries; a part that nothing comes to carries nothing', () => {
    const wiring = laidOut(van);
    const circuit = circuitOf(van, wiring);
    expect(through(circuit, { id: 'plus', name: 'Bar' })!.value).toBe(designA(circuit, 'main-plus'));
    expect(through(circuit, { id: 'switch-main', name: 'Switch' })!.value).toBe(designA(circuit, 'main-plus'));
    expect(through(circuit, { id: 'nothing', name: 'Bar' })).toBeNull();
  });
  it('finds a maintainer that was added on the battery', () => {
    const wiring = laidOut(van);
    const maintainer: Part = {
      id: 'own-maintainer',
      name: 'Maintainer',
      kind: 'other',
      gives: true,
      currentA: 2,
      dropFraction: null,
      stud: 'M8',
      lugsMost: 2,
      torqueNm: null,
    };
    const runs = [
      ...wiring.runs,
      { ...newRun('own-m-plus', 'positive', 'plus.bar', 'own-maintainer.+', 1), label: 'W91' },
      { ...newRun('own-m-minus', 'negative', 'own-maintainer.-', 'battery-1.-', 1), label: 'W92' },
    ];
    const { findings } = circuitOf(van, { ...wiring, parts: [...wiring.parts, maintainer], runs });
    expect(findings.filter(({ fault }) => fault.code === 'bypass')).toEqual([
      {
        severity: 'error',
        on: { part: 'own-maintainer' },
        fault: {
          code: 'bypass',
          runLabels: ['W92'],
          overIds: [],
          move: { runId: 'own-m-minus', end: 'to', to: MINUS_BAR },
        },
      },
    ]);
  });
});

describe('currents', () => {
  it('by hand: an inverter of 1,000 W at its efficiency and 10.5 V; the trunk carries all consumers, or the source', () => {
    const circuit = circuitOf(van, laidOut(van));
    const inverterA = 1000 / 0.9 / 10.5;
    const lightsA = 40 / 10.5;
    expect(designA(circuit, 'inverter-inv-plus')).toBeCloseTo(inverterA, 6);
    expect(designA(circuit, 'main-plus')).toBeCloseTo(inverterA + lightsA + 60 / 10.5, 6);
    expect(designA(circuit, 'source-sun-plus')).toBe(30);
    // With the sun the larger of the two, it is what the trunk is made for.
    const sunny = { ...van, sources: [{ ...van.sources[0]!, limitA: 200 } as Source] };
    expect(designA(circuitOf(sunny, laidOut(sunny)), 'main-plus')).toBe(200);
  });
  it('two batteries: each lead by the school, what both feed whole', () => {
    const rig = { ...van, bank: { ...van.bank, parallelCount: 2 } };
    const lead = (currentSchool: Bank['currentSchool']) => {
      const circuit = circuitOf({ ...rig, bank: { ...rig.bank, currentSchool } }, laidOut(rig));
      return designA(circuit, 'battery-1-plus') / designA(circuit, 'main-plus');
    };
    expect([lead('sum'), lead('one-may-drop-out'), lead('single')]).toEqual([0.5, 1, 1]);
  });
});

describe('sections and fuses', () => {
  const sizes = [0.75, 1, 1.5, 2.5, 4, 6, 10, 16, 25, 35, 50, 70, 95, 120, 150];
  /** What is wrong with a circuit as it was built, but with one run a size thinner; null where there is none. */
  function oneThinner(rig: Rig, wiring: WiringPlan, id: string): string[] | null {
    const asBuilt = built(rig, wiring);
    const { areaMm2 } = asBuilt.runs.find((run) => run.id === id)!;
    const thinner = sizes[sizes.indexOf(areaMm2!) - 1];
    if (thinner === undefined) return null;
    const runs = asBuilt.runs.map((run) => (run.id === id ? { ...run, areaMm2: thinner } : run));
    return circuitOf(rig, { ...asBuilt, runs }).findings.map(({ fault }) => fault.code);
  }
  const BREAKS = ['thin', 'drop', 'fuse-large', 'no-fuse'];
  it('every section is the smallest: one size thinner breaks a rule', () => {
    for (const { id } of laidOut(van).runs) {
      const codes = oneThinner(van, laidOut(van), id);
      expect(codes === null || codes.some((code) => BREAKS.includes(code)), id).toBe(true);
    }
  });
  it('and so on any rig; leads of several strings are as thick as the thickest of them', () => {
    fc.assert(
      fc.property(rigs, fc.nat(), (drawn, pick) => {
        const rig = { ...drawn, bank: { ...drawn.bank, parallelCount: 1 } };
        const wiring = laidOut(rig);
        fc.pre(circuitOf(rig, wiring).findings.length === 0);
        const { id } = wiring.runs[pick % wiring.runs.length]!;
        const codes = oneThinner(rig, wiring, id);
        expect(codes === null || codes.some((code) => BREAKS.includes(code)), id).toBe(true);
      }),
      { numRuns: 60 },
    );
  });
  it('the short circuit is that at the fuse’s own place: the whole bank’s at the post, less behind leads', () => {
    const circuit = circuitOf(van, laidOut(van));
    const { fuses } = circuit;
    const at = (id: string) => fuses.find(({ part }) => part.id === id)!.shortCircuit!.value;
    expect(at('fuse-main')).toBeGreaterThan(at('fuse-group-Cabin'));
    // Four cells of a battery of 100 Ah and 0.1 m of copper, cold, by hand.
    const { chemistryId } = van.bank.battery;
    const { absorptionCellV, cell100AhMilliOhm } = CHEMISTRIES[chemistryId];
    const leadMm2 = circuit.runs.find(({ run }) => run.id === 'main-fuse')!.areaMm2;
    const ohm = (4 * cell100AhMilliOhm) / 1000 + (1.7241e-8 * 0.1) / (leadMm2 * 1e-6);
    expect(at('fuse-main')).toBeCloseTo((4 * absorptionCellV) / (ohm + 1e-6 * 0), 0);
  });
  it('a fuse of the rules that no wire bears is said with that, and of its wires; of one on a thin wire another is', () => {
    // 3.4 kW at 10.5 V are 320 A: 1.25 times that is more than 400 A, and the next size more than the thickest wire bears.
    const bank = newBank(newBattery('b', 'lfp', 4, 60), 1, 1);
    const rig: Rig = {
      ...van,
      bank,
      sources: [],
      inverters: [{ ...newInverter('inv'), continuousW: 999 }],
      loads: [lamp('a', 'Cabin', 779), lamp('b', 'Galley', 772), lamp('c', 'Deck', 701)],
    };
    const laid = laidOut(rig);
    const circuit = circuitOf(rig, laid);
    expect(circuit.fuses.find(({ part }) => part.id === 'fuse-main')!.choice!.ratingA).toBe(500);
    const codes = circuit.findings.map(({ fault }) => fault.code);
    expect(codes).toContain('beyond-list');
    const large = ({ findings }: Circuit) =>
      findings.flatMap(({ fault }) => (fault.code === 'fuse-large' ? [fault] : []));
    expect(large(circuit)).toEqual([{ code: 'fuse-large', ratingA: 500, carriesA: 475, better: null, listEnds: true }]);
    const thin = laid.runs.map((run) => (run.id === 'inverter-inv-plus' ? { ...run, areaMm2: 10 } : run));
    const [, onThin] = large(circuitOf(rig, { ...laid, runs: thin }));
    expect(onThin).toMatchObject({ code: 'fuse-large', listEnds: false });
  });
  it('a typed fuse over the wire, or under the load, is said, with one that fits', () => {
    const wiring = laidOut(van);
    const typed = (ratingA: number, family = 'blade') => ({
      ...wiring,
      parts: wiring.parts.map((part) =>
        part.id === 'fuse-group-Cabin' && part.kind === 'fuse' ? { ...part, ratingA, family } : part,
      ),
      runs: wiring.runs.map((run) => (run.id === 'group-Cabin-plus' ? { ...run, areaMm2: 2.5 } : run)),
    });
    const on = (ratingA: number, family?: string) =>
      circuitOf(van, typed(ratingA, family)).findings.filter(
        ({ on: at }) => at && 'part' in at && at.part === 'fuse-group-Cabin',
      );
    expect(on(40)[0]!.fault).toMatchObject({ code: 'fuse-large', ratingA: 40, carriesA: 35, better: { ratingA: 10 } });
    expect(on(3)[0]!.fault).toMatchObject({ code: 'fuse-small', ratingA: 3 });
    // 5 A carries the load, and a blade cannot break what this bank gives.
    expect(on(5).map(({ fault }) => fault.code)).toEqual(['fuse-breaks']);
  });
  it('the monitor’s fuse names a family only where that will do; one that is typed and will not is said', () => {
    const of = (rig: Rig, family: string | null) => {
      const wiring = laidOut(rig);
      const parts = wiring.parts.map((part) =>
        part.id === 'fuse-monitor' && part.kind === 'fuse' ? { ...part, family } : part,
      );
      const { fuses, findings } = circuitOf(rig, { ...wiring, parts });
      const faults = findings.flatMap(({ on, fault }) =>
        on && 'part' in on && on.part === 'fuse-monitor' ? [fault] : [],
      );
      const codes = faults.map(({ code }) => code);
      return { fuse: fuses.find(({ part }) => part.id === 'fuse-monitor')!, codes, faults };
    };
    const weak: Bank = newBank({ ...newBattery('b', 'agm', 6, 40), resistanceOhm: 0.02 });
    const calm: Rig = { ...van, bank: weak };
    expect(of(calm, null).fuse.choice).toEqual({ ratingA: 1, family: 'blade' });
    expect(of(calm, null).codes).toEqual([]);
    expect(of(calm, 'blade').codes).toEqual([]);
    // Four in series: 48 V, which no blade of the list stands.
    const high: Rig = { ...van, bank: newBank({ ...newBattery('b', 'agm', 6, 40), resistanceOhm: 0.02 }, 4) };
    expect(of(high, null).fuse.choice).toEqual({ ratingA: 1, family: null });
    expect(fuseText(of(high, null).fuse)).toMatch(/^for 5\d\.\d V, breaking [67]\d\d A$/);
    expect(of(high, null).codes).toEqual([]);
    expect(of(high, 'blade').codes).toEqual(['fuse-volts']);
    // The lithium of the van gives more than a blade breaks.
    expect(of(van, null).fuse.choice).toEqual({ ratingA: 1, family: null });
    expect(of(van, 'blade').codes).toEqual(['fuse-breaks']);
    // The list has none but from 10 A up, in one press before a lead of which nothing is known: none of those is offered.
    for (const rig of [van, high]) expect(of(rig, 'blade').faults).toMatchObject([{ better: 'of-sheet' }]);
  });
  it('a typed size of no family is left to its maker’s sheet, and said', () => {
    const wiring = laidOut(van);
    const typed = (ratingA: number, family: string | null) => ({
      ...wiring,
      parts: wiring.parts.map((part) =>
        part.id === 'fuse-main' && part.kind === 'fuse' ? { ...part, ratingA, family } : part,
      ),
    });
    const codes = (ratingA: number, family: string | null) =>
      circuitOf(van, typed(ratingA, family))
        .findings.filter(({ on }) => on && 'part' in on && on.part === 'fuse-main')
        .map(({ fault }) => fault.code);
    expect(codes(212, null)).toContain('fuse-unlisted');
    expect(codes(200, 'of a friend')).not.toContain('fuse-unlisted');
    expect(codes(200, 'blade')).toContain('fuse-unlisted');
  });
  it('names the gauge that would do where a typed one is too thin', () => {
    const wiring = { ...laidOut(van), list: 'gauges' as const };
    const faultOf = (areaMm2: number) => {
      const runs = wiring.runs.map((run) => (run.id === 'inverter-inv-plus' ? { ...run, areaMm2 } : run));
      return circuitOf(van, { ...wiring, runs }).findings.find(
        ({ on }) => on && 'run' in on && on.run === 'inverter-inv-plus',
      )!.fault;
    };
    // 1,000 W ÷ 0.9 ÷ 10.5 V × 1.25 are 132 A: a breaker of 135 A, and 4 AWG, which carries 160 A.
    expect(faultOf(2.0809)).toMatchObject({ code: 'thin', by: 'load', wantedA: 135, enoughMm2: 21.151 });
    // 6 AWG bears the load of 106 A, and not its fuse: at the end of thinner leads a breaker of 135 A will do.
    expect(faultOf(13.302)).toMatchObject({ code: 'thin', by: 'fuse', carriesA: 120, wantedA: 135 });
  });
  it('a lug that does not fit its stud, too many lugs, and a bar too small are said', () => {
    const wiring = laidOut(van);
    const faults = circuitOf(van, {
      ...wiring,
      parts: wiring.parts.map((part) =>
        part.id === 'plus' && part.kind === 'bar' ? { ...part, lugsMost: 2, ratingA: 60 } : part,
      ),
      runs: wiring.runs.map((run) => (run.id === 'main-shunt' ? { ...run, toLug: 'M10' as const } : run)),
    }).findings.map(({ fault }) => fault);
    expect(faults).toContainEqual({ code: 'stud', lug: 'M10', stud: 'M8', end: 'to', onPart: 'Shunt' });
    expect(faults).toContainEqual({ code: 'lugs', count: 4, most: 2 });
    expect(faults.find(({ code }) => code === 'rating')).toMatchObject({ ratingA: 60 });
  });
});

describe('bad input', () => {
  it('a run from a post to itself, to a post that is not there, a part that nothing reaches: said, and the rest stays', () => {
    const wiring = laidOut(van);
    const { findings, loops } = circuitOf(van, {
      ...wiring,
      runs: [
        ...wiring.runs.filter(({ id }) => id !== 'group-Cabin-minus'),
        { ...newRun('own-1', 'negative', 'minus.bar', 'minus.bar', 1), label: 'W80' },
        { ...newRun('own-2', 'negative', 'minus.bar', 'nowhere.x', 1), label: 'W81' },
      ],
    });
    expect(findings.map(({ fault }) => fault)).toEqual(
      expect.arrayContaining([
        { code: 'astray', where: 'same-post' },
        { code: 'astray', where: 'no-post' },
        { code: 'unreached', pole: '-' },
      ]),
    );
    expect(loops.find(({ part }) => part.id === 'inverter-inv')).toMatchObject({ hasOut: true, hasBack: true });
  });
  it('an inverter that was taken out of the plan is said, and the rest stays', () => {
    const { findings, loops } = circuitOf({ ...van, inverters: [] }, laidOut(van));
    expect(findings).toEqual([
      { severity: 'warning', on: { part: 'inverter-inv' }, fault: { code: 'not-planned' } },
      { severity: 'warning', on: null, fault: { code: 'ac-without-inverter', loadIds: ['kettle'] } },
    ]);
    expect(loops).toHaveLength(3);
  });
  it('a load that goes by an inverter since counts there alone, and a circuit without loads is said', () => {
    const [one] = van.loads.filter(({ supply, must }) => supply === 'dc' && !must);
    const both = { ...van, loads: [...van.loads, { ...one!, id: 'twin' }] };
    const wiring = laidOut(both);
    const shared = wiring.parts.find((part) => part.kind === 'loads' && part.loadIds.includes('twin'))!;
    const moved = (ids: readonly string[]) => {
      const byInverter = { supply: 'ac', inverterId: 'inv' } as const;
      const loads = both.loads.map((load) => (ids.includes(load.id) ? { ...load, ...byInverter } : load));
      const { loops, findings } = circuitOf({ ...both, loads }, wiring);
      const said = findings.flatMap(({ on, fault }) => (fault.code === 'not-planned' ? [on] : []));
      return { said, designA: loops.find(({ part }) => part.id === shared.id)!.demand.current.value };
    };
    expect(moved([]).designA).toBeGreaterThan(0);
    expect(moved(['twin'])).toEqual({ said: [], designA: expect.closeTo(moved([]).designA / 2, 9) as number });
    expect(moved(['twin', one!.id])).toEqual({ said: [{ part: shared.id }], designA: 0 });
  });
  it('no shunt, and two', () => {
    const wiring = laidOut(van);
    const parts = wiring.parts.filter(({ kind }) => kind !== 'shunt');
    expect(circuitOf(van, { ...wiring, parts }).findings.map(({ fault }) => fault.code)).toContain('no-shunt');
    const shunt = wiring.parts.find(({ kind }) => kind === 'shunt')!;
    const two = { ...wiring, parts: [...wiring.parts, { ...shunt, id: 'own-shunt' }] };
    expect(circuitOf(van, two).findings.map(({ fault }) => fault.code)).toContain('more-shunts');
  });
});
