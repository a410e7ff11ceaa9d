import { describe, expect, it } from 'vitest';
import { newBank } from '../bank/fresh';
import { newBattery } from '../cells/new-battery';
import { drawnRig, drawnWiring } from '../kept-spec/laid-out-rigs';
import { circuitOf, circuitParts, laidOut, type Rig, van } from '../kept-spec/van';
import { drawsFrom } from '../statistics/random-bits';
import { farFromList, sheetFor } from './fuse-sheet';
import { fuseText } from './fuse-text';
import type { Part } from './part';
import type { WiringPlan } from './plan';
import { takeOffSheet } from './take-off-sheet';

/** 48 V of lithium: of the list only class T stands 58.4 V, and begins at 110 A. */
const high: Rig = { ...van, bank: newBank(newBattery('b', 'lfp', 4, 100), 4) };
const CABIN = 'fuse-group-Cabin';

const withFuse = (plan: WiringPlan, changes: Partial<Extract<Part, { kind: 'fuse' }>>): WiringPlan => ({
  ...plan,
  parts: plan.parts.map((part) => (part.id === CABIN && part.kind === 'fuse' ? { ...part, ...changes } : part)),
});
const cabin = (plan: WiringPlan, rig = high) => {
  const circuit = circuitOf(rig, plan);
  const faults = circuit.findings.flatMap(({ on, fault }) => (on && 'part' in on && on.part === CABIN ? [fault] : []));
  return {
    fuse: circuit.fuses.find(({ part }) => part.id === CABIN)!,
    areaMm2: circuit.runs.find(({ run }) => run.id === 'group-Cabin-plus')!.areaMm2,
    faults,
  };
};

describe('a fuse of its own sheet', () => {
  const laid = laidOut(high);
  it('is offered where the list has none near what is asked for, and lets the wire be as thin as its load allows', () => {
    const { fuse, areaMm2 } = cabin(laid);
    // 40 W at the lowest working voltage of 40 V are 1 A, × 1.25.
    expect(fuse.choice).toEqual({ ratingA: 110, family: 'class T' });
    expect(fuse.offSheetA).toBe(2);
    const own = cabin({ ...laid, parts: takeOffSheet(circuitParts(high, laid), (id) => id === CABIN) });
    expect(own.fuse.choice).toEqual({ ratingA: 2, family: null });
    expect(own.fuse.offSheetA).toBeNull();
    const { standsV, breaksA } = own.fuse.part.sheet!;
    expect(standsV).toBe(Math.ceil(fuse.highest.value));
    // Through the thin lead comes less than came through the thick one.
    expect(own.fuse.shortCircuit!.value).toBeLessThanOrEqual(fuse.shortCircuit!.value);
    expect(breaksA).toBeGreaterThanOrEqual(own.fuse.shortCircuit!.value);
    expect(breaksA).toBeLessThan(own.fuse.shortCircuit!.value * 1.1);
    expect(own.faults).toEqual([]);
    expect(areaMm2).toBeGreaterThanOrEqual(16);
    expect(own.areaMm2).toBeLessThan(2);
  });
  it('is not offered where the list has one of up to twice as much', () => {
    const { fuses } = circuitOf(van, laidOut(van));
    for (const { choice, offSheetA, part } of fuses)
      if (part.ratingA === null)
        expect(choice!.ratingA > 2 * (offSheetA ?? choice!.ratingA / 2)).toBe(offSheetA !== null);
    expect(fuses.find(({ part }) => part.id === 'fuse-main')!.offSheetA).toBeNull();
  });
  it('taken for all at once leaves none far from the list, and nothing wrong, on any rig', () => {
    const far = (rig: Rig, plan: WiringPlan) =>
      circuitOf(rig, plan).fuses.flatMap(({ part, offSheetA }) => (offSheetA === null ? [] : [part.id]));
    const taken = (rig: Rig, plan: WiringPlan) => {
      const ids = far(rig, plan);
      const parts = takeOffSheet(circuitParts(rig, plan), (id) => ids.includes(id));
      const circuit = circuitOf(rig, { ...plan, parts });
      for (const { part, highest, shortCircuit } of circuit.fuses)
        if (ids.includes(part.id))
          expect(part.sheet).toEqual(sheetFor({ highestV: highest.value, shortCircuitA: shortCircuit!.value }));
      return { circuit, count: ids.length };
    };
    const { circuit, count } = taken(high, laid);
    // Roof, inverter, block, lights and fridge; the main fuse is large enough for one of the list.
    expect(count).toBeGreaterThanOrEqual(3);
    expect(circuit.fuses.filter(({ offSheetA }) => offSheetA)).toEqual([]);
    expect(circuit.findings).toEqual([]);
    const next = drawsFrom(20_26);
    for (let k = 0; k < 40; k++) {
      const rig = drawnRig(next);
      const plan = drawnWiring(next, rig);
      const before = circuitOf(rig, plan);
      const { circuit: after } = taken(rig, plan);
      expect(after.fuses.filter(({ offSheetA }) => offSheetA)).toEqual([]);
      // Under the wire, what the section allows is taken, whatever lies behind.
      const ofFuses = after.findings.filter(({ on }) => on && 'part' in on && far(rig, plan).includes(on.part));
      if (plan.fuseSchool === 'load-up') expect(ofFuses).toEqual([]);
      const copper = ({ runs }: typeof after) => runs.reduce((sum, { run, areaMm2 }) => sum + run.lengthM * areaMm2, 0);
      expect(copper(after)).toBeLessThanOrEqual(copper(before) * (1 + 1e-9));
    }
  });
  it('is far from the list where that has none of up to twice the next usual size, and asks for whole steps of its sheet', () => {
    // Of what breaks 4 kA at 14 V the smallest is a breaker of 10 A; of what breaks 5.5 kA, a strip of 35 A.
    expect(farFromList(4.1, { highestV: 14, shortCircuitA: 4000 })).toBeNull();
    expect(farFromList(4, { highestV: 14, shortCircuitA: 4000 })).toBe(4);
    expect(farFromList(15.1, { highestV: 14, shortCircuitA: 5500 })).toBeNull();
    expect(farFromList(15, { highestV: 14, shortCircuitA: 5500 })).toBe(15);
    expect(farFromList(501, { highestV: 14, shortCircuitA: 5500 })).toBeNull();
    expect(sheetFor({ highestV: 58.4, shortCircuitA: 4300 })).toEqual({ standsV: 59, breaksA: 4300 });
    expect(sheetFor({ highestV: 3, shortCircuitA: 0 })).toEqual({ standsV: 6, breaksA: 50 });
    // In tens up to a thousand, in hundreds from there.
    expect([51, 60, 99, 991, 1001].map((shortCircuitA) => sheetFor({ highestV: 14, shortCircuitA }).breaksA)).toEqual([
      60, 60, 100, 1000, 1100,
    ]);
  });
  it('is not offered where no wire of the place may carry so much', () => {
    const big: Rig = { ...van, inverters: van.inverters.map((one) => ({ ...one, continuousW: 5000 })) };
    const { fuses, findings } = circuitOf(big, laidOut(big));
    const own = fuses.find(({ part }) => part.id === 'fuse-inverter-inv')!;
    expect(own.choice).toBeNull();
    expect(own.offSheetA).toBeNull();
    expect(findings.map(({ fault }) => fault.code)).toContain('no-fuse');
  });
  it('is judged by its sheet: from either side of the voltage and the short circuit at its place', () => {
    const { fuse } = cabin(laid);
    const shortA = fuse.shortCircuit!.value;
    const codes = (standsV: number, breaksA: number) =>
      cabin(withFuse(laid, { ratingA: 110, sheet: { standsV, breaksA } })).faults.map(({ code }) => code);
    expect(codes(fuse.highest.value, shortA)).toEqual([]);
    expect(codes(fuse.highest.value - 0.1, shortA)).toEqual(['fuse-volts']);
    expect(codes(fuse.highest.value, shortA - 1)).toEqual(['fuse-breaks']);
    expect(codes(48, 1000)).toEqual(['fuse-breaks', 'fuse-volts']);
    // One that does is asked of its sheet: no other size is offered.
    const { faults } = cabin(withFuse(laid, { ratingA: 110, sheet: { standsV: 48, breaksA: 1000 } }));
    expect(faults).toMatchObject([{ better: 'of-sheet' }, { better: 'of-sheet' }]);
  });
  it('keeps to the load and the wire as every fuse does', () => {
    const sheet = { standsV: 80, breaksA: 20_000 };
    const codes = (ratingA: number, areaMm2: number | null) => {
      const plan = withFuse(laid, { ratingA, sheet });
      const runs = plan.runs.map((run) => (run.id === 'group-Cabin-plus' ? { ...run, areaMm2 } : run));
      return cabin({ ...plan, runs }).faults.map(({ code }) => code);
    };
    expect(codes(0.5, null)).toEqual(['fuse-small']);
    expect(codes(10, 1.5)).toEqual([]);
    expect(codes(40, 1.5)).toEqual(['fuse-large']);
  });
  it('under the wire is the largest usual size within its share', () => {
    const plan = withFuse({ ...laid, fuseSchool: 'wire-down' }, { sheet: { standsV: 80, breaksA: 20_000 } });
    const choice = (...thick: string[]) => {
      const runs = plan.runs.map((run) => (thick.includes(run.id) ? { ...run, areaMm2: 2.5 } : run));
      return cabin({ ...plan, runs }).fuse.choice;
    };
    // 2.5 mm² of 90 °C carries 35 A: 75 % are 26.25.
    expect(choice('group-Cabin-bar', 'group-Cabin-plus', 'group-Cabin-minus')).toEqual({ ratingA: 25, family: null });
    // What goes out comes back, and comes over the lead before the fuse: 0.75 mm² carry 16 A.
    expect(choice('group-Cabin-bar', 'group-Cabin-plus')).toEqual({ ratingA: 15, family: null });
    expect(choice('group-Cabin-plus', 'group-Cabin-minus')).toEqual({ ratingA: 15, family: null });
  });
  it('says in the lists what it stands and breaks', () => {
    const sheet = { standsV: 80, breaksA: 20_000 };
    expect(fuseText(cabin(withFuse(laid, { sheet })).fuse)).toMatch(/^by its sheet: 80 V, breaking 20\s000 A$/);
    expect(fuseText(cabin(withFuse(laid, { sheet, family: 'cartridge' })).fuse)).toMatch(/^cartridge: 80 V/);
  });
});

describe('a family that was named', () => {
  const laid = laidOut(high);
  it('is kept to, at the size that the rules choose, and judged', () => {
    const { fuse, faults } = cabin(withFuse(laid, { family: 'blade' }));
    expect(fuse.choice).toEqual({ ratingA: 2, family: 'blade' });
    expect(faults.map(({ code }) => code)).toEqual(['fuse-breaks', 'fuse-volts']);
    expect(fuse.offSheetA).toBeNull();
  });
  it('that has no size so large is said', () => {
    const heavy: Rig = { ...van, loads: van.loads.map((load) => ({ ...load, power: { by: 'watts', powerW: 900 } })) };
    const plan = laidOut(heavy);
    const named = {
      ...plan,
      parts: plan.parts.map((part) =>
        part.kind === 'fuse' && part.id === 'fuse-load-lights' ? { ...part, family: 'blade' } : part,
      ),
    };
    expect(circuitOf(heavy, named).findings).toContainEqual({
      severity: 'error',
      on: { part: 'fuse-load-lights' },
      fault: { code: 'no-fuse', why: 'size' },
    });
  });
});
