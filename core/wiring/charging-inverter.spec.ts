import { describe, expect, it } from 'vitest';
import { newInverter } from '../audit/fresh';
import { circuitOf, designA, laidOut, lamp, provingOf, type Rig, van } from '../kept-spec/van';
import { newSource } from '../sources/new-source';
import type { Source, Through } from '../sources/source';

const shore = (id: string, currentA: number, through: Through | null): Source =>
  ({ ...newSource('shore', id), name: id, currentA, through }) as Source;
const byInverter = { inverterId: 'inv' };
/** 300 W out, and 70 A back: the van with an inverter that charges too, and a generator of 60 A at the same inlet. */
const rig: Rig = {
  ...van,
  loads: [...van.loads.slice(0, 2), lamp('laptop', 'Cabin', 60, { supply: 'ac' })],
  inverters: [{ ...newInverter('inv'), name: 'Combined', continuousW: 300 }],
  sources: [...van.sources, shore('mains', 70, byInverter), shore('set', 60, { sourceId: 'mains' })],
};
const plan = laidOut(rig);
const circuit = circuitOf(rig, plan);
const codes = (of: Rig, wiring = plan) => circuitOf(of, wiring).findings.map(({ on, fault }) => [on, fault.code]);
const withMains = (through: Through | null): Rig => ({
  ...rig,
  sources: [...van.sources, shore('mains', 70, through)],
});

describe('an inverter that charges too', () => {
  it('has one pair of cables for both ways, with nothing wrong', () => {
    expect(plan.parts.filter(({ kind }) => kind === 'charger').map(({ id }) => id)).toEqual(['source-sun']);
    expect(circuit.findings).toEqual([]);
    const own = circuit.loops.filter(({ part }) => part.id === 'inverter-inv');
    expect(own.map(({ demand }) => [demand.says, demand.gives, demand.also])).toEqual([
      ['Combined', false, false],
      ['Combined, while it charges', true, true],
    ]);
  });
  it('by hand: its cable carries the 70 A that it gives, more than 300 W at 10.5 V; fuse and 1 % lost follow from that', () => {
    const [takes, gives] = circuit.loops.filter(({ part }) => part.id === 'inverter-inv');
    expect(gives!.demand.current.value).toBe(70);
    expect(takes!.demand.current.value).toBeLessThan(40);
    expect(designA(circuit, 'inverter-inv-plus')).toBe(70);
    const fuse = circuit.fuses.find(({ part }) => part.id === 'fuse-inverter-inv')!;
    expect(fuse.choice!.ratingA).toBeGreaterThanOrEqual(70 * 1.25);
    expect(gives!.share.value).toBeLessThanOrEqual(0.01);
    // Of what all sources give, the generator is none beside the mains: 70 A, and 30 A of sun.
    expect(designA(circuit, 'main-plus')).toBe(100);
  });
  it('where it takes more than it gives, carries that, and is held to what each may lose', () => {
    const large = { ...rig, inverters: [{ ...rig.inverters[0]!, continuousW: 1000 }] };
    const out = circuitOf(large, laidOut(large));
    const [takes, gives] = out.loops.filter(({ part }) => part.id === 'inverter-inv');
    expect(designA(out, 'inverter-inv-plus')).toBe(takes!.demand.current.value);
    expect([takes!.demand.dropFraction, gives!.demand.dropFraction]).toEqual([0.03, 0.01]);
    expect(out.findings).toEqual([]);
  });
  it('is said where the plan and the circuit differ, either way, and laid out again mends both', () => {
    const own = withMains(null);
    expect(codes(own)).toEqual([[null, 'without-part']]);
    expect(codes(own, laidOut(own, plan))).toEqual([]);
    expect(codes(withMains(byInverter), laidOut(own))).toEqual([[{ part: 'source-mains' }, 'not-planned']]);
    expect(codes(withMains(byInverter), laidOut(withMains(byInverter), laidOut(own)))).toEqual([]);
  });
  it('whose inverter is gone from the audit, has a charger of its own', () => {
    const gone = { ...withMains(byInverter), inverters: [] };
    expect(laidOut(gone).parts.some(({ id }) => id === 'source-mains')).toBe(true);
  });
  it('says of a way that loses too much for its charging, that it is that', () => {
    const far = plan.runs.map((run) =>
      run.id === 'inverter-inv-plus' ? { ...run, lengthM: 6, areaMm2: 25 } : { ...run },
    );
    const drops = circuitOf(rig, { ...plan, runs: far }).findings.filter(({ fault }) => fault.code === 'drop');
    expect(drops.map(({ on, fault }) => [on, fault.code === 'drop' && fault.gives])).toEqual([
      [{ part: 'inverter-inv' }, true],
    ]);
  });
  it('whose negative lies beside the shunt, or that nothing joins, is said once', () => {
    const moved = plan.runs.map((run) => (run.id === 'inverter-inv-minus' ? { ...run, to: 'battery-1.-' } : run));
    expect(codes(rig, { ...plan, runs: moved })).toContainEqual([{ part: 'inverter-inv' }, 'bypass']);
    expect(circuitOf(rig, { ...plan, runs: moved }).bypasses).toHaveLength(1);
    const cut = plan.runs.filter(({ id }) => id !== 'inverter-inv-plus');
    expect(codes(rig, { ...plan, runs: cut }).filter(([, code]) => code === 'unreached')).toHaveLength(1);
  });
});

/** 70 A · 1.05, and what the inverter no longer draws for itself: 8 W where nothing is entered, thrice that at the most, at 12.8 V. */
const MOST_A = 70 * 1.05 + (3 * 8) / 12.8;

describe('the proof of an inverter that charges too', () => {
  const { steps, context } = provingOf(rig, plan);
  const called = steps.flatMap((step) => (step.kind === 'roll-call' ? [step] : []));

  it('calls what charges through it with what hangs on it off, mains and generator one after the other', () => {
    const sources = called.filter(({ about }) => 'source' in about);
    expect(sources.map(({ item, offFirst, byInverter: by }) => [item.id, item.circuitId, offFirst, by])).toEqual([
      ['source:sun', 'source-sun', [], false],
      ['source:set', 'inverter-inv', ['laptop'], true],
      ['source:mains', 'inverter-inv', ['set'], true],
    ]);
    expect(sources.every(({ item, negativeRunId }) => item.circuitId === 'source-sun' || negativeRunId !== null)).toBe(
      true,
    );
  });
  it('counts no load that is off by then as taking what a full bank leaves', () => {
    const least = (id: string) => called.find(({ item }) => item.id === id)!.item.fromA;
    // Lights at least 40 W · 0.4 and fridge 60 W · 0.4, at 12.8 V, half of that: 1.5625 A; 3 % of what it gives is more.
    expect(least('source:mains')).toBeCloseTo(0.03 * MOST_A, 9);
    expect(least('source:sun')).toBeLessThan(least('source:mains'));
  });
  it('follows its polarity once, proves its drop once by the greater current, and closes it for one source at a time', () => {
    const polarity = steps.find((step) => step.kind === 'polarity')!;
    expect(polarity.checks.filter(({ id }) => id === 'inverter-inv')).toHaveLength(1);
    const drops = steps.flatMap((step) => (step.kind === 'drop' ? [step] : []));
    expect(drops.filter(({ partId }) => partId === 'inverter-inv').map(({ gives }) => gives)).toEqual([true]);
    const closed = steps.find(({ id }) => id === 'power:fuse-inverter-inv')!;
    expect(closed.expected[0]!.to!.value).toBeCloseTo(MOST_A, 9);
    expect(new Set(steps.map(({ id }) => id)).size).toBe(steps.length);
    expect(context.circuit.findings).toEqual([]);
  });
});
