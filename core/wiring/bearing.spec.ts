import { describe, expect, it } from 'vitest';
import { newInverter } from '../audit/fresh';
import { newBank } from '../bank/fresh';
import { newBattery } from '../cells/new-battery';
import { circuitOf, laidOut, type Rig, van } from '../kept-spec/van';
import { putInto, takeOut } from './edit-circuit';
import { freshWiring } from './fresh';
import type { CircuitParts } from './circuit';
import type { Circuit } from './circuit-figures';
import { type FedBy, firstBeyond, mendsByFuse } from './mends-by-fuse';
import { circuitParts } from '../kept-spec/van';
import type { WiringPlan } from './plan';
import { bundleFactor } from './sections';

/** A bank of 12 V with an inverter; what each battery carries by the school of the single one: all of it. */
const powerful = (continuousW: number, batteries: number, chemistryId: 'agm' | 'lfp' = 'agm'): Rig => ({
  ...van,
  inverters: [{ ...newInverter('inv'), name: 'Inverter', continuousW, cutOffV: 10.5 }],
  bank: {
    ...newBank(newBattery('b', chemistryId, chemistryId === 'lfp' ? 4 : 6, 200), 1, batteries),
    currentSchool: 'single',
  },
});
const codes = (rig: Rig, plan: WiringPlan) => [
  ...new Set(circuitOf(rig, plan).findings.map(({ fault }) => fault.code)),
];
const worked = (rig: Rig, plan = laidOut(rig)) => {
  const circuit = circuitOf(rig, plan);
  const run = (id: string) => circuit.runs.find((one) => one.run.id === id)!;
  const fuse = (id: string) => circuit.fuses.find(({ part }) => part.id === id)!;
  return { circuit, run, fuse, plan };
};
const mends = (parts: CircuitParts, circuit: Circuit, by: FedBy): boolean => {
  const first = firstBeyond(circuit, by);
  return first !== undefined && mendsByFuse(parts, circuit, first);
};
const put = (plan: WiringPlan, runId: string, ownId: string): WiringPlan => ({
  ...plan,
  ...putInto(plan, runId, 'fuse', ownId),
});

describe('fuses within their wires', () => {
  it('2 kW at 12 V: 212 A want 300 A, before it 1.6 × that are 480 A and no wire bears the next, 500: 400 A on 120 mm²', () => {
    const { circuit, run, fuse } = worked(powerful(2000, 1, 'lfp'));
    expect(fuse('fuse-inverter-inv').choice?.ratingA).toBe(300);
    // 450 A are on no list; the strip of 500 A is above 475 A, what 150 mm² carry.
    expect(fuse('fuse-main')).toMatchObject({ choice: { ratingA: 400, family: 'class T' }, chosen: true });
    expect(run('main-plus').areaMm2).toBe(120);
    expect(run('main-plus').bears.value).toBe(400);
    expect(circuit.findings.map(({ fault }) => fault)).toEqual([
      expect.objectContaining({ code: 'not-selective', ratingA: 400, behindA: 300, ratio: 1.6 }),
    ]);
  });
  it('where a wire bears them they are 1.6 × the one behind, as before: 1.5 kW, 200 A, 350 A', () => {
    const { circuit, fuse } = worked(powerful(1500, 1, 'lfp'));
    expect([fuse('fuse-inverter-inv'), fuse('fuse-main')].map(({ choice }) => choice?.ratingA)).toEqual([200, 350]);
    expect(circuit.findings).toEqual([]);
  });
  it('where no cable bears even the fuse of the load it is that one: 3 kW at 12 V, over 400 A wanted, 500 A against 475', () => {
    const { circuit, run } = worked(powerful(3000, 1));
    expect(run('main-plus').bears.value).toBe(500);
    expect(circuit.findings.map(({ fault }) => fault)).toContainEqual({
      ...{ code: 'beyond-list', by: 'fuse', carriesA: 475, wantedA: 500 },
    });
    // 6 kW: the load alone is more than any carries.
    const more = worked(powerful(6000, 1));
    const own = more.circuit.findings.find(({ on }) => on && 'run' in on && on.run === 'inverter-inv-plus')!.fault;
    expect(own).toMatchObject({ code: 'beyond-list', by: 'load', carriesA: 475 });
    expect('wantedA' in own && own.wantedA).toBeCloseTo(more.run('inverter-inv-plus').design.value, 9);
  });
  it('whatever the inverter, a fuse that the rules choose is at least 1.25 × its load and never above what its wires carry', () => {
    for (let watts = 200; watts <= 6000; watts += 200)
      for (const batteries of [1, 2, 3])
        for (const { part, choice, chosen, design, largest } of worked(powerful(watts, batteries)).circuit.fuses) {
          if (!chosen || choice === null || largest === null) continue;
          expect(choice.ratingA, `${part.id}, ${watts} W`).toBeGreaterThanOrEqual(design.value * 1.25 - 1e-9);
          expect(choice.ratingA, `${part.id}, ${watts} W`).toBeLessThanOrEqual(largest.value);
        }
  });
});

describe('a main fuse behind those of the strings', () => {
  const rig = powerful(2000, 2);
  const laid = laidOut(rig);
  it('is laid out where no cable bears what they let through together: two of 300 A; then nothing is without its cable', () => {
    const { circuit, run, fuse } = worked(rig, laid);
    expect(run('main-fuse').run).toMatchObject({ from: 'bank-plus.bar', to: 'fuse-main.in' });
    // Those of the strings share what is behind them: 1.6 × 400 A ÷ 2 = 320 A.
    expect([fuse('fuse-battery-1'), fuse('fuse-main')].map(({ choice }) => choice?.ratingA)).toEqual([350, 400]);
    expect(run('main-switch').bears.value).toBe(400);
    expect([...new Set(circuit.findings.map(({ fault }) => fault.code))]).toEqual(['not-selective']);
  });
  it('stays when it is laid out again, and stays out where a hand took it out', () => {
    expect(laidOut(rig, laid)).toEqual(laid);
    const without = { ...laid, ...takeOut(laid, 'fuse-main') };
    expect(laidOut(rig, without).parts.map(({ id }) => id)).not.toContain('fuse-main');
    expect(codes(rig, without)).toContain('beyond-list');
  });
  it('is not where a cable bears them all, nor where it would not help', () => {
    for (const other of [powerful(1000, 2), { ...van, bank: newBank(newBattery('b', 'lfp', 4, 100), 1, 3) }])
      expect(laidOut(other).parts.map(({ id }) => id)).not.toContain('fuse-main');
    expect(laidOut(powerful(6000, 2)).parts.map(({ id }) => id)).not.toContain('fuse-main');
  });
});

describe('what a lead of a string must bear', () => {
  const rig = powerful(2000, 3);
  const plan = laidOut(rig, { ...freshWiring(), removed: ['fuse-main'] });
  it('is what the others feed into its far end: two fuses of 300 A, more than any section carries', () => {
    const { circuit, run, fuse } = worked(rig, plan);
    expect(fuse('fuse-battery-1').choice?.ratingA).toBe(300);
    expect(run('battery-1-plus')).toMatchObject({ bearsFor: 'others', bears: { value: 600 } });
    expect(
      run('battery-1-plus')
        .bears.working()
        .terms.map(({ value }) => value),
    ).toEqual([expect.closeTo(run('battery-1-plus').design.value, 9), 300, 600]);
    // The short lead to its fuse bears that fuse, the main run all three.
    expect(run('battery-1-post')).toMatchObject({ bearsFor: 'fuse', bears: { value: 300 } });
    expect(run('main-switch')).toMatchObject({ bearsFor: 'fuse', bears: { value: 900 } });
    const faults = circuit.findings.flatMap(({ on, fault }) =>
      fault.code === 'beyond-list' && on && 'run' in on
        ? [`${on.run} ${fault.by} ${fault.wantedA} ${fault.carriesA}`]
        : [],
    );
    expect(faults).toEqual(
      expect.arrayContaining([
        'battery-1-plus others 600 475',
        'battery-1-minus others 600 475',
        'main-switch fuse 900 475',
      ]),
    );
  });
  it('is its own fuse once there is one at that end too, whose short lead to the bar bears no more', () => {
    const mended = [1, 2, 3].reduce((at, k) => put(at, `battery-${k}-plus`, `far-${k}`), plan);
    const { circuit, run } = worked(rig, mended);
    for (const id of ['own-far-1-piece', 'battery-1-plus', 'battery-1-minus'])
      expect(run(id)).toMatchObject({ bearsFor: 'fuse', bears: { value: 300 } });
    expect(mended.runs.find(({ id }) => id === 'battery-1-plus')).toMatchObject({
      from: 'own-far-1.out',
      to: 'bank-plus.bar',
      lengthM: expect.closeTo(0.1, 12) as number,
    });
    expect(circuit.findings.flatMap(({ fault }) => (fault.code === 'beyond-list' ? [fault.by] : []))).not.toContain(
      'others',
    );
    expect(mends(circuitParts(rig, mended), circuit, 'fuse')).toBe(true);
    const whole = put(mended, 'main-switch', 'main');
    // One of 400 A: two of 300 behind another’s 300 are as many as it.
    expect(worked(rig, whole).fuse('own-main').choice?.ratingA).toBe(400);
    expect(codes(rig, whole)).toEqual(['not-selective']);
  });
  it('counts the smaller of two fuses of another string, one behind the other, once', () => {
    const one = put(plan, 'battery-2-plus', 'far-2');
    const typed = {
      ...one,
      parts: one.parts.map((part) => (part.id === 'own-far-2' ? { ...part, ratingA: 250, family: 'class T' } : part)),
    } as WiringPlan;
    expect(worked(rig, typed).run('battery-1-plus').bears.value).toBe(550);
    // Its own side has that fuse; beyond it nothing but its short lead.
    expect(worked(rig, typed).run('own-far-2-piece').bears.value).toBe(300);
  });
  it('a longer lead from that fuse to the bar is fed by the others again', () => {
    const far = put(plan, 'battery-1-plus', 'far-1');
    const long = {
      ...far,
      runs: far.runs.map((one) => (one.id === 'battery-1-plus' ? { ...one, lengthM: 0.19 } : one)),
    };
    expect(worked(rig, long).run('battery-1-plus')).toMatchObject({ bearsFor: 'others', bears: { value: 600 } });
    expect(worked(rig, far).run('battery-1-plus').bears.value).toBe(300);
  });
  it('one more fuse does not mend a run whose piece before that fuse is then beyond the list', () => {
    // 500 A typed for a lamp: whatever follows bears 475 A at the most, and so does the piece to the new fuse.
    const laid = laidOut(van);
    const typed = {
      ...laid,
      parts: laid.parts.map((part) => (part.id === 'fuse-load-fridge' ? { ...part, ratingA: 500 } : part)),
    } as WiringPlan;
    const { circuit } = worked(van, typed);
    for (const id of ['load-fridge-bar', 'load-fridge-plus'])
      expect(mendsByFuse(circuitParts(van, typed), circuit, id), id).toBe(false);
  });
  it('one more fuse is offered only where it mends', () => {
    const { circuit } = worked(rig, plan);
    expect(mends(circuitParts(rig, plan), circuit, 'others')).toBe(true);
    const sound = worked(van);
    expect(mends(circuitParts(van, sound.plan), sound.circuit, 'fuse')).toBe(false);
    const beyond = powerful(6000, 2);
    expect(mends(circuitParts(beyond, laidOut(beyond)), worked(beyond).circuit, 'fuse')).toBe(false);
  });
});

it('a way of which a typed wire could be thicker is not at the end of the list, though its trunk is', () => {
  const rig = powerful(3000, 1);
  const laid = laidOut(rig);
  const drops = (areaMm2: number | null, lengthM: number) =>
    worked(rig, {
      ...laid,
      runs: laid.runs.map((run) => (/^group-Cabin-(plus|minus)$/.test(run.id) ? { ...run, areaMm2, lengthM } : run)),
    }).circuit.findings.flatMap(({ on, fault }) =>
      fault.code === 'drop' && on && 'part' in on && on.part === 'group-Cabin' ? [fault.listEnds] : [],
    );
  expect(codes(rig, laid)).toContain('beyond-list');
  expect(drops(0.75, 40)).toEqual([false]);
  expect(drops(null, 200)).toEqual([]);
});

describe('the bond to the chassis', () => {
  const rig = powerful(2000, 1, 'lfp');
  const lying = (areaMm2: number): WiringPlan => {
    const laid = laidOut(rig);
    return { ...laid, runs: laid.runs.map((run) => (run.id === 'bond' ? { ...run, areaMm2 } : run)) };
  };
  it('carries nothing and bears the 400 A of the main fuse: a positive may come to touch the chassis', () => {
    const { run } = worked(rig);
    expect(run('bond')).toMatchObject({
      areaMm2: 120,
      bearsFor: 'chassis',
      design: { value: 0 },
      bears: { value: 400 },
    });
    expect(run('bond').bears.working().terms[1]).toMatchObject({ value: 400, note: 'of the positive that bears most' });
  });
  it('is too thin where it burns before the fuse blows, and not a step above', () => {
    const faults = (areaMm2: number) =>
      worked(rig, lying(areaMm2)).circuit.findings.flatMap(({ on, fault }) =>
        on && 'run' in on && on.run === 'bond' ? [fault] : [],
      );
    expect(faults(120)).toEqual([]);
    expect(faults(95)).toEqual([
      {
        code: 'thin',
        by: 'chassis',
        wantedA: 400,
        enoughMm2: 120,
        carriesA: worked(rig, lying(95)).run('bond').ampacityA,
      },
    ]);
  });
  it('bears as much as any positive does, on every bank', () => {
    for (const batteries of [1, 2, 3])
      for (const watts of [300, 1000, 2000]) {
        const { circuit, run } = worked(powerful(watts, batteries));
        const most = circuit.runs.map((one) => (one.run.role === 'positive' ? one.bears.value : 0));
        expect(run('bond').bears.value).toBe(Math.max(...most));
      }
  });
});

it('conductors of a bundle keep less of their ampacity by the step of the table', () => {
  expect([1, 3, 4, 6, 7, 24, 25, 60].map(bundleFactor)).toEqual([1, 1, 0.7, 0.7, 0.6, 0.6, 0.5, 0.5]);
});
