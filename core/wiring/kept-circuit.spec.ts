import { describe, expect, it } from 'vitest';
import { pick, type Random } from '../kept-spec/draws';
import { drawnRig, drawnWiring } from '../kept-spec/laid-out-rigs';
import { circuitParts, laidOut, van } from '../kept-spec/van';
import { drawsFrom } from '../statistics/random-bits';
import { workOut } from './circuit';
import type { Circuit } from './circuit-figures';
import { laidRuns } from './laid-run';
import type { WiringPlan } from './plan';
import type { Run } from './run';

type Parts = ReturnType<typeof circuitParts>;

/** All that a circuit says, as one text: whatever is kept of the last one, it must be as if worked out for the first time. */
const said = (circuit: Circuit): string =>
  JSON.stringify(circuit, (key, value: unknown) => {
    if (key === 'working') return undefined;
    return value instanceof Map || value instanceof Set ? [...(value as Iterable<unknown>)] : value;
  });
/** Worked out from objects that nobody has seen before. */
function anew({ loads, inverters, sources, bank, wiring }: Parts): string {
  const { wiring: plan, ...rig } = structuredClone({ loads, inverters, sources, bank, wiring });
  return said(workOut(circuitParts(rig, plan)));
}

const ofRun = (random: Random, { runs }: WiringPlan): Run => pick(random, runs);
const changed = (wiring: WiringPlan, { id }: Run, changes: Partial<Run>): WiringPlan => ({
  ...wiring,
  runs: wiring.runs.map((run) => (run.id === id ? { ...run, ...changes } : run)),
});

/** What a hand may do to a circuit, by turns. */
const EDITS: ((random: Random, parts: Parts) => Parts)[] = [
  (random, { wiring, ...rest }) => {
    const run = ofRun(random, wiring);
    return { ...rest, wiring: changed(wiring, run, { lengthM: pick(random, [0.05, 0.18, 0.7, 3, 12]) }) };
  },
  (random, { wiring, ...rest }) => {
    const run = ofRun(random, wiring);
    return { ...rest, wiring: changed(wiring, run, { areaMm2: pick(random, [null, 1.5, 16, 95]) }) };
  },
  (random, { wiring, ...rest }) => {
    const [run, other] = [ofRun(random, wiring), ofRun(random, wiring)];
    return { ...rest, wiring: changed(wiring, run, { to: other.to, endsBy: 'hand' }) };
  },
  (random, { wiring, ...rest }) => {
    const run = ofRun(random, wiring);
    return { ...rest, wiring: changed(wiring, run, { label: `X${Math.floor(99 * random())}` }) };
  },
  (random, { wiring, ...rest }) => ({
    ...rest,
    wiring: {
      ...wiring,
      nearM: pick(random, [0.1, 0.18, 0.5]),
      selectiveRatio: pick(random, [1.3, 1.6, 2]),
      list: pick(random, ['metric', 'gauges']),
    },
  }),
  (random, { wiring, ...rest }) => {
    const part = pick(random, wiring.parts);
    const parts = wiring.parts.map((one) => (one === part ? { ...one, name: `${one.name}!` } : one));
    return { ...rest, wiring: { ...wiring, parts } };
  },
  (random, parts) => ({
    ...parts,
    bank: { ...parts.bank, currentSchool: pick(random, ['sum', 'one-may-drop-out', 'single']) },
  }),
];

describe('a circuit that is worked out again after an edit', () => {
  it.each([1, 2, 3, 4, 5, 6, 7, 8])('says what one says that is worked out for the first time, rig %i', (seed) => {
    const random = drawsFrom(seed);
    const rig = drawnRig(random);
    let parts: Parts = circuitParts(rig, drawnWiring(random, rig));
    for (let k = 0; k < 3 * EDITS.length; k++) {
      parts = pick(random, EDITS)(random, parts);
      expect(said(workOut(parts))).toBe(anew(parts));
    }
  });

  it('keeps the figures of a run that an edit of another does not touch', () => {
    const parts = circuitParts(van, laidOut(van));
    const before = workOut(parts);
    const own = before.runs.find(({ run }) => run.id === 'group-Cabin-plus')!.run;
    const after = workOut({ ...parts, wiring: changed(parts.wiring, own, { lengthM: own.lengthM + 0.01 }) });
    const moved = after.runs.flatMap((one, k) => (one === before.runs[k] ? [] : [one.run.id]));
    expect(moved).toEqual([own.id]);
    expect(after.currents).toBe(before.currents);
  });

  it('keeps what it knows of it while something else is tried beside', () => {
    const parts = circuitParts(van, laidOut(van));
    const [first, ...others] = parts.wiring.runs;
    const tried = () => workOut({ ...parts, wiring: { ...parts.wiring, runs: others } });
    const before = workOut(parts);
    tried();
    const longer = workOut({ ...parts, wiring: changed(parts.wiring, first!, { lengthM: first!.lengthM + 0.01 }) });
    expect(longer.currents).toBe(before.currents);
  });

  it('looks anew at which way is the longest', () => {
    const parts = circuitParts({ ...van, bank: { ...van.bank, parallelCount: 2 } }, laidOut(van));
    const wiring = laidOut({ ...van, bank: { ...van.bank, parallelCount: 2 } });
    const lengthened = (id: string, lengthM: number) =>
      workOut({
        ...parts,
        wiring: changed(
          wiring,
          wiring.runs.find((run) => run.id === id)!,
          { lengthM },
        ),
      });
    const starts = (circuit: Circuit) => circuit.currents.loops.map(({ out }) => out?.[0]?.a);
    expect(new Set(starts(lengthened('battery-1-plus', 9)))).toEqual(new Set(['battery-1.+']));
    expect(new Set(starts(lengthened('battery-2-plus', 9)))).toEqual(new Set(['battery-2.+']));
  });
});

describe('laidRuns', () => {
  const { runs } = laidOut(van);
  const edited = (changes: Partial<Run>) => runs.map((run, k) => (k === 3 ? { ...run, ...changes } : run));

  it('is the same list whatever is typed but who is joined to whom', () => {
    const before = laidRuns(runs);
    expect(before.map(({ id }) => id)).toEqual(runs.map(({ id }) => id));
    expect(laidRuns(edited({ lengthM: 7, areaMm2: 35, conductors: 2, done: ['cut'], bundled: 4 }))).toBe(before);
    expect(laidRuns(runs)).toBe(before);
  });

  it.each<Partial<Run>>([
    { id: 'other' },
    { label: 'W99' },
    { role: 'bond' },
    { from: 'a.b' },
    { to: 'a.b' },
    { endsBy: 'hand' },
  ])('is another once %o', (changes) => {
    const before = laidRuns(runs);
    const after = laidRuns(edited(changes));
    expect(after).not.toBe(before);
    expect(after[3]).toMatchObject(changes);
    expect(laidRuns(runs.slice(1))).toHaveLength(runs.length - 1);
  });
});
