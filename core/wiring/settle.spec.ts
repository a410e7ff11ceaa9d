import { describe, expect, it } from 'vitest';
import { drawnRig, drawnWiring } from '../kept-spec/laid-out-rigs';
import { circuitOf, laidOut, type Rig, van } from '../kept-spec/van';
import { drawsFrom } from '../statistics/random-bits';
import type { WiringPlan } from './plan';
import { type Run, seenGood } from './run';

const sectionsOf = (rig: Rig, wiring: WiringPlan) =>
  circuitOf(rig, wiring).runs.map(({ run, areaMm2 }) => [run.label, areaMm2]);
const fusesOf = (rig: Rig, wiring: WiringPlan) =>
  circuitOf(rig, wiring).fuses.map(({ part, choice }) => [part.id, choice?.ratingA]);
/** Cut of what the rules chose, where asked. */
function cutWhere(rig: Rig, wiring: WiringPlan, isCut: (run: Run) => boolean): WiringPlan {
  const areas = new Map(circuitOf(rig, wiring).runs.map(({ run, areaMm2 }) => [run.id, areaMm2]));
  return { ...wiring, runs: wiring.runs.map((run) => (isCut(run) ? seenGood(run, areas.get(run.id)!) : run)) };
}

describe('cables that are cut as the rules chose them', () => {
  it('change neither section nor fuse of what is left, whichever come first', () => {
    for (let k = 0; k < 20; k++) {
      const random = drawsFrom(104_729 * (k + 1));
      const rig = drawnRig(random);
      const wiring = drawnWiring(random, rig);
      const [sections, fuses] = [sectionsOf(rig, wiring), fusesOf(rig, wiring)];
      for (const share of [0.2, 0.5, 1]) {
        const some = cutWhere(rig, wiring, () => random() < share);
        expect(sectionsOf(rig, some)).toEqual(sections);
        expect(fusesOf(rig, some)).toEqual(fuses);
      }
    }
  });
  it('of circuits that share a feed, those that come later stay as it was on the list', () => {
    const wiring = laidOut(van);
    const before = new Map(circuitOf(van, wiring).runs.map(({ run, areaMm2 }) => [run.label, areaMm2]));
    // A section that lies there for whatever reason, and not as the list had it, is what the others are chosen around.
    const isFirst = ({ label }: Run) => label <= 'W13';
    const typed = wiring.runs.map((run) => (isFirst(run) ? { ...run, areaMm2: before.get(run.label)! } : run));
    const changed = circuitOf(van, { ...wiring, runs: typed }).runs.filter(
      ({ run, areaMm2 }) => areaMm2 !== before.get(run.label),
    );
    expect(changed.map(({ run, areaMm2 }) => [run.label, before.get(run.label), areaMm2])).toEqual([
      ['W16', 1, 1.5],
      ['W17', 1.5, 1],
    ]);
    const cut = cutWhere(van, wiring, isFirst);
    expect(new Map(sectionsOf(van, cut) as [string, number][])).toEqual(before);
  });
  it('stay as they lie where more is asked now, and the others are chosen around them', () => {
    const wiring = laidOut(van);
    const bigger: Rig = { ...van, inverters: van.inverters.map((one) => ({ ...one, continuousW: 1500 })) };
    const isCut = ({ role, id }: Run) => role === 'positive' && id !== 'inverter-inv-plus';
    const cut = cutWhere(van, wiring, isCut);
    const runs = circuitOf(bigger, cut).runs;
    for (const { run, areaMm2 } of runs) if (isCut(run)) expect([run.label, areaMm2]).toEqual([run.label, run.areaMm2]);
    const free = circuitOf(bigger, wiring).runs.find(({ run }) => run.id === 'inverter-inv-plus')!;
    const around = runs.find(({ run }) => run.id === 'inverter-inv-plus')!;
    expect(around.areaMm2).toBeGreaterThanOrEqual(free.areaMm2);
  });
});
