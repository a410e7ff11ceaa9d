import { describe, expect, it } from 'vitest';
import { TYPICAL, typicalName, typicalRig } from '../kept-spec/typical-rigs.data';
import { deriveRig } from '../rig/derive-rig';
import type { Rig } from '../rig/rig';
import type { Run } from './run';

const THICKEST_MM2 = 150;
const RIGS = TYPICAL.filter(({ strings }) => strings === 2).map((typical) => ({
  is: typicalName(typical),
  rig: typicalRig(typical),
}));
const withRuns = (rig: Rig, change: (run: Run) => Partial<Run>): Rig => ({
  ...rig,
  wiring: { ...rig.wiring, runs: rig.wiring.runs.map((run) => ({ ...run, ...change(run) })) },
});
const circuitOf = (rig: Rig) => deriveRig(rig, null).circuit!;
/** 40 m from the bank: no section of the list keeps the share that may be lost. */
const far = (rig: Rig) => withRuns(rig, ({ id }) => (/^main-(plus|shunt)$/.test(id) ? { lengthM: 40 } : {}));

describe('ways for which even the thickest of the list lose too much', () => {
  it('lose no more than a tenth beyond what the thickest throughout would', () => {
    let lossy = 0;
    for (const { is, rig } of RIGS) {
      const thickest = circuitOf(withRuns(far(rig), () => ({ areaMm2: THICKEST_MM2 })));
      const { loops } = circuitOf(far(rig));
      for (const { part, demand, share } of loops) {
        const least = thickest.loops.find((one) => one.part.id === part.id && one.demand.gives === demand.gives)!.share;
        if (least.value > demand.dropFraction) lossy++;
        expect(share.value, `${is}: ${part.id}`).toBeLessThanOrEqual(
          Math.max(demand.dropFraction, 1.1 * least.value) * (1 + 1e-9),
        );
      }
    }
    expect(lossy).toBeGreaterThan(40);
  });
  it('do not take the thickest for an alarm: what it draws is lost before it', () => {
    for (const { is, rig } of RIGS) {
      const { runs, findings } = circuitOf(far(rig));
      const areaOf = (id: string, of = runs) => of.find(({ run }) => run.id === id)!.areaMm2;
      const near = circuitOf(rig).runs;
      for (const id of ['load-alarm-bar', 'load-alarm-plus', 'load-alarm-minus'])
        expect(areaOf(id), `${is}: ${id}`).toBeLessThanOrEqual(Math.max(1.5, areaOf(id, near)));
      for (const { fault } of findings) if (fault.code === 'drop') expect(fault.listEnds, is).toBe(true);
    }
  });
  it('behind a main that lies too thin, have sections as if that were changed', () => {
    const thin = (rig: Rig) =>
      withRuns(rig, ({ id }) => (/^main-(plus|shunt)$/.test(id) ? { lengthM: 4, areaMm2: 10 } : {}));
    for (const { is, rig } of RIGS) {
      const [near, behind] = [circuitOf(rig), circuitOf(thin(rig))];
      for (const { run, areaMm2 } of behind.runs) {
        if (run.areaMm2 !== null) continue;
        const own = near.runs.find((one) => one.run.id === run.id)!;
        // Half of what the way may lose, over the same lengths: at most a few sizes up.
        expect(areaMm2, `${is}: ${run.id}`).toBeLessThanOrEqual(Math.max(25, 4 * own.areaMm2));
      }
    }
  });
});
