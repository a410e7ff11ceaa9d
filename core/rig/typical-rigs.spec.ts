import { describe, expect, it } from 'vitest';
import { judge } from '../commissioning/judge';
import { standings } from '../commissioning/standing';
import { madeUpRigs } from '../kept-spec/made-up-rigs.data';
import { TYPICAL, typicalName, typicalRig } from '../kept-spec/typical-rigs.data';
import { laidOut } from '../../demo/wiring';
import { FUSE_SCHOOLS } from '../wiring/plan';
import { deriveRig } from './derive-rig';

const RIGS = [
  ...TYPICAL.map((typical) => ({ is: typicalName(typical), rig: typicalRig(typical) })),
  ...madeUpRigs().map((rig) => ({ is: rig.name, rig })),
].map(({ is, rig }) => ({ is, rig, derived: deriveRig(rig, null) }));

describe('rigs as most people have them, and a few with other things aboard', () => {
  it('are worked out from end to end, without an error in the circuit they are given', () => {
    for (const { is, derived } of RIGS) {
      expect(derived.failures, is).toEqual([]);
      const errors = derived.circuit!.findings.filter(({ severity }) => severity === 'error');
      expect(
        errors.map(({ fault }) => fault.code),
        is,
      ).toEqual([]);
    }
  });
  it.each(FUSE_SCHOOLS)(
    'with fuses %s burn no wire: each bears what stands in the fuses, of the strings together',
    (fuseSchool) => {
      for (const { is, rig } of RIGS)
        for (const parallelCount of [rig.bank!.parallelCount, 3]) {
          const plan = { ...rig, bank: { ...rig.bank!, parallelCount }, wiring: { ...rig.wiring, fuseSchool } };
          const circuit = deriveRig(laidOut(plan), null).circuit!;
          const isBeyond = new Set(
            circuit.findings.flatMap(({ on, fault }) =>
              on && 'run' in on && fault.code === 'beyond-list' ? [on.run] : [],
            ),
          );
          for (const { run, ampacityA, bears } of circuit.runs)
            if (ampacityA !== null && !isBeyond.has(run.id))
              expect(bears.value, `${is}, ${parallelCount} strings: ${run.id}`).toBeLessThanOrEqual(ampacityA + 1e-9);
        }
    },
  );
  it('say of a fuse on a thin wire that the list ends only where no section of it bears that fuse', () => {
    for (const { is, rig } of RIGS.filter(({ rig: { bank } }) => bank!.parallelCount > 1)) {
      // It loses so much that even the thickest beside it do not make up for it.
      const runs = rig.wiring.runs.map((run) =>
        /^battery-1-(plus|minus)$/.test(run.id) ? { ...run, lengthM: 4, areaMm2: 16 } : run,
      );
      const { findings } = deriveRig({ ...rig, wiring: { ...rig.wiring, runs } }, null).circuit!;
      const thin = findings.filter(({ fault }) => fault.code === 'thin' && fault.enoughMm2 !== null);
      const large = findings.flatMap(({ on, fault }) => (fault.code === 'fuse-large' ? [{ on, fault }] : []));
      if (thin.length > 0) for (const { fault } of large) expect(fault.listEnds, is).toBe(false);
    }
  });
  it('with fuses under the wire have none that blows before one behind it, but where that is so over the load', () => {
    for (const { is, rig } of RIGS) {
      const unselective = (fuseSchool: (typeof FUSE_SCHOOLS)[number]) =>
        deriveRig({ ...rig, wiring: { ...rig.wiring, fuseSchool } }, null).circuit!.findings.filter(
          ({ fault }) => fault.code === 'not-selective',
        ).length;
      expect(unselective('wire-down'), is).toBe(unselective('load-up'));
    }
  });
  it('have a meter whose settings lie within what is allowed, in steps of its menu, with nothing to find fault with', () => {
    for (const { is, derived } of RIGS) {
      const { settings, findings } = derived.monitor!;
      expect(findings, is).toEqual([]);
      for (const { id, figure, allowed, problems, menu } of settings) {
        expect(problems, `${is}: ${id}`).toEqual([]);
        expect(menu.misses, `${is}: ${id}`).toBe(false);
        expect(figure.value, `${is}: ${id}`).toBeGreaterThanOrEqual(allowed.low - 1e-9);
        expect(figure.value, `${is}: ${id}`).toBeLessThanOrEqual(allowed.high + 1e-9);
      }
    }
  });
  it.each([0.01, 0.05, 0.1, 0.2, 0.5])(
    'by a relay that goes by volts, in steps of %d V, have loads off after the alarm and on again above, with nothing to find fault with',
    (step) => {
      const inVolts = ['low-alarm', 'cut-off', 'cut-in'] as const;
      for (const { is, rig } of RIGS)
        for (const usableFraction of [0.5, 0.9]) {
          const fields = inVolts.map((id) => ({ id, unit: 'V', step }) as const);
          const meter = { ...rig.monitor.meter, fields, relayBy: 'volts' } as const;
          const monitor = { ...rig.monitor, meter };
          const { settings, findings } = deriveRig(
            { ...rig, bank: { ...rig.bank!, usableFraction }, monitor },
            null,
          ).monitor!;
          const [alarm, off, on] = inVolts.map((id) => settings.find((one) => one.id === id)!.menu);
          expect(findings, is).toEqual([]);
          expect([alarm!.misses, off!.misses, on!.misses], is).toEqual([false, false, false]);
          expect(off!.stored, is).toBeLessThan(alarm!.stored);
          expect(on!.stored, is).toBeGreaterThan(off!.stored);
        }
    },
  );
  it('are proven by steps that each stand once and expect what can be read', () => {
    for (const { is, derived } of RIGS) {
      const steps = derived.proving!.steps();
      expect(new Set(steps.map(({ id }) => id)).size, is).toBe(steps.length);
      for (const { id, expected } of steps)
        for (const { from, to } of expected) {
          expect(Number.isFinite(from.value), `${is}: ${id}`).toBe(true);
          if (to) expect(Number.isFinite(to.value), `${is}: ${id}`).toBe(true);
        }
    }
  });
  it('are called full by the round no sooner than the meter marks them, within what their chargers reach', () => {
    for (const { is, rig, derived } of RIGS) {
      const full = derived.proving!.steps().find((step) => step.kind === 'full-charge')!;
      const setting = (id: string) => derived.monitor!.settings.find((one) => one.id === id)!.figure.value;
      const { absorptionCellV } = derived.proving!.context.chemistry;
      const [volts, tail] = full.expected;
      expect(volts!.from.value, is).toBeGreaterThanOrEqual(setting('full-voltage'));
      expect(volts!.from.value, is).toBeLessThanOrEqual(
        absorptionCellV * rig.bank!.battery.cellsInSeries * rig.bank!.seriesCount,
      );
      expect(tail!.from.value, is).toBeLessThanOrEqual(setting('tail-current') * setting('capacity') + 1e-9);
    }
  });
  it('are accused of nothing while their breakers are closed, sources away, what must run running once it can', () => {
    for (const { is, rig, derived } of RIGS) {
      const proving = derived.proving!;
      const steps = proving.steps();
      const called = steps.flatMap((step) => (step.kind === 'roll-call' ? [step] : []));
      const facts = { context: proving.context, plan: rig.commissioning, standings: standings(steps, []) };
      // What has come on shows at its own step and at every later one.
      let onA = 0;
      for (const step of steps) {
        if (step.kind !== 'power') continue;
        const { from, to } = step.expected[0]!;
        expect(judge(step, [{ what: 'shown', value: onA }], facts).outcome, `${is}: ${step.id}`).toBe('pass');
        const own = rig.loads.filter(({ id, must }) => must && step.partId === `fuse-load-${id}`);
        for (const { id } of own) onA += called.find((one) => one.id === `roll-call:load:${id}`)!.item.fromA / 1.375;
        expect(judge(step, [{ what: 'shown', value: onA }], facts).outcome, `${is}: ${step.id}`).toBe('pass');
        expect(from.value, `${is}: ${step.id}`).toBeLessThanOrEqual(to!.value);
      }
      expect(onA, is).toBeLessThan(0);
    }
  });
});
