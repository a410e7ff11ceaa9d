import { describe, expect, it } from 'vitest';
import { circuitOf, designA, laidOut, type Rig, van } from '../kept-spec/van';
import { newSource } from '../sources/new-source';
import type { Source } from '../sources/source';

const engine = (mode: object): Source => ({ ...newSource('engine', 'alt'), name: 'Engine', mode }) as Source;
const between: Rig = { ...van, sources: [engine({ by: 'limited', currentA: 30 })] };
const relayed: Rig = {
  ...van,
  sources: [engine({ by: 'relay', alternatorV: 14.2, pathOhm: 0.02, limitA: 70 })],
};

describe('a charger between two batteries', () => {
  const plan = laidOut(between);
  const circuit = circuitOf(between, plan);
  it('takes at its input, by hand, what it gives at the highest voltage over its efficiency', () => {
    expect(circuit.highestV).toBeCloseTo(14.2, 9);
    expect(designA(circuit, 'source-alt-in')).toBeCloseTo((30 * 14.2) / (0.9 * 12), 9);
    expect(designA(circuit, 'source-alt-plus')).toBe(30);
    // Its way back leads over the chassis: the bond carries it, and the shunt does not.
    expect(designA(circuit, 'bond')).toBeCloseTo((30 * 14.2) / (0.9 * 12), 9);
    expect(designA(circuit, 'main-minus')).toBeLessThan(200);
    expect(circuit.findings).toEqual([]);
  });
  it('its input fuse breaks what the second battery gives, at that battery’s voltage', () => {
    const fuse = circuit.fuses.find(({ part }) => part.id === 'second-source-alt')!;
    const { areaMm2 } = circuit.runs.find(({ run }) => run.id === 'source-alt-in-post')!;
    const leadOhm = (1.724e-8 * 0.08) / (areaMm2 * 1e-6);
    expect(fuse.shortCircuit!.value).toBeCloseTo(14.8 / (0.005 + leadOhm), 0);
  });
  it('a fuse on its side that a hand chose has that battery’s voltage to break, whatever the bank has', () => {
    const high: Rig = { ...between, bank: { ...van.bank, seriesCount: 4 } };
    const laid = laidOut(high);
    const typed = (id: string) => {
      const parts = laid.parts.map((part) =>
        part.id === id && part.kind === 'fuse'
          ? { ...part, family: 'terminal block (post-mounted)', ratingA: 250 }
          : part,
      );
      const { findings, highestV } = circuitOf(high, { ...laid, parts });
      expect(highestV).toBeGreaterThan(48);
      return findings.flatMap(({ on, fault }) => (on && 'part' in on && on.part === id ? [fault.code] : []));
    };
    expect(typed('second-source-alt')).not.toContain('fuse-volts');
    expect(typed('fuse-source-alt')).toContain('fuse-volts');
  });
  it('finds the second battery’s negative on the bank’s own post', () => {
    const runs = plan.runs.map((run) => (run.id === 'second-minus' ? { ...run, to: 'battery-1.-' } : run));
    const found = circuitOf(between, { ...plan, runs }).findings.filter(({ fault }) => fault.code === 'bypass');
    expect(found.map(({ on }) => on)).toEqual([{ part: 'second' }]);
  });
  it('two of them share a bar at its post, and an input that nothing feeds is said', () => {
    const two = { ...van, sources: [engine({ by: 'limited', currentA: 30 }), { ...between.sources[0]!, id: 'more' }] };
    expect(circuitOf(two, laidOut(two)).findings).toEqual([]);
    const cut = { ...plan, runs: plan.runs.filter(({ id }) => id !== 'source-alt-in') };
    expect(circuitOf(between, cut).findings).toEqual([
      { severity: 'error', on: { part: 'source-alt' }, fault: { code: 'unreached', pole: '+' } },
    ]);
  });
});

describe('an engine whose way of charging changes', () => {
  it('is laid out again as if it had always been so, from either to the other', () => {
    for (const [first, then] of [
      [between, relayed],
      [relayed, between],
    ] as const) {
      const again = laidOut(then, laidOut(first));
      expect(circuitOf(then, again).findings).toEqual([]);
      const ends = ({ runs }: typeof again) => new Map(runs.map(({ id, from, to }) => [id, [from, to]]));
      expect(ends(again)).toEqual(ends(laidOut(then)));
    }
  });
});

describe('a charging relay', () => {
  it('has a fuse at either end, since batteries lie at both, and neither need be larger than the other', () => {
    const { findings, fuses, loops } = circuitOf(relayed, laidOut(relayed));
    expect(findings).toEqual([]);
    const size = (id: string) => fuses.find(({ part }) => part.id === id)!.choice!.ratingA;
    for (const id of ['far-source-alt', 'fuse-source-alt']) {
      expect(size(id)).toBeGreaterThanOrEqual(70 * 1.25);
      expect(size(id)).toBeLessThan(70 * 1.6);
    }
    expect(loops.find(({ part }) => part.id === 'source-alt')!.runIds).toContain('source-alt-relay');
  });
});
