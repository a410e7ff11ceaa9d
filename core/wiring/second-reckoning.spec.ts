import { describe, expect, it } from 'vitest';
import { drawnRig, drawnWiring } from '../kept-spec/laid-out-rigs';
import { circuitOf } from '../kept-spec/van';
import { drawsFrom } from '../statistics/random-bits';
import type { WiringPlan } from './plan';

/**
 * Whole circuits reckoned a second time, from the rules as they stand in print and not from the code: ways by walking outward, currents by
 * adding up, the tables by their rows.
 */
const FREE_A: Record<number, readonly number[]> = {
  0.75: [6, 10, 12, 16, 20, 25],
  1: [8, 14, 18, 20, 25, 35],
  1.5: [12, 18, 21, 25, 30, 40],
  2.5: [17, 25, 30, 35, 40, 45],
  4: [22, 35, 40, 45, 50, 55],
  6: [29, 45, 50, 60, 70, 75],
  10: [40, 65, 70, 90, 100, 120],
  120: [190, 360, 400, 450, 480, 520],
  150: [220, 380, 430, 475, 520, 560],
};
const INSULATIONS = [60, 70, 90, 105, 125, 200];
const IN_ENGINE_SPACE = [0.58, 0.75, 0.82, 0.86, 0.89, 1];
const RESISTIVITY = 1.7241e-8;
const ohm = (lengthM: number, areaMm2: number, tempC: number) =>
  (RESISTIVITY * (1 + 0.00393 * (tempC - 20)) * lengthM) / (areaMm2 * 1e-6);

interface Step {
  to: string;
  id: string;
  isRun: boolean;
}

/** Where one gets from each post on the positive or the negative side. */
function stepsOf({ runs, parts }: WiringPlan, side: '+' | '-'): Map<string, Step[]> {
  const steps = new Map<string, Step[]>();
  const join = (a: string, b: string, id: string, isRun: boolean) => {
    steps.set(a, [...(steps.get(a) ?? []), { to: b, id, isRun }]);
    steps.set(b, [...(steps.get(b) ?? []), { to: a, id, isRun }]);
  };
  for (const { id, role, from, to } of runs)
    if (role === 'link' || (role === 'positive' || role === 'sense') === (side === '+')) join(from, to, id, true);
  for (const { id, kind } of parts) {
    if (side === '+' && ['fuse', 'switch', 'relay'].includes(kind)) join(`${id}.in`, `${id}.out`, id, false);
    if (side === '-' && kind === 'shunt') join(`${id}.bank`, `${id}.system`, id, false);
  }
  return steps;
}

function way(steps: Map<string, Step[]>, from: string, to: string): Step[] | null {
  const by = new Map<string, { post: string; step: Step } | null>([[from, null]]);
  for (const post of by.keys())
    for (const step of steps.get(post) ?? []) if (!by.has(step.to)) by.set(step.to, { post, step });
  if (!by.has(to)) return null;
  const passed: Step[] = [];
  for (let at = by.get(to); at; at = by.get(at.post)) passed.unshift(at.step);
  return passed;
}

const circuits = (strings?: number) =>
  Array.from({ length: 40 }, (_, k) => {
    const random = drawsFrom(7919 * (k + 1));
    const rig = drawnRig(random, strings);
    const wiring = drawnWiring(random, rig);
    return { rig, wiring, circuit: circuitOf(rig, wiring) };
  });

describe('a circuit reckoned a second time', () => {
  it('on one string every run and fuse carries the sum of what lies behind it, giving or taking', () => {
    for (const { wiring, circuit } of circuits(1)) {
      const sides = { '+': stepsOf(wiring, '+'), '-': stepsOf(wiring, '-') };
      const sums = new Map<string, [number, number]>();
      for (const { part, demand } of circuit.loops)
        for (const pole of ['+', '-'] as const)
          for (const { id } of way(sides[pole], `battery-1.${pole}`, `${part.id}.${pole}`)!) {
            const sum = sums.get(id) ?? [0, 0];
            sum[demand.gives ? 1 : 0] += demand.current.value;
            sums.set(id, sum);
          }
      const most = (id: string) => Math.max(...(sums.get(id) ?? [0]));
      const fed = new Set(circuit.inputs.flatMap(({ runIds }) => runIds));
      for (const { run, design } of circuit.runs)
        if ((run.role === 'positive' || run.role === 'negative') && !fed.has(run.id))
          expect(design.value, run.id).toBeCloseTo(most(run.id), 9);
      for (const { part, design } of circuit.fuses)
        if (!part.id.startsWith('second-')) expect(design.value, part.id).toBeCloseTo(most(part.id), 9);
    }
  });
  it('a short circuit right behind a fuse sees the bank, its links, and the leads up to there', () => {
    for (const { wiring, circuit } of circuits(1)) {
      const positive = stepsOf(wiring, '+');
      const areaOf = new Map(circuit.runs.map(({ run, areaMm2 }) => [run.id, { run, areaMm2 }]));
      const cold = (id: string) => {
        const { run, areaMm2 } = areaOf.get(id)!;
        return ohm(run.lengthM, areaMm2, 20) / run.conductors;
      };
      const links = wiring.runs.filter(({ role }) => role === 'link').reduce((sum, { id }) => sum + cold(id), 0);
      for (const { part, shortCircuit, highest } of circuit.fuses) {
        const highestV = highest.value;
        const passed = way(positive, 'battery-1.+', `${part.id}.in`);
        if (!passed) continue;
        const seen = passed.reduce(
          (sum, { id, isRun }) => sum + (isRun ? cold(id) : 0),
          circuit.strings[0]!.ohm + links,
        );
        expect(shortCircuit!.value / (highestV / seen), part.id).toBeCloseTo(1, 2);
      }
    }
  });
  it('every way loses what its runs lose, and is said where that is more than its share', () => {
    for (const { wiring, circuit, rig } of circuits()) {
      const sides = { '+': stepsOf(wiring, '+'), '-': stepsOf(wiring, '-') };
      const lost = new Map(
        circuit.runs.map(({ run, areaMm2, design }) => [
          run.id,
          (design.value / run.conductors) * ohm(run.lengthM, areaMm2, 50),
        ]),
      );
      for (const { run, drop } of circuit.runs) expect(drop.value, run.id).toBeCloseTo(lost.get(run.id)!, 9);
      if (rig.bank.parallelCount === 1 && rig.bank.seriesCount === 1) {
        const ofWay = (partId: string) =>
          (['+', '-'] as const)
            .flatMap((pole) => way(sides[pole], `battery-1.${pole}`, `${partId}.${pole}`)!)
            .flatMap((step) => (step.isRun ? [step.id] : []));
        const ways = circuit.loops.map(({ part, demand }) => ({ demand, runIds: ofWay(part.id) }));
        circuit.loops.forEach(({ part, drop, demand }, k) => {
          // Sources are alone while they charge, consumers while they draw: each carries with its like.
          const like = ways.filter((one) => one.demand.gives === demand.gives);
          const amps = (runId: string) =>
            like.reduce((sum, one) => sum + (one.runIds.includes(runId) ? one.demand.current.value : 0), 0);
          const byHand = ways[k]!.runIds.reduce((sum, runId) => {
            const { run, areaMm2 } = circuit.runs.find((one) => one.run.id === runId)!;
            return sum + (amps(runId) / run.conductors) * ohm(run.lengthM, areaMm2, 50);
          }, 0);
          expect(drop.value, part.id).toBeCloseTo(byHand, 9);
        });
      }
      // A charger between two batteries has two ways, to it and to its input.
      const short = [...circuit.loops, ...circuit.inputs].flatMap(({ part, share, demand }) =>
        share.value > demand.dropFraction * (1 + 1e-9) ? [part.id] : [],
      );
      const saidOf = circuit.findings.flatMap(({ on, fault }) =>
        fault.code === 'drop' && on && 'part' in on ? [on.part] : [],
      );
      expect(saidOf).toEqual(short);
    }
  });
  it('what a cable may carry is its row, its place and its bundle; its warmth goes with the square', () => {
    let tried = 0;
    for (const { circuit, wiring } of circuits())
      for (const { run, areaMm2, ampacityA, warmth, design } of circuit.runs) {
        const row = wiring.list === 'metric' ? FREE_A[areaMm2] : undefined;
        if (!row) continue;
        tried++;
        const column = INSULATIONS.indexOf(run.insulationC);
        const carries = row[column]! * (run.engineSpace ? IN_ENGINE_SPACE[column]! : 1) * (run.bundled > 3 ? 0.7 : 1);
        expect(Math.abs(ampacityA! / (run.conductors * carries) - 1), `${run.id}, ${areaMm2}`).toBeLessThan(0.012);
        const warm = 30 + (run.insulationC - 30) * (design.value / ampacityA!) ** 2;
        expect(warmth!.value).toBeCloseTo(warm, 9);
      }
    expect(tried).toBeGreaterThan(200);
  });
  it('a fuse that is chosen carries its load for good, guards its wire, stands the voltage and breaks the short circuit', () => {
    for (const { circuit, rig } of circuits()) {
      const wrong = new Set(circuit.findings.flatMap(({ on }) => (on && 'part' in on ? [on.part] : [])));
      for (const fuse of circuit.fuses) {
        if (wrong.has(fuse.part.id) || !fuse.choice || fuse.choice.family === null) continue;
        const says = `${fuse.part.id} of ${rig.bank.battery.chemistryId}`;
        expect(fuse.choice.ratingA, says).toBeGreaterThanOrEqual(1.25 * fuse.design.value - 1e-9);
        if (fuse.largest) expect(fuse.choice.ratingA, says).toBeLessThanOrEqual(fuse.largest.value + 1e-9);
        const { volts, breaks } = SHEETS[fuse.choice.family]!;
        expect(volts, says).toBeGreaterThanOrEqual(fuse.highest.value);
        if (fuse.shortCircuit) expect(breaks, says).toBeGreaterThanOrEqual(fuse.shortCircuit.value);
      }
    }
  });
});

/** V and A that each family of fuses stands and breaks. */
const SHEETS: Record<string, { volts: number; breaks: number }> = {
  blade: { volts: 32, breaks: 1000 },
  'bolt-down, small': { volts: 32, breaks: 2000 },
  'terminal block (post-mounted)': { volts: 32, breaks: 5000 },
  'bolt-down strip, large': { volts: 32, breaks: 6000 },
  'class T': { volts: 160, breaks: 20_000 },
  'thermal breaker': { volts: 48, breaks: 5000 },
};
