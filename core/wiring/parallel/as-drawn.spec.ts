import { expect, it } from 'vitest';
import { copperOhm } from '../../conductors/copper';
import { drawnRig, drawnWiring } from '../../kept-spec/laid-out-rigs';
import { circuitOf } from '../../kept-spec/van';
import { drawsFrom } from '../../statistics/random-bits';
import type { WiringPlan } from '../plan';
import { asDrawn } from './as-drawn';
import { bankInParallel } from './bank-in-parallel';
import { parallelShares } from './shares';

const DRAWN_A = 50;

it('strings share a draw as the whole drawing says, every post of it a node of one matrix', () => {
  let [uneven, all] = [0, 0];
  for (let k = 0; k < 30; k++) {
    const random = drawsFrom(6007 * (k + 1));
    const rig = drawnRig(random, 2 + (k % 3));
    const wiring = drawnWiring(random, rig);
    const circuit = circuitOf(rig, wiring);
    // Each stands at another charge: what evens out between them flows as well.
    const batteries = bankInParallel(rig.bank, {}, wiring.parallel).batteries.map((one, at) => ({
      ...one,
      emfV: one.emfV * (1 + 0.0005 * at),
    }));
    const join = asDrawn(circuit, wiring.parts, wiring.parallel.jointOhm);
    const consumer = circuit.loops
      .filter(({ demand, hasOut, hasBack }) => !demand.gives && hasOut && hasBack)
      .sort((a, b) => b.demand.current.value - a.demand.current.value)[0];
    if (!join || !consumer) continue;
    const { batteryA } = parallelShares(join(batteries), { by: 'current', currentA: DRAWN_A })!;
    const expected = byElimination(wiring, circuit, batteries, consumer.part.id);
    batteryA.forEach((amps, at) => expect(amps, `${k}: ${circuit.strings[at]!.id}`).toBeCloseTo(expected[at]!, 3));
    all++;
    if (Math.abs(expected[0]! - DRAWN_A / expected.length) > 1) uneven++;
  }
  expect(all).toBeGreaterThan(25);
  expect(uneven).toBeGreaterThan(10);
});

/** A out of each string while so much is drawn at the posts of a consumer: node voltages of all posts, by plain elimination. */
function byElimination(
  { runs, parts, parallel: { jointOhm } }: WiringPlan,
  circuit: ReturnType<typeof circuitOf>,
  batteries: readonly { emfV: number; ohm: number; looseOhm: number }[],
  consumer: string,
): number[] {
  const areas = new Map(circuit.runs.map(({ run, areaMm2 }) => [run.id, areaMm2]));
  const warm = ({ id, lengthM }: WiringPlan['runs'][number]) => copperOhm(lengthM, areas.get(id)!, 40) + 2 * jointOhm;
  const ends: Record<string, [string, string]> = {
    fuse: ['in', 'out'],
    switch: ['in', 'out'],
    relay: ['in', 'out'],
    shunt: ['bank', 'system'],
  };
  const ways = [
    ...runs.filter(({ role }) => role !== 'sense' && role !== 'link').map((run) => [run.from, run.to, warm(run)]),
    ...parts.flatMap(({ id, kind }) => {
      const [a, b] = ends[kind] ?? [];
      return a && b ? [[`${id}.${a}`, `${id}.${b}`, 1e-6]] : [];
    }),
  ] as [string, string, number][];
  const posts = [...new Set(ways.flatMap(([a, b]) => [a, b]))];
  const nodeOf = (post: string) => posts.indexOf(post);
  // What hangs free is held by a leak that no figure shows.
  const rows = posts.map((_, k) => [...posts.map((__, j) => (k === j ? 1e-9 : 0)), 0]);
  const width = posts.length;
  const join = (a: number, b: number, siemens: number) => {
    rows[a]![a]! += siemens;
    rows[b]![b]! += siemens;
    rows[a]![b]! -= siemens;
    rows[b]![a]! -= siemens;
  };
  const inject = (post: string, amps: number) => (rows[nodeOf(post)]![width]! += amps);
  for (const [a, b, ohm] of ways) join(nodeOf(a), nodeOf(b), 1 / ohm);
  const inside = circuit.strings.map(({ id }, k) => {
    const links = runs.filter(({ role, from }) => role === 'link' && from.startsWith(`${id}.`));
    return links.reduce((sum, run) => sum + warm(run), batteries[k]!.ohm + batteries[k]!.looseOhm);
  });
  circuit.strings.forEach(({ id }, k) => {
    join(nodeOf(`${id}.+`), nodeOf(`${id}.-`), 1 / inside[k]!);
    inject(`${id}.+`, batteries[k]!.emfV / inside[k]!);
    inject(`${id}.-`, -batteries[k]!.emfV / inside[k]!);
  });
  inject(`${consumer}.+`, -DRAWN_A);
  inject(`${consumer}.-`, DRAWN_A);
  for (let k = 0; k < width; k++) {
    const below = rows.map((row, j) => (j < k ? 0 : Math.abs(row[k]!)));
    const best = below.indexOf(Math.max(...below));
    [rows[k], rows[best]] = [rows[best]!, rows[k]!];
    for (let j = k + 1; j < width; j++) {
      const share = rows[j]![k]! / rows[k]![k]!;
      if (share !== 0) for (let c = k; c <= width; c++) rows[j]![c]! -= share * rows[k]![c]!;
    }
  }
  const volts = posts.map(() => 0);
  for (let k = width - 1; k >= 0; k--) {
    const known = volts.reduce((sum, v, j) => (j > k ? sum + rows[k]![j]! * v : sum), 0);
    volts[k] = (rows[k]![width]! - known) / rows[k]![k]!;
  }
  return circuit.strings.map(
    ({ id }, k) => (batteries[k]!.emfV - volts[nodeOf(`${id}.+`)]! + volts[nodeOf(`${id}.-`)]!) / inside[k]!,
  );
}
